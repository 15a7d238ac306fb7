import { TopBar } from '@/ui/TopBar';
import { ProblemNotice } from '@/ui/Notice';
import { Select } from '@/ui/Select';
import { span } from '@/ui/figures';
import { useWidth } from '@/ui/useWidth';
import { lazy, Suspense, useRef } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { HistoryTable } from './HistoryTable';
import { useHistory, useListing } from './queries';

const HistoryChart = lazy(() => import('@/charts/HistoryChart'));

const DAYS = [
    ['1', 'the last day'],
    ['7', '7 days'],
    ['30', '30 days'],
    ['60', '60 days'],
    ['180', '180 days'],
    ['400', '400 days'],
] as const;

/** One listing over time, at full width: prices with every rival, changes, limits, sales; the same in figures and as a file. */
export default function HistoryPage() {
    const id = Number(useParams().id);
    const [params, setParams] = useSearchParams();
    const days = Number(params.get('days') ?? 60) || 60;
    const listing = useListing(id).data?.listing;
    const history = useHistory(id, days);
    const place = useRef<HTMLDivElement>(null);
    const width = useWidth(place);
    return (
        <>
            <TopBar
                title={listing?.title ?? 'History'}
                note={listing && `${listing.sku} · ${listing.channel}, prices in ${listing.currency}`}
            />
            <main className="min-h-0 flex-1 overflow-auto bg-sheet px-[22px] py-4">
                <div className="mb-3 flex flex-wrap items-center gap-3">
                    <Select
                        label="How far back"
                        hideLabel
                        value={String(days) as (typeof DAYS)[number][0]}
                        options={DAYS}
                        onChange={(next) => setParams({ days: next }, { replace: true })}
                    />
                    <span className="text-text-2">Draw across to zoom, double-click to go back.</span>
                    <span className="ml-auto flex gap-4">
                        <a
                            href={`/api/v1/listings/${id}/history/export?days=${days}`}
                            download
                            className="text-stripe underline underline-offset-2"
                        >
                            As a file
                        </a>
                        {listing && (
                            <Link
                                to={`/listings?q=${encodeURIComponent(listing.sku)}&listing=${id}`}
                                className="text-stripe underline underline-offset-2"
                            >
                                The listing
                            </Link>
                        )}
                    </span>
                </div>
                {history.error && !history.data && (
                    <ProblemNotice error={history.error} onRetry={() => void history.refetch()} />
                )}
                <div
                    ref={place}
                    className="min-h-[505px]"
                    role="img"
                    aria-label={`Price, rivals, limits and sales of ${listing?.title ?? 'the listing'} over ${days} days; in figures below`}
                >
                    {history.data && width > 0 && (
                        <Suspense fallback={null}>
                            <HistoryChart
                                history={history.data}
                                floor={listing?.floor ?? null}
                                ceiling={listing?.ceiling ?? null}
                                width={width}
                                full
                            />
                        </Suspense>
                    )}
                </div>
                {history.data && (
                    <section className="mt-5">
                        <h2 className="mb-1 text-[15px]">In figures</h2>
                        <p className="mb-1 text-[12.5px] text-text-3">
                            Rivals’ prices with shipping, less your own shipping.
                            {history.data.seconds_per_point != null &&
                                ` What was seen last in every ${span(history.data.seconds_per_point)}; the file has all of it.`}
                        </p>
                        <div className="max-h-[60vh] overflow-auto" tabIndex={0} role="region" aria-label="In figures">
                            <HistoryTable history={history.data} full />
                        </div>
                    </section>
                )}
            </main>
        </>
    );
}
