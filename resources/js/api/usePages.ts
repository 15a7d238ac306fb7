import { hashKey, useQueries, useQueryClient, type QueryKey } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { LoadedPages, type Page } from './loadedPages';

interface Options<Row, Cursor> {
    /** What the list is kept under; each of its pages below that. */
    name: QueryKey;
    load: (cursor: Cursor | null, signal: AbortSignal) => Promise<Page<Row, Cursor>>;
    idOf: (row: Row) => number;
    /** Rows in a page. */
    size: number;
}

/** How many rows before the end of what is loaded the next page is asked for. */
const NEAR_END = 30;

/**
 * A long list that the server gives page by page. Pages are asked for when they come into sight, and asked for again only while they are:
 * however far someone has scrolled, a change in the market costs one or two requests.
 */
export function usePages<Row, Cursor>({ name, load, idOf, size }: Options<Row, Cursor>) {
    const client = useQueryClient();
    const hash = hashKey(name);
    const [view, setView] = useState({ hash, first: 0, last: 0 });
    // Another filter or order begins at its beginning.
    const { first, last } = view.hash === hash ? view : { first: 0, last: 0 };
    const [loaded] = useState(() => new LoadedPages<Row, Cursor>(idOf));
    const get = (cursor: Cursor | null) => client.getQueryData<Page<Row, Cursor>>([...name, cursor]);
    const { cursors, rows, isPending } = loaded.chain(hash, get);
    const queries = useQueries({
        queries: cursors.slice(first, last + 1).map((cursor) => ({
            queryKey: [...name, cursor] as QueryKey,
            queryFn: ({ signal }: { signal: AbortSignal }) => load(cursor, signal),
            // The chain of pages must not lose its first links while someone reads on.
            gcTime: Infinity,
            // The rows come from the chain, not from what is returned here.
            notifyOnChangeProps: ['data', 'error'] as const,
        })),
    });
    useEffect(
        () => () =>
            client.removeQueries({
                queryKey: JSON.parse(hash) as QueryKey,
                // The first page is shown at once when someone comes back to it.
                predicate: (query) => query.queryKey.at(-1) !== null,
            }),
        [client, hash],
    );
    const count = rows.length;
    const onView = (firstRow: number, lastRow: number) => {
        const first = Math.floor(firstRow / size);
        const last = Math.floor(lastRow / size) + (lastRow >= count - NEAR_END ? 1 : 0);
        setView((now) => {
            const seen = now.hash === hash ? now : { first: 0, last: 0 };
            return seen.first === first && seen.last === last ? now : { hash, first, last };
        });
    };
    return {
        /** Those of the filter before, until the first page of this one is there. */
        rows,
        isPending: isPending && count === 0,
        isBusy: isPending,
        error: queries.find((query) => query.error)?.error ?? null,
        refetch: () => queries.forEach((query) => void query.refetch()),
        onView,
    };
}
