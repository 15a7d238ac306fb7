import { said } from '@/messages/said';
import { t } from '@/messages/message';
import { useChannels } from '@/api/queries';
import { RecentBatches } from '@/bulk/RecentBatches';
import { isForPage } from '@/ui/hotkeys';
import { TopBar } from '@/ui/TopBar';
import { Button } from '@/ui/Button';
import { Notice } from '@/ui/Notice';
import { useKeptColumns } from '@/ui/grid/useKeptColumns';
import { lazy, Suspense, useCallback, useEffect, useState } from 'react';
import { EDIT_PRICE } from './EditCell';
import { FilterBar } from './FilterBar';
import { ListingTable } from './ListingTable';
import { useListing, useListingCount, useListings } from './queries';
import { COLUMNS, USUAL_COLUMNS } from './columns';
import { ALL, choose as select, has, isAny, NONE } from '@/ui/grid/selection';
import { useStable } from '@/ui/useStable';
import { useListingView } from './useListingView';

const BulkBar = lazy(() => import('./BulkBar'));
const Inspector = lazy(() => import('./Inspector'));
const ProductWindow = lazy(() => import('@/catalogue/ProductWindow'));

export default function ListingsPage() {
    const view = useListingView();
    const listings = useListings(view.filter, view.sort);
    const columns = useKeptColumns('listing', COLUMNS, USUAL_COLUMNS);
    const channels = useChannels();
    const [chosen, setChosen] = useState(NONE);
    const { rows } = listings;
    const total = useListingCount(view.filter).data;
    const { set, selected, product } = view;
    const productOf = useListing(product && product !== 'new' ? selected : null);
    const openBatch = useCallback((id: string) => set({ batch: id, file: null }), [set]);
    const bringIn = useCallback(() => set({ file: 'new' }), [set]);
    const open = useCallback((id: number) => set({ listing: String(id) }, true), [set]);
    const choose = useCallback((ids: number[], on: boolean) => setChosen((before) => select(before, ids, on)), []);
    const chooseAll = useCallback((on: boolean) => setChosen(on ? ALL : NONE), []);
    const onSort = useCallback((sort: string) => set({ sort }, true), [set]);
    const onView = useStable(listings.onView);
    const onRetry = useStable(listings.refetch);
    useEffect(() => {
        const press = (event: KeyboardEvent) => {
            if (!isForPage(event)) return;
            const key = event.key.toLowerCase();
            const at = rows.findIndex((row) => row.id === selected);
            const step = key === 'j' ? 1 : key === 'k' ? -1 : 0;
            const next = step === 0 ? undefined : rows[Math.max(0, at + step)];
            if (next) {
                if (event.shiftKey && selected !== null) choose([selected, next.id], true);
                open(next.id);
            }
            if (key === 'x' && selected !== null) choose([selected], !has(chosen, selected));
            if (key === 'e' && selected !== null) {
                event.preventDefault();
                window.dispatchEvent(new CustomEvent(EDIT_PRICE, { detail: selected }));
            }
            if (key === 'a') setChosen(ALL);
            if (key === 'n') setChosen(NONE);
        };
        window.addEventListener('keydown', press);
        return () => window.removeEventListener('keydown', press);
    }, [rows, selected, open, choose, chosen]);
    const troubled = channels.data?.filter((channel) => channel.problem !== null) ?? [];

    return (
        <>
            <TopBar title={t('listings.listings')} note={channels.data?.map((channel) => channel.name).join(', ')}>
                <RecentBatches onOpen={openBatch} />
                <Button onClick={() => set({ product: 'new' })}>{t('listings.addAProduct')}</Button>
                <Button onClick={bringIn}>{t('listings.import')}</Button>
            </TopBar>
            <div className="flex min-h-0 flex-1">
                <main className="flex min-w-0 flex-1 flex-col">
                    {isAny(chosen) ? (
                        <Suspense fallback={<div className="min-h-[50px] border-b border-line bg-stripe-soft" />}>
                            <BulkBar
                                chosen={chosen}
                                total={total ?? 0}
                                filter={view.filter}
                                onNone={() => setChosen(NONE)}
                                onPlanned={openBatch}
                            />
                        </Suspense>
                    ) : (
                        <FilterBar view={view} total={total} columns={columns} />
                    )}
                    {troubled.map((channel) => (
                        <Notice key={channel.id}>
                            {t('listings.itIsTriedAgainByItself', {
                                problem: channel.problem && said(channel.problem),
                            })}
                        </Notice>
                    ))}
                    <ListingTable
                        rows={rows}
                        total={total ?? rows.length}
                        columns={columns}
                        sort={view.sort}
                        onSort={onSort}
                        open={selected}
                        onOpen={open}
                        chosen={chosen}
                        onChoose={choose}
                        onChooseAll={chooseAll}
                        onView={onView}
                        isLoading={listings.isPending}
                        isBusy={listings.isBusy}
                        error={listings.error}
                        onRetry={onRetry}
                        isFiltered={Object.keys(view.filter).length > 0}
                    />
                </main>
                {selected !== null && (
                    <Suspense fallback={<aside className="w-[336px] shrink-0 border-l border-line bg-sheet" />}>
                        <Inspector
                            key={selected}
                            id={selected}
                            onClose={() => set({ listing: null }, true)}
                            onImport={bringIn}
                            onProduct={(product) => set({ product })}
                        />
                    </Suspense>
                )}
            </div>
            {(product === 'new' || (product && productOf.data)) && (
                <Suspense fallback={null}>
                    <ProductWindow
                        key={product}
                        detail={product === 'new' ? null : productOf.data!}
                        isOffer={product === 'offer'}
                        onClose={() => set({ product: null })}
                        onAsks={(batch) => set({ product: null, batch })}
                        onAdded={(sku) => set({ product: null, q: sku })}
                    />
                </Suspense>
            )}
        </>
    );
}
