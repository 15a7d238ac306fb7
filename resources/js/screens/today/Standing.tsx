import { t } from '@/messages/today';
import { whole } from '@/ui/figures';
import { ProblemNotice } from '@/ui/Notice';
import { Link } from 'react-router';
import { LastDays } from './LastDays';
import { useToday } from './queries';
import { WorthALook } from './WorthALook';

/** What happened in a day, and how the listings stand. */
export function Standing() {
    const today = useToday();
    const now = today.data;
    return (
        <aside
            aria-label={t('today.standing')}
            className="w-[300px] shrink-0 overflow-auto border-l border-line bg-sheet px-4 py-5 max-[1000px]:w-auto max-[1000px]:border-t max-[1000px]:border-l-0"
        >
            {today.error && !today.data && <ProblemNotice error={today.error} onRetry={() => void today.refetch()} />}
            {now && (
                <div className="grid grid-cols-[minmax(0,1fr)] gap-7">
                    <section>
                        <h2 className="mb-1 text-[15px]">{t('today.last24')}</h2>
                        <dl>
                            <Row
                                name={t('today.byRules')}
                                figure={now.changed_by_rules}
                                to="/changes?state=confirmed"
                            />
                            <Row name={t('today.byYou')} figure={now.changed_by_hand} />
                            <Row name={t('today.heldNow')} figure={now.held} />
                            <Row name={t('today.refusedNow')} figure={now.refused} to="/changes?state=failed" />
                        </dl>
                    </section>
                    <section>
                        <h2 className="mb-1.5 text-[15px]">{t('today.standing')}</h2>
                        <Bars
                            of={now.listings}
                            bars={[
                                [t('today.cheapest'), now.cheapest, 'bg-stripe'],
                                [t('today.inPack'), now.in_pack, 'bg-stripe-mid'],
                                [t('today.dearest'), now.dearest, 'bg-line-2'],
                                [t('today.alone'), now.alone, 'bg-yours'],
                            ]}
                        />
                    </section>
                    <LastDays days={now.days} />
                    <WorthALook />
                </div>
            )}
        </aside>
    );
}

function Row({ name, figure, to }: { name: string; figure: number; to?: string }) {
    return (
        <div className="flex justify-between border-b border-dotted border-line-2 py-1.5">
            <dt>
                {to ? (
                    <Link to={to} className="hover:underline">
                        {name}
                    </Link>
                ) : (
                    name
                )}
            </dt>
            <dd className="font-bold">{whole(figure)}</dd>
        </div>
    );
}

function Bars({ bars, of }: { bars: [string, number, string][]; of: number }) {
    return (
        <dl className="grid gap-1.5">
            {bars.map(([name, many, colour]) => (
                <div key={name} className="flex items-center gap-2">
                    <dt className="w-[74px] text-right text-text-2">{name}</dt>
                    <dd className="flex flex-1 items-center gap-2">
                        <span
                            aria-hidden="true"
                            className={`h-3.5 min-w-px ${colour}`}
                            style={{ width: `${of === 0 ? 0 : (many / of) * 72}%` }}
                        />
                        {whole(many)}
                    </dd>
                </div>
            ))}
        </dl>
    );
}
