import { t } from '@/messages/watching';
import { said } from '@/messages/said';
import { api, take } from '@/api/client';
import { key } from '@/api/keys';
import { Button } from '@/ui/Button';
import { ago, priced } from '@/ui/figures';
import { InlineButton } from '@/ui/InlineButton';
import { ProblemNotice } from '@/ui/Notice';
import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense, useState } from 'react';
import { Link } from 'react-router';
import { useReject, type Watch } from './queries';
import { status } from './words';

const AddWatches = lazy(() => import('./AddWatches'));

const SourceOfListing = lazy(() => import('./SourceOfListing'));

const LINK = 'text-stripe underline underline-offset-2';

/** Pages of other shops that are read for a listing. */
export default function PagesOfListing({ listing }: { listing: { id: number; sku: string } }) {
    const [isAdding, setAdding] = useState(false);
    const watches = useQuery({
        queryKey: key('watches', 'of listing', listing.id),
        queryFn: ({ signal }) =>
            take(api.GET('/api/v1/watches', { params: { query: { listing: listing.id } }, signal })),
    });
    return (
        <section className="mt-5 border-t border-line pt-3">
            <div className="flex items-center justify-between gap-2">
                <h3 className="text-[14px]">{t('watching.pagesOfShops')}</h3>
                <Button look="quiet" onClick={() => setAdding(true)}>
                    {t('watching.watchAPage')}
                </Button>
            </div>
            {watches.error && !watches.data && <ProblemNotice error={watches.error} />}
            {watches.data?.map((watch) => (
                <Line key={watch.id} watch={watch} />
            ))}
            {watches.data && watches.data.length > 0 && (
                <Suspense fallback={null}>
                    <SourceOfListing listing={listing} watches={watches.data} />
                </Suspense>
            )}
            {isAdding && (
                <Suspense fallback={null}>
                    <AddWatches open listing={listing} onClose={() => setAdding(false)} />
                </Suspense>
            )}
        </section>
    );
}

function Line({ watch }: { watch: Watch }) {
    const reject = useReject(watch.id);
    const { reading } = watch;
    const shown = watch.counts ?? watch.found;
    return (
        <div className="border-b border-dotted border-line-2 py-1.5 last:border-0">
            <div className="flex justify-between gap-2">
                <Link to={`/rivals?view=pages&watch=${watch.id}`} className={`min-w-0 truncate ${LINK}`}>
                    {watch.host}
                </Link>
                <span className="whitespace-nowrap">
                    {shown ? priced(shown.price, shown.currency) : '–'}
                    {watch.landed && watch.landed !== shown?.price && (
                        <span className="text-text-2">
                            {', '}
                            {t('watching.countsAs', {
                                price: priced(watch.landed, watch.listing?.currency ?? ''),
                            })}
                        </span>
                    )}
                </span>
            </div>
            <div className="flex justify-between gap-2 text-[12px] text-text-3">
                <span className="min-w-0">
                    {watch.not_counted ? said(watch.not_counted) : status(watch)}
                    {watch.read_at && `, ${ago(watch.read_at)}`}
                </span>
                {reading !== null && watch.found && watch.verdict !== 'wrong' && (
                    <InlineButton
                        className={`shrink-0 whitespace-nowrap ${LINK}`}
                        onClick={() => reject.mutate(reading)}
                    >
                        {t('watching.wrong')}
                    </InlineButton>
                )}
            </div>
            {reject.error && <ProblemNotice error={reject.error} />}
        </div>
    );
}
