import { api, take } from '@/api/client';
import { key } from '@/api/keys';
import type { paths } from '@/api/schema';
import { t } from '@/messages/reports';
import { Empty } from '@/ui/Empty';
import { ProblemNotice } from '@/ui/Notice';
import { TopBar } from '@/ui/TopBar';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { lazy, Suspense } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { ReportFilters } from './ReportFilters';
import { ReportTable } from './ReportTable';
import { queryOf } from './queryOf';

const ReportCharts = lazy(() => import('./ReportCharts'));

type Name = paths['/api/v1/reports/{report}']['get']['parameters']['path']['report'];

const REPORTS: [Name, string, string][] = [
    ['changes', t('reports.changes'), t('reports.changesMore')],
    ['position', t('reports.position'), t('reports.positionMore')],
    ['margin', t('reports.margin'), t('reports.marginMore')],
    ['price-index', t('reports.priceIndex'), t('reports.priceIndexMore')],
    ['rivals', t('reports.rivals'), t('reports.rivalsMore')],
    ['unmoved', t('reports.unmoved'), t('reports.unmovedMore')],
    ['brakes', t('reports.brakes'), t('reports.brakesMore')],
];

/** What was: one question on the left, its answer over the days that are chosen. */
export default function ReportsPage() {
    const { report } = useParams();
    const [params] = useSearchParams();
    const chosen = REPORTS.find(([name]) => name === report) ?? REPORTS[0]!;
    const [name, title, more] = chosen;
    const query = queryOf(params, name === 'changes');
    const answer = useQuery({
        queryKey: key('report', name, query),
        queryFn: ({ signal }) =>
            take(api.GET('/api/v1/reports/{report}', { params: { path: { report: name }, query }, signal })),
        refetchInterval: (asked) => (asked.state.data?.is_behind ? 10_000 : false),
        placeholderData: (before, asked) => (asked?.queryKey[1] === name ? keepPreviousData(before) : undefined),
    });
    const search = String(params);
    const csv = (table: string) =>
        `/api/v1/reports/${name}/export?${String(new URLSearchParams({ ...toText(query), table }))}`;
    const isEmpty = answer.data?.tables.every((table) => table.rows.length === 0) ?? false;
    return (
        <>
            <TopBar title={t('reports.title')} note={t('reports.note')}>
                <Link to="/alerts?view=destinations" className="text-stripe underline underline-offset-2">
                    {t('reports.weekly')}
                </Link>
            </TopBar>
            <div className="grid min-h-0 flex-1 grid-cols-[230px_minmax(0,1fr)] max-[900px]:grid-cols-1 max-[900px]:overflow-auto">
                <nav aria-label={t('reports.reports')} className="overflow-auto border-r border-line">
                    <ul>
                        {REPORTS.map(([to, says, note]) => (
                            <li key={to}>
                                <Link
                                    to={`/reports/${to}${search === '' ? '' : `?${search}`}`}
                                    aria-current={to === name ? 'page' : undefined}
                                    className={clsx(
                                        'block border-b border-line px-[18px] py-2',
                                        to === name ? 'bg-stripe-soft' : 'hover:bg-line/40',
                                    )}
                                >
                                    <b className="block">{says}</b>
                                    <span className="block text-[12.5px] text-text-2">{note}</span>
                                </Link>
                            </li>
                        ))}
                    </ul>
                </nav>
                <main className="flex min-h-0 min-w-0 flex-col bg-sheet">
                    <ReportFilters hasWindow={name === 'changes'} />
                    {}
                    <div
                        tabIndex={0}
                        role="region"
                        aria-label={title}
                        aria-busy={answer.isFetching}
                        className="min-h-0 flex-1 overflow-auto"
                    >
                        <div className="px-[18px] pt-3 pb-2">
                            <h2 className="text-[19px]">{title}</h2>
                            <p className="text-text-2">
                                {answer.isPending ? t('reports.loading') : more}
                                {answer.data?.is_behind && ` · ${t('reports.beingWorkedOut')}`}
                            </p>
                        </div>
                        {answer.error && <ProblemNotice error={answer.error} onRetry={() => void answer.refetch()} />}
                        {isEmpty && <Empty title={t('reports.nothing')} more={t('reports.nothingMore')} />}
                        {answer.data && !isEmpty && (
                            <>
                                <Suspense fallback={null}>
                                    <ReportCharts charts={answer.data.charts} currency={answer.data.currency} />
                                </Suspense>
                                {answer.data.tables.map((table) => (
                                    <ReportTable
                                        key={`${name} ${table.key}`}
                                        table={table}
                                        currency={answer.data.currency}
                                        href={csv(table.key)}
                                    />
                                ))}
                            </>
                        )}
                    </div>
                </main>
            </div>
        </>
    );
}

const toText = (query: Record<string, string | number>) =>
    Object.fromEntries(Object.entries(query).map(([name, value]) => [name, String(value)]));
