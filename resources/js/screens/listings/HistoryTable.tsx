import { t } from '@/messages/inspector';
import type { ListingHistory } from '@/api/client';
import { clock, money } from '@/ui/figures';

/** A listing's history in figures, newest first; in full with what each rival asked. */
export function HistoryTable({ history, full = false }: { history: ListingHistory; full?: boolean }) {
    const rivals = full ? history.rivals : [];
    const columns = [
        t('inspector.ours'),
        t('inspector.lowest'),
        t('inspector.buyBox'),
        t('inspector.floorColumn'),
        ...(full ? [t('inspector.ceilingColumn')] : []),
        ...rivals.map((one) => one.name),
    ];
    return (
        <table className="w-full text-right">
            <thead className="sticky top-0 bg-sheet text-text-3">
                <tr>
                    <th scope="col" className="py-1 text-left font-normal">
                        {t('inspector.when')}
                    </th>
                    {columns.map((name) => (
                        <th key={name} scope="col" className="py-1 pl-3 font-normal">
                            {name}
                        </th>
                    ))}
                </tr>
            </thead>
            <tbody>
                {history.points
                    .map((point, index) => (
                        <tr key={index} className="border-t border-dotted border-line-2">
                            <td className="py-0.5 text-left whitespace-nowrap">
                                {clock(new Date(point.at * 1000).toISOString())}
                            </td>
                            <td className="pl-3">{money(point.price)}</td>
                            <td className="pl-3">{money(point.lowest)}</td>
                            <td className="pl-3">{money(point.buy_box)}</td>
                            <td className="pl-3">{money(point.floor)}</td>
                            {full && <td className="pl-3">{money(point.ceiling)}</td>}
                            {rivals.map((rival) => (
                                <td key={rival.seller} className="pl-3 text-text-2">
                                    {money(rival.figures[index] ?? null)}
                                </td>
                            ))}
                        </tr>
                    ))
                    .reverse()}
            </tbody>
        </table>
    );
}
