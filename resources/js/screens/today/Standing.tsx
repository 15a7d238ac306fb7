import { t } from '@/messages/message';
import { whole } from '@/ui/figures';
import { ProblemNotice } from '@/ui/Notice';
import { Link } from 'react-router';
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
                    <section>
                        <h2 className="mb-1.5 text-[15px]">Buy box share</h2>
                        <Share days={now.days} now={now.buy_box} of={now.listings} />
                    </section>
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

const WIDTH = 260;
const HEIGHT = 64;

/** The part of the listings in stock that hold the buy box, by day. */
function Share({
    days,
    now,
    of,
}: {
    days: { day: string; listings: number; buy_box: number }[];
    now: number;
    of: number;
}) {
    const shares = days.map((day) => (day.listings === 0 ? 0 : day.buy_box / day.listings));
    const today = of === 0 ? null : now / of;
    const words =
        today === null ? 'no listing is compared yet' : `${Math.round(today * 100)} % of ${whole(of)} listings now`;
    if (shares.length < 2) return <p className="text-text-2">{words}. From tomorrow on, day by day.</p>;
    const top = Math.max(...shares, 0.01);
    const points = shares.map(
        (share, at) => `${(at / (shares.length - 1)) * WIDTH},${HEIGHT - 6 - (share / top) * (HEIGHT - 14)}`,
    );
    return (
        <figure>
            <svg
                viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
                className="w-full"
                role="img"
                aria-label={`Buy box share over ${shares.length} days, ${words}`}
            >
                <line x1="0" x2={WIDTH} y1={HEIGHT - 6} y2={HEIGHT - 6} className="stroke-line" />
                <polyline points={points.join(' ')} fill="none" strokeWidth="2" className="stroke-stripe" />
            </svg>
            <figcaption className="text-[12.5px] text-text-2">
                {words}; {Math.round(shares[0]! * 100)} % {shares.length - 1} days ago
            </figcaption>
        </figure>
    );
}
