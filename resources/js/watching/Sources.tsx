import { t } from '@/messages/watching';
import { api, take } from '@/api/client';
import { key } from '@/api/keys';
import type { components } from '@/api/schema';
import { Ago } from '@/ui/Ago';
import { Empty } from '@/ui/Empty';
import { percent, priced, signed } from '@/ui/figures';
import { ProblemNotice } from '@/ui/Notice';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';

type Source = components['schemas']['ListingSource'];

const HEAD = 'sticky top-0 bg-sheet px-2 py-2 text-left align-bottom font-normal text-text-2';
const CELL = 'border-t border-line px-2 py-2 align-top';
const FIGURE = `${CELL} text-right tabular-nums whitespace-nowrap`;

/** Where listings are bought: what they cost us and there, and what a sale leaves at either; the thinnest first. */
export default function Sources() {
    const sources = useQuery({
        queryKey: key('source', 'all'),
        queryFn: ({ signal }) => take(api.GET('/api/v1/sources', { signal })),
    });
    if (sources.error) return <ProblemNotice error={sources.error} onRetry={() => void sources.refetch()} />;
    if (!sources.data) return null;
    if (sources.data.length === 0) return <Empty title={t('watching.noSources')} more={t('watching.noSourcesMore')} />;
    return (
        <div
            tabIndex={0}
            role="region"
            aria-label={t('watching.sources')}
            className="min-h-0 flex-1 overflow-auto bg-sheet"
        >
            <div className="flex items-baseline px-[18px] pt-2">
                <p className="text-[12.5px] text-text-2">{t('watching.sourcesNote')}</p>
                <a download href="/api/v1/sources/export" className="ml-auto text-stripe underline underline-offset-2">
                    {t('watching.sourcesCsv')}
                </a>
            </div>
            <table className="w-full border-collapse">
                <thead>
                    <tr>
                        <th className={`${HEAD} pl-[18px]`}>{t('watching.sourceListing')}</th>
                        <th className={HEAD}>{t('watching.sourceBoughtAt')}</th>
                        <th className={`${HEAD} text-right`}>{t('watching.sourcePrice')}</th>
                        <th className={`${HEAD} text-right`}>{t('watching.sourceCosts')}</th>
                        <th className={`${HEAD} text-right`}>{t('watching.sourceMargins')}</th>
                        <th className={`${HEAD} pr-[18px] text-right`}>{t('watching.sourceReadAt')}</th>
                    </tr>
                </thead>
                <tbody>
                    {sources.data.map((source) => (
                        <Row key={source.id} source={source} />
                    ))}
                </tbody>
            </table>
        </div>
    );
}

function Row({ source }: { source: Source }) {
    const costs =
        source.our_cost !== null && source.cost !== null && source.cost_currency === source.our_cost_currency
            ? signed((Number(source.cost) - Number(source.our_cost)).toFixed(2), '')
            : null;
    const margins =
        source.margin_percent !== null && source.margin_at_source_percent !== null
            ? (Number(source.margin_at_source_percent) - Number(source.margin_percent)).toFixed(1)
            : null;
    return (
        <tr>
            <td className={`${CELL} max-w-[260px] pl-[18px]`}>
                <Link
                    to={`/listings?listing=${source.listing_id}`}
                    className="block truncate text-stripe underline underline-offset-2"
                >
                    {source.title}
                </Link>
                <span className="text-[12.5px] text-text-3">
                    {source.sku} · {source.channel}
                </span>
            </td>
            <td className={`${CELL} max-w-[220px]`}>
                <a
                    href={source.url}
                    target="_blank"
                    rel="noreferrer noopener"
                    className="block truncate text-stripe underline underline-offset-2"
                >
                    {source.shop}
                </a>
                {source.is_out && <b className="text-[12.5px] text-broken">{t('watching.sourceIsOut')}</b>}
            </td>
            <td className={FIGURE}>{priced(source.price, source.currency)}</td>
            <td className={FIGURE}>
                {t('watching.sourceFromTo', {
                    from: priced(source.our_cost, source.our_cost_currency),
                    to: priced(source.cost, source.cost_currency ?? ''),
                })}
                {costs !== null && <span className="block text-[12.5px] text-text-2">{costs}</span>}
            </td>
            <td className={FIGURE}>
                {t('watching.sourceFromTo', {
                    from: percent(source.margin_percent, 1),
                    to: percent(source.margin_at_source_percent, 1),
                })}
                {margins !== null && (
                    <span className="block text-[12.5px] text-text-2">
                        {t('watching.sourcePoints', { points: signed(margins, '') })}
                    </span>
                )}
            </td>
            <td className={`${FIGURE} pr-[18px] text-text-2`}>
                {source.cost_at === null ? '–' : <Ago time={source.cost_at} />}
            </td>
        </tr>
    );
}
