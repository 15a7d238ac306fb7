import { t } from '@/messages/today';
import { useRates } from '@/api/queries';
import { Link } from 'react-router';

/** Exchange rates that would move floors far: they wait for a person. */
export function RatesAsk() {
    const asked = useRates().data?.filter((pair) => pair.asked !== null) ?? [];
    if (asked.length === 0) return null;
    return (
        <section className="flex items-center gap-4 border border-l-4 border-line border-l-broken bg-sheet px-3 py-2.5">
            <div className="min-w-0 flex-1">
                <h2 className="text-[15px]">{t('today.rateAsks', { many: asked.length })}</h2>
                <p className="text-[12.5px] text-text-2">{t('today.rateAsksWhy')}</p>
            </div>
            <Link
                to="/settings/rates"
                className="inline-flex h-8 shrink-0 items-center rounded-md border border-button bg-button px-3 text-button-text"
            >
                {t('common.look')}
            </Link>
        </section>
    );
}
