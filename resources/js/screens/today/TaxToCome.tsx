import { t } from '@/messages/today';
import { useTaxRates } from '@/api/queries';
import { dayInFull } from '@/messages/locale';
import { countryName } from '@/ui/countries';
import { exactPercent } from '@/ui/figures';
import { Link } from 'react-router';

/** Taxes that change soon: nothing is to be done, but prices will move. */
export function TaxToCome() {
    const rates = useTaxRates().data?.filter((rate) => rate.holds === 'later') ?? [];
    if (rates.length === 0) return null;
    return (
        <section className="border-t border-line pt-4">
            <h2 className="text-[15px]">{t('today.taxChanges')}</h2>
            <ul className="mt-1 text-[12.5px] text-text-2">
                {rates.map((rate) => (
                    <li key={rate.id}>
                        {t('today.taxToCome', {
                            day: dayInFull(rate.valid_from),
                            country: countryName(rate.country),
                            category: rate.category ?? 'none',
                            percent: exactPercent(rate.percent),
                        })}
                    </li>
                ))}
            </ul>
            <Link to="/settings/tax" className="text-[12.5px] text-stripe underline underline-offset-2">
                {t('today.taxRates')}
            </Link>
        </section>
    );
}
