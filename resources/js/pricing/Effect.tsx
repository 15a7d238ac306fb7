import { RatesUsed } from '@/ui/RatesUsed';
import { t } from '@/messages/pricing';
import type { TryOut, TryOutRow } from '@/api/client';
import { PriceLine } from '@/charts/PriceLine';
import { Button } from '@/ui/Button';
import { money, signed, signedPercent, symbol, priced } from '@/ui/figures';
import { reason } from '@/ui/words';

/** What the rule would do now: counts, three figures, the biggest moves. */
export function Effect({ tryOut, onAll, stale }: { tryOut: TryOut; onAll: () => void; stale: boolean }) {
    const places: [string, number, number][] = [
        [t('pricing.cheapest'), tryOut.cheapest_before, tryOut.cheapest_after],
        [t('pricing.atTheirFloor'), tryOut.at_floor_before, tryOut.at_floor_after],
    ];
    const sums: [string, string, string][] = [
        [t('pricing.revenue30Days2'), tryOut.revenue_before, tryOut.revenue_after],
        [t('pricing.profit30Days2'), tryOut.profit_before, tryOut.profit_after],
    ];
    const cell = 'border-line p-2.5 max-[1160px]:border-t';
    return (
        <div aria-busy={stale} className={stale ? 'opacity-60 transition-opacity' : undefined}>
            <Bar tryOut={tryOut} />
            <dl className="mt-3.5 grid grid-cols-[auto_auto_1fr_1fr] divide-x divide-line rounded-md border border-line bg-sheet max-[1160px]:grid-cols-2">
                {places.map(([name, before, after]) => (
                    <Figure
                        key={name}
                        className={cell}
                        name={name}
                        value={`${before} → ${after}`}
                        difference={signed(String(after - before))}
                        note={t('pricing.listings')}
                    />
                ))}
                {sums.map(([name, before, after]) => (
                    <Figure
                        key={name}
                        className={cell}
                        name={`${name}, ${symbol(tryOut.currency)}`}
                        value={money(after)}
                        difference={signed((Number(after) - Number(before)).toFixed(2))}
                        note={t('pricing.from', { before: money(before) })}
                    />
                ))}
            </dl>
            <p className="mt-1 text-[12.5px] text-text-3">
                {t('pricing.revenueAndProfitOfWhatWas')}
                {tryOut.left_out > 0 && ` ${t('pricing.leftOutOfSums', { many: tryOut.left_out })}`}
                <RatesUsed />
            </p>
            <Moves rows={tryOut.rows} />
            {tryOut.listings > 0 && (
                <Button className="mt-3" onClick={onAll}>
                    {t('pricing.allListingsOneByOne')}
                </Button>
            )}
        </div>
    );
}

function Figure({
    name,
    value,
    difference,
    note,
    className,
}: {
    name: string;
    value: string;
    difference: string;
    note: string;
    className: string;
}) {
    return (
        <div className={className}>
            <dt className="text-[12.5px] whitespace-nowrap text-text-2">{name}</dt>
            <dd>
                <b className="block text-[16px] whitespace-nowrap">{value}</b>
                <span className="block text-[12.5px] whitespace-nowrap text-text-2">
                    {difference} {note}
                </span>
            </dd>
        </div>
    );
}

function Bar({ tryOut }: { tryOut: TryOut }) {
    const parts: [number, string, string][] = [
        [tryOut.down, t('pricing.down'), 'bg-stripe-soft'],
        [tryOut.up, t('pricing.up'), 'bg-yours-soft'],
        [tryOut.stay, t('pricing.stay'), 'bg-line/60'],
        [tryOut.ask, t('pricing.needApproval'), 'bg-sheet border-dashed'],
        [tryOut.skipped, t('pricing.skipped'), 'bg-sheet'],
        [tryOut.blocked, t('pricing.cannotBePriced'), 'bg-broken-soft'],
    ];
    return (
        <ul
            className="flex h-9 overflow-hidden rounded-md border border-line-2"
            aria-label={t('pricing.whatWouldHappen')}
        >
            {parts
                .filter(([many]) => many > 0)
                .map(([many, name, colour]) => (
                    <li
                        key={name}
                        style={{ flexGrow: many }}
                        className={`flex min-w-[74px] items-center border-r border-line px-2.5 whitespace-nowrap last:border-0 ${colour}`}
                    >
                        {many} {name}
                    </li>
                ))}
            {tryOut.listings === 0 && (
                <li className="flex items-center px-2.5 text-text-2">{t('pricing.noListingMatchesYet')}</li>
            )}
        </ul>
    );
}

function Moves({ rows }: { rows: TryOutRow[] }) {
    if (rows.length === 0) return null;
    return (
        <table className="mt-4 w-full">
            <thead className="text-[12.5px] text-text-2">
                <tr className="border-b border-line-2 text-right">
                    <th scope="col" className="py-1.5 text-left font-medium" colSpan={2}>
                        {t('pricing.biggestMoves')}
                    </th>
                    <th scope="col" className="py-1.5 font-medium">
                        {t('pricing.now')}
                    </th>
                    <th scope="col" className="py-1.5 pl-3 font-medium whitespace-nowrap">
                        {t('pricing.wouldBe')}
                    </th>
                    <th scope="col" className="py-1.5 pl-3 font-medium whitespace-nowrap">
                        {t('pricing.change')}
                    </th>
                    <th scope="col" className="py-1.5 pl-3 text-left font-medium">
                        {t('pricing.reason')}
                    </th>
                </tr>
            </thead>
            <tbody>
                {rows.map((row) => (
                    <tr key={row.listing} className="border-b border-line">
                        <td className="max-w-[130px] py-1 pr-2">
                            <span className="block truncate" title={row.title}>
                                {row.title}
                            </span>
                            <span className="text-[12px] text-text-3">{row.sku}</span>
                        </td>
                        <td className="py-1">
                            <PriceLine
                                floor={row.floor}
                                ceiling={row.ceiling}
                                price={row.old_price}
                                proposed={row.new_price}
                                marks={[]}
                                currency=""
                                width={128}
                            />
                        </td>
                        <td className="py-1 text-right">{money(row.old_price)}</td>
                        <td className="py-1 pl-3 text-right font-bold">{priced(row.new_price, row.currency)}</td>
                        <td className="py-1 pl-3 text-right">{signedPercent(row.change_percent)}</td>
                        <td className="py-1 pl-3 text-[12.5px] leading-tight text-text-2">{reason(row.reason)}</td>
                    </tr>
                ))}
            </tbody>
        </table>
    );
}
