import { t } from '@/messages/inspector';
import { key } from '@/api/keys';
import { api, take, type ListingDetail } from '@/api/client';
import { timeFormat } from '@/messages/locale';
import { money, percent, symbol } from '@/ui/figures';
import { ProblemNotice } from '@/ui/Notice';
import { useQuery } from '@tanstack/react-query';

const SOURCES = { bulk: t('inspector.byHand'), file: t('inspector.fromAFile'), undo: t('inspector.byAnUndo') } as const;

const DAY = { day: 'numeric', month: 'short', year: '2-digit' } as const;

/** What it cost when, and what the margin was then. */
export function Costs({ detail }: { detail: ListingDetail }) {
    const { id, version, currency } = detail.listing;
    const costs = useQuery({
        queryKey: key('listing', id, 'costs', detail.cost, version),
        queryFn: ({ signal }) => take(api.GET('/api/v1/listings/{id}/costs', { params: { path: { id } }, signal })),
    });
    if (costs.error && !costs.data) return <ProblemNotice error={costs.error} onRetry={() => void costs.refetch()} />;
    if (!costs.data || costs.data.length === 0) return null;
    return (
        <section className="mt-4">
            <h3 className="mb-1 text-[14px]">{t('inspector.whatItCostAndTheMargin')}</h3>
            <table className="w-full text-right text-[12.5px]">
                <thead className="text-text-3">
                    <tr>
                        <th className="text-left font-normal">{t('inspector.from')}</th>
                        <th className="font-normal">{t('inspector.costInAll', { symbol: symbol(currency) })}</th>
                        <th className="font-normal">{t('inspector.price', { symbol: symbol(currency) })}</th>
                        <th className="font-normal">{t('inspector.margin')}</th>
                        <th className="font-normal">{t('inspector.markup')}</th>
                    </tr>
                </thead>
                <tbody>
                    {costs.data.map((one) => (
                        <tr
                            key={`${one.from}${one.total_cost}`}
                            className="border-t border-dotted border-line-2 align-baseline"
                        >
                            <th className="py-1 text-left font-normal">
                                {timeFormat(DAY).format(new Date(one.from))}
                                <span className="block text-[11.5px] text-text-3">
                                    {one.is_later ? t('inspector.toCome') : SOURCES[one.source]}
                                </span>
                            </th>
                            <td>{money(one.total_cost)}</td>
                            <td>{money(one.price)}</td>
                            <td>{percent(one.earnings?.margin_percent)}</td>
                            <td>{percent(one.earnings?.markup_percent)}</td>
                        </tr>
                    ))}
                </tbody>
            </table>
            <p className="mt-1 text-[12px] text-text-3">{t('inspector.priceTheLastOneWhileThat')}</p>
        </section>
    );
}
