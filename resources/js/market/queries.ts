import { api, take } from '@/api/client';
import { key } from '@/api/keys';
import type { components } from '@/api/schema';
import { usePages } from '@/api/usePages';
import { useQuery } from '@tanstack/react-query';

export type Rival = components['schemas']['RivalStanding'];
export type MetListing = components['schemas']['MetListing'];
export type RivalMove = components['schemas']['RivalMove'];
export type ComparedListing = components['schemas']['ComparedListing'];
export type MetSort = NonNullable<
    NonNullable<import('@/api/schema').paths['/api/v1/rivals/{id}/listings']['get']['parameters']['query']>['sort']
>;
export type MatrixSort = 'lowest' | '-lowest';

const PAGE = 100;

/** Asked again while it is being worked out, besides what the live stream says. */
export const useRivals = () =>
    useQuery({
        queryKey: key('rivals', 'standings'),
        queryFn: ({ signal }) => take(api.GET('/api/v1/rivals/standings', { signal })),
        refetchInterval: (query) => (query.state.data?.is_behind ? 3_000 : false),
    });

const next = (rows: unknown[], after: number | null) => (rows.length === PAGE ? (after ?? 0) + PAGE : null);

export const useMetListings = (id: number, sort: MetSort) =>
    usePages({
        name: key('rivals', id, 'listings', sort),
        load: async (after: number | null, signal) => {
            const query = { sort, after: after ?? undefined };
            const path = { params: { path: { id }, query }, signal };
            const rows = await take(api.GET('/api/v1/rivals/{id}/listings', path));
            return { rows, next: next(rows, after) };
        },
        idOf: (row) => row.id,
        size: PAGE,
    });

export const useMoves = (id: number) =>
    useQuery({
        queryKey: key('rivals', id, 'moves'),
        queryFn: ({ signal }) => take(api.GET('/api/v1/rivals/{id}/moves', { params: { path: { id } }, signal })),
    });

const matrixQuery = (rivals: number[] | null, sort: MatrixSort) => ({ rivals: rivals?.join(','), sort });

export const useMatrix = (rivals: number[] | null, sort: MatrixSort) =>
    usePages({
        name: key('rivals', 'matrix', rivals, sort),
        load: async (after: number | null, signal) => {
            const query = { ...matrixQuery(rivals, sort), after: after ?? undefined };
            const { rows } = await take(api.GET('/api/v1/rivals/matrix', { params: { query }, signal }));
            return { rows, next: next(rows, after) };
        },
        idOf: (row) => row.id,
        size: PAGE,
    });

/** Which rivals stand beside each other where none were chosen, and how many rows there are. */
export const useMatrixHead = (rivals: number[] | null, sort: MatrixSort) =>
    useQuery({
        queryKey: key('rivals', 'matrix-head', rivals, sort),
        queryFn: ({ signal }) =>
            take(api.GET('/api/v1/rivals/matrix', { params: { query: matrixQuery(rivals, sort) }, signal })),
        select: ({ rivals: shown, total }) => ({ shown, total }),
        placeholderData: (before) => before,
    });

export const matrixFile = (rivals: number[] | null, sort: MatrixSort) => {
    const query = new URLSearchParams({ sort });
    if (rivals) query.set('rivals', rivals.join(','));
    return `/api/v1/rivals/matrix/export?${query}`;
};
