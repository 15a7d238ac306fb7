import { useChannels } from '@/api/queries';
import { ImportCosts } from '@/catalogue/ImportCosts';
import { typing } from '@/shell/Keys';
import { TopBar } from '@/shell/TopBar';
import { Button } from '@/ui/Button';
import { Notice, ProblemNotice } from '@/ui/Notice';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { BulkBar } from './BulkBar';
import { FilterBar } from './FilterBar';
import { Inspector } from './Inspector';
import { ListingTable } from './ListingTable';
import { useListings } from './queries';
import { useColumns } from './useColumns';
import { useListingView } from './useListingView';

export default function ListingsPage() {
    const view = useListingView();
    const listings = useListings(view.filter, view.sort);
    const columns = useColumns();
    const channels = useChannels();
    const [chosen, setChosen] = useState<ReadonlySet<number> | 'all'>(new Set<number>());
    const [importing, setImporting] = useState(false);
    const rows = useMemo(() => listings.data?.pages.flatMap((page) => page.listings) ?? [], [listings.data]);
    const total = listings.data?.pages[0]?.total ?? undefined;
    const { hasNextPage, isFetchingNextPage, fetchNextPage } = listings;
    const more = useCallback(() => {
        if (hasNextPage && !isFetchingNextPage) void fetchNextPage();
    }, [hasNextPage, isFetchingNextPage, fetchNextPage]);
    const { set, selected } = view;
    const select = useCallback((id: number) => set({ listing: String(id) }, true), [set]);
    const choose = useCallback(
        (id: number, on: boolean) =>
            setChosen((before) => {
                const next = new Set(before === 'all' ? rows.map((row) => row.id) : before);
                if (on) next.add(id);
                else next.delete(id);
                return next;
            }),
        [rows],
    );
    useEffect(() => {
        const press = (event: KeyboardEvent) => {
            if (typing(event)) return;
            const at = rows.findIndex((row) => row.id === selected);
            const step = event.key === 'j' ? 1 : event.key === 'k' ? -1 : 0;
            const next = step === 0 ? undefined : rows[Math.max(0, at + step)];
            if (next) select(next.id);
            if (event.key === 'x' && selected !== null)
                choose(selected, chosen === 'all' ? false : !chosen.has(selected));
        };
        window.addEventListener('keydown', press);
        return () => window.removeEventListener('keydown', press);
    }, [rows, selected, select, choose, chosen]);
    const anyChosen = chosen === 'all' || chosen.size > 0;
    const troubled = channels.data?.filter((channel) => channel.problem !== null) ?? [];

    return (
        <>
            <TopBar title="Listings" note={channels.data?.map((channel) => channel.name).join(', ')}>
                <Button onClick={() => setImporting(true)}>Bring in costs</Button>
            </TopBar>
            <div className="flex min-h-0 flex-1">
                <main className="flex min-w-0 flex-1 flex-col">
                    {anyChosen ? (
                        <BulkBar
                            chosen={chosen}
                            total={total ?? 0}
                            filter={view.filter}
                            onDone={() => setChosen(new Set())}
                        />
                    ) : (
                        <FilterBar view={view} total={total} columns={columns} />
                    )}
                    {troubled.map((channel) => (
                        <Notice key={channel.id}>
                            {channel.problem} It is tried again by itself; what is shown may be older than usual.
                        </Notice>
                    ))}
                    {listings.error ? (
                        <ProblemNotice error={listings.error} onRetry={() => void listings.refetch()} />
                    ) : total === 0 ? (
                        <Empty filtered={Object.keys(view.filter).length > 0} />
                    ) : (
                        <ListingTable
                            rows={rows}
                            total={total ?? 0}
                            columns={columns.columns}
                            sort={view.sort}
                            onSort={(sort) => set({ sort }, true)}
                            selected={selected}
                            onSelect={select}
                            chosen={chosen}
                            onChoose={choose}
                            onChooseAll={(on) => setChosen(on ? 'all' : new Set())}
                            onNearEnd={more}
                        />
                    )}
                </main>
                {selected !== null && (
                    <Inspector
                        key={selected}
                        id={selected}
                        onClose={() => set({ listing: null }, true)}
                        onImport={() => setImporting(true)}
                    />
                )}
            </div>
            {importing && <ImportCosts onClose={() => setImporting(false)} />}
        </>
    );
}

function Empty({ filtered }: { filtered: boolean }) {
    return (
        <div className="grid flex-1 place-content-center bg-sheet p-10 text-center">
            <h2 className="text-[17px]">{filtered ? 'No listing matches' : 'No listings yet'}</h2>
            <p className="mt-1 max-w-[46ch] text-text-2">
                {filtered
                    ? 'Take a filter away, or look for fewer words.'
                    : 'Listings come in from a connected marketplace. As soon as one is connected they appear here by themselves.'}
            </p>
        </div>
    );
}
