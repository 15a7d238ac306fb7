import type { TryOut, TryOutRow } from '@/api/client';
import { PriceLine } from '@/charts/PriceLine';
import { Button } from '@/ui/Button';
import { money, signed, signedPercent } from '@/ui/figures';
import { reason } from '@/ui/words';

/** What the rule would do now: counts, three figures, the biggest moves. */
export function Effect({ tryOut, onAll, stale }: { tryOut: TryOut; onAll: () => void; stale: boolean }) {
    const figures: [string, string][] = [
        ['Cheapest', `${tryOut.cheapest_before} → ${tryOut.cheapest_after}`],
        ['At their floor', `${tryOut.at_floor_before} → ${tryOut.at_floor_after}`],
        ['Would change', `${tryOut.down + tryOut.up + tryOut.ask} of ${tryOut.listings}`],
        ['Revenue €, 30 days', difference(tryOut.revenue_before, tryOut.revenue_after)],
        ['Profit €, 30 days', difference(tryOut.profit_before, tryOut.profit_after)],
    ];
    return (
        <div className={stale ? 'opacity-60 transition-opacity' : undefined}>
            <Bar tryOut={tryOut} />
            <dl className="mt-3.5 grid grid-cols-[repeat(3,1fr)_repeat(2,1.35fr)] rounded-md border border-line bg-sheet max-[1160px]:grid-cols-3">
                {figures.map(([name, figure], index) => (
                    <div key={name} className={`p-2.5 ${index ? 'border-l border-line' : ''}`}>
                        <dt className="text-[12.5px] text-text-2">{name}</dt>
                        <dd className="text-[16px] font-bold">{figure}</dd>
                    </div>
                ))}
            </dl>
            <p className="mt-1 text-[12.5px] text-text-3">
                Revenue and profit of what was sold in the last 30 days, at the new prices; that they sell more or less
                is not guessed.
            </p>
            <Moves rows={tryOut.rows} />
            {tryOut.listings > 0 && (
                <Button className="mt-3" onClick={onAll}>
                    Every listing, one by one
                </Button>
            )}
        </div>
    );
}

/** "1 204.50, +63.20" */
const difference = (before: string, after: string) =>
    `${money(after)}, ${signed((Number(after) - Number(before)).toFixed(2))}`;

function Bar({ tryOut }: { tryOut: TryOut }) {
    const parts: [number, string, string][] = [
        [tryOut.down, 'down', 'bg-stripe-soft'],
        [tryOut.up, 'up', 'bg-yours-soft'],
        [tryOut.stay, 'stay', 'bg-line/60'],
        [tryOut.ask, 'ask', 'bg-sheet border-dashed'],
        [tryOut.skipped, 'left alone', 'bg-sheet'],
        [tryOut.blocked, 'can’t', 'bg-broken-soft'],
    ];
    return (
        <ul className="flex h-9 overflow-hidden rounded-md border border-line-2" aria-label="What would happen">
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
            {tryOut.listings === 0 && <li className="flex items-center px-2.5 text-text-2">no listing is meant yet</li>}
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
                        Biggest moves
                    </th>
                    <th scope="col" className="py-1.5 font-medium">
                        now
                    </th>
                    <th scope="col" className="py-1.5 pl-3 font-medium">
                        would be
                    </th>
                    <th scope="col" className="py-1.5 pl-3 font-medium">
                        change
                    </th>
                    <th scope="col" className="py-1.5 pl-3 text-left font-medium">
                        because
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
                        <td className="py-1 text-right font-bold">{money(row.new_price)}</td>
                        <td className="py-1 text-right">{signedPercent(row.change_percent)}</td>
                        <td className="py-1 pl-3 text-[12.5px] leading-tight text-text-2">{reason(row.reason)}</td>
                    </tr>
                ))}
            </tbody>
        </table>
    );
}
