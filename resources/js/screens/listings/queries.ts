import { api, take, type ListingFilter } from '@/api/client';
import { keepPreviousData, useInfiniteQuery, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';

const asQuery = ({ state, ...rest }: ListingFilter) => ({ ...rest, 'state[]': state });

/** How many match in all; the rows do not wait for it. */
export const useListingCount = (filter: ListingFilter) =>
    useQuery({
        queryKey: ['listings', 'count', filter],
        queryFn: () => take(api.GET('/api/v1/listings/count', { params: { query: asQuery(filter) } })),
        placeholderData: keepPreviousData,
    });

export function useListings(filter: ListingFilter, sort: string) {
    return useInfiniteQuery({
        queryKey: ['listings', filter, sort],
        queryFn: ({ pageParam }) => {
            const query = {
                ...asQuery(filter),
                sort: sort as 'sku',
                cursor: pageParam ?? undefined,
                limit: 40,
            };
            return take(api.GET('/api/v1/listings', { params: { query } }));
        },
        initialPageParam: null as string | null,
        getNextPageParam: (page) => page.next,
        placeholderData: keepPreviousData,
    });
}

export const useListing = (id: number | null) =>
    useQuery({
        queryKey: ['listing', id],
        queryFn: () => take(api.GET('/api/v1/listings/{id}', { params: { path: { id: id ?? 0 } } })),
        enabled: id !== null,
        placeholderData: keepPreviousData,
    });

export const useHistory = (id: number, days: number) =>
    useQuery({
        queryKey: ['listing', id, 'history', days],
        queryFn: () => take(api.GET('/api/v1/listings/{id}/history', { params: { path: { id }, query: { days } } })),
        staleTime: 10_000,
    });

/** A price set by hand stands no longer: the rule decides again. */
export function useReleaseHandPrice(id: number) {
    const client = useQueryClient();
    return useMutation({
        mutationFn: () => take(api.DELETE('/api/v1/listings/{id}/hand-price', { params: { path: { id } } })),
        onSettled: () => {
            for (const key of ['listing', 'listings', 'changes']) void client.invalidateQueries({ queryKey: [key] });
        },
    });
}

export function useChangeListing(id: number) {
    const client = useQueryClient();
    return useMutation({
        mutationFn: (body: { version: number; floor?: string; ceiling?: string; automation_on?: boolean }) =>
            take(api.PATCH('/api/v1/listings/{id}', { params: { path: { id } }, body })),
        onSettled: () => {
            void client.invalidateQueries({ queryKey: ['listing', id] });
            void client.invalidateQueries({ queryKey: ['listings'] });
        },
    });
}
