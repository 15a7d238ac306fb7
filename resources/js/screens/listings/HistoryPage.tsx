import { t } from '@/messages/inspector';
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
const PagesOfListing = lazy(() => import('@/watching/PagesOfListing'));

const DAYS = [
    ['1', t('inspector.theLastDay')],
    ['7', t('inspector.n7Days')],
    ['30', t('inspector.n30Days')],
    ['60', t('inspector.n60Days')],
    ['180', t('inspector.n180Days')],
    ['400', t('inspector.n400Days')],
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
                title={listing?.title ?? t('inspector.history')}
                note={
                    listing &&
                    t('inspector.pricesIn', { sku: listing.sku, channel: listing.channel, currency: listing.currency })
                }
            />
            <main className="min-h-0 flex-1 overflow-auto bg-sheet px-[22px] py-4">
                <div className="mb-3 flex flex-wrap items-center gap-3">
                    <Select
                        label={t('inspector.howFarBack')}
                        hideLabel
                        value={String(days) as (typeof DAYS)[number][0]}
                        options={DAYS}
                        onChange={(next) => setParams({ days: next }, { replace: true })}
                    />
                    <span className="text-text-2">{t('inspector.drawAcrossToZoomDouble')}</span>
                    <span className="ml-auto flex gap-4">
                        <a
                            href={`/api/v1/listings/${id}/history/export?days=${days}`}
                            download
                            className="text-stripe underline underline-offset-2"
                        >
                            {t('inspector.asAFile')}
                        </a>
                        {listing && (
                            <Link
                                to={`/listings?q=${encodeURIComponent(listing.sku)}&listing=${id}`}
                                className="text-stripe underline underline-offset-2"
                            >
                                {t('inspector.theListing')}
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
                    aria-label={t('inspector.priceRivalsLimitsAndSales', {
                        title: listing?.title ?? t('inspector.theListing2'),
                        days,
                    })}
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
                {history.data?.rivals.some((rival) => rival.is_web) && listing && (
                    <div className="max-w-[420px]">
                        <Suspense fallback={null}>
                            <PagesOfListing listing={listing} />
                        </Suspense>
                    </div>
                )}
                {history.data && (
                    <section className="mt-5">
                        <h2 className="mb-1 text-[15px]">{t('inspector.inFigures')}</h2>
                        <p className="mb-1 text-[12.5px] text-text-3">
                            {t('inspector.rivalsPricesWithShipping', {
                                secondsPerPoint:
                                    history.data.seconds_per_point != null &&
                                    t('inspector.whatWasSeenLastInEvery', {
                                        secondsPerPoint: span(history.data.seconds_per_point),
                                    }),
                            })}
                        </p>
                        <div
                            className="max-h-[60vh] overflow-auto"
                            tabIndex={0}
                            role="region"
                            aria-label={t('inspector.inFigures')}
                        >
                            <HistoryTable history={history.data} full />
                        </div>
                    </section>
                )}
            </main>
        </>
    );
}
