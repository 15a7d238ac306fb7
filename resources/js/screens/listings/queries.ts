import { key, useChanged } from '@/api/keys';
import { api, take, type ListingFilter } from '@/api/client';
import { usePages } from '@/api/usePages';
import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';

const asQuery = ({ state, ...rest }: ListingFilter) => ({ ...rest, 'state[]': state });

/** How many match in all; the rows do not wait for it. */
export const useListingCount = (filter: ListingFilter) =>
    useQuery({
        queryKey: key('listings', 'count', filter),
        queryFn: ({ signal }) =>
            take(api.GET('/api/v1/listings/count', { params: { query: asQuery(filter) }, signal })),
        select: (count) => count.total,
        placeholderData: keepPreviousData,
    });

/** Enough for a tall window, so that a search is one request. */
const PAGE = 60;

export const useListings = (filter: ListingFilter, sort: string) =>
    usePages({
        name: key('listings', filter, sort),
        load: async (cursor: string | null, signal) => {
            const query = { ...asQuery(filter), sort: sort as 'sku', cursor: cursor ?? undefined, limit: PAGE };
            const page = await take(api.GET('/api/v1/listings', { params: { query }, signal }));
            return { rows: page.listings, next: page.next };
        },
        idOf: (listing) => listing.id,
        size: PAGE,
    });

export const useListing = (id: number | null) =>
    useQuery({
        queryKey: key('listing', id),
        queryFn: ({ signal }) => take(api.GET('/api/v1/listings/{id}', { params: { path: { id: id ?? 0 } }, signal })),
        enabled: id !== null,
        placeholderData: keepPreviousData,
    });

export const useHistory = (id: number, days: number) =>
    useQuery({
        queryKey: key('listing', id, 'history', days),
        queryFn: ({ signal }) =>
            take(api.GET('/api/v1/listings/{id}/history', { params: { path: { id }, query: { days } }, signal })),
        staleTime: 10_000,
    });

/** A price set by hand stands no longer: the rule decides again. */
export function useReleaseHandPrice(id: number) {
    const changed = useChanged();
    return useMutation({
        mutationFn: () => take(api.DELETE('/api/v1/listings/{id}/hand-price', { params: { path: { id } } })),
        onSettled: () => {
            changed('listings', 'changes');
        },
    });
}

export function useChangeListing(id: number) {
    const client = useQueryClient();
    return useMutation({
        mutationFn: (body: { version: number; floor?: string; ceiling?: string; automation_on?: boolean }) =>
            take(api.PATCH('/api/v1/listings/{id}', { params: { path: { id } }, body })),
        onSettled: () => {
            void client.invalidateQueries({ queryKey: key('listing', id) });
            void client.invalidateQueries({ queryKey: key('listings') });
        },
    });
}
