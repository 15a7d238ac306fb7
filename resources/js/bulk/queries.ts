import { key, useChanged } from '@/api/keys';
import { api, take, type Batch, type BulkEdit, type ListingFilter } from '@/api/client';
import { usePages } from '@/api/usePages';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';

export type Edit = 'product' | 'prices' | 'cost' | 'limits' | 'supplier' | 'automation' | 'price' | 'markup' | 'rule';
export type Shown = 'all' | 'create' | 'change' | 'same' | 'refused' | 'left' | 'moves';

const PAGE = 100;

const isWorking = (batch: Batch | undefined) => ['planning', 'applying', 'undoing'].includes(batch?.state ?? '');

export const useBatches = (enabled: boolean) =>
    useQuery({
        queryKey: key('batches'),
        queryFn: ({ signal }) => take(api.GET('/api/v1/batches', { signal })),
        enabled,
    });

/** Asked again while it is at work, besides what the live stream says. */
export const useBatch = (id: string) =>
    useQuery({
        queryKey: key('batch', id),
        queryFn: ({ signal }) => take(api.GET('/api/v1/batches/{id}', { params: { path: { id } }, signal })),
        refetchInterval: (query) => (isWorking(query.state.data) ? 1_000 : false),
    });

/** A batch that is still being worked out has none yet. */
export const useBatchRows = ({ id, state }: Batch, shown: Shown) =>
    usePages({
        name: key('batch', id, 'rows', shown, state),
        load: async (after: number | null, signal) => {
            const query = { show: shown === 'all' ? undefined : shown, after: after ?? undefined };
            const rows = await take(api.GET('/api/v1/batches/{id}/rows', { params: { path: { id }, query }, signal }));
            const isLast = rows.length < PAGE || shown === 'moves';
            return { rows, next: isLast ? null : (rows.at(-1)?.position ?? null) };
        },
        idOf: (row) => row.position,
        size: PAGE,
    });

export function useStartBatch() {
    const client = useQueryClient();
    return useMutation({
        mutationFn: (body: { edit: Edit; wanted: BulkEdit; listings?: number[]; filter?: ListingFilter }) =>
            take(api.POST('/api/v1/batches', { body })),
        onSuccess: (batch) => client.setQueryData(key('batch', batch.id), batch),
    });
}

export function useMoveBatch(id: string) {
    const client = useQueryClient();
    const changed = useChanged();
    const path = { params: { path: { id } } };
    return useMutation({
        mutationFn: (what: { undo: boolean; confirmed?: boolean }) =>
            take(
                what.undo
                    ? api.POST('/api/v1/batches/{id}/undo', path)
                    : api.POST('/api/v1/batches/{id}/apply', { ...path, body: { confirmed: what.confirmed } }),
            ),
        onSuccess: (batch) => {
            client.setQueryData(key('batch', batch.id), batch);
            changed('batches', 'listings', 'rules', 'facets', 'watches');
        },
    });
}
