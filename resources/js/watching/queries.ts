import { t } from '@/messages/watching';
import { api, take } from '@/api/client';
import { key, useChanged } from '@/api/keys';
import type { components } from '@/api/schema';
import { useMutation, useQuery } from '@tanstack/react-query';
import { toast } from 'sonner';

export type Watch = components['schemas']['Watch'];
export type Site = components['schemas']['Site'];
export type Reading = components['schemas']['Reading'];
export type FoundOffer = components['schemas']['FoundOffer'];

export const useSites = () =>
    useQuery({ queryKey: key('sites'), queryFn: ({ signal }) => take(api.GET('/api/v1/sites', { signal })) });

export type WatchFilter = components['schemas']['WatchFilter'];
export type WatchSelection = components['schemas']['WatchSelection'];

export const useWatchCount = (filter: WatchFilter) =>
    useQuery({
        queryKey: key('watches', 'count', filter),
        queryFn: async ({ signal }) =>
            (await take(api.GET('/api/v1/watches/count', { params: { query: filter }, signal }))).watches,
    });

export const useReadings = (watch: number) =>
    useQuery({
        queryKey: key('readings', watch),
        queryFn: ({ signal }) =>
            take(api.GET('/api/v1/watches/{id}/readings', { params: { path: { id: watch } }, signal })),
    });

/** Something that is done to a page or its last reading, with what is said when it is done, and when not. */
function useDone<Wanted>(work: (wanted: Wanted) => Promise<unknown>, done: string, failed: string) {
    const changed = useChanged();
    return useMutation({
        meta: { failed },
        mutationFn: work,
        onSuccess: () => {
            changed('watches', 'listings');
            toast(done);
        },
    });
}

export const useConfirm = (watch: number) =>
    useDone(
        (body: { reading: number; listing_id?: number }) =>
            take(api.POST('/api/v1/watches/{id}/confirm', { params: { path: { id: watch } }, body })),
        t('watching.confirmed'),
        t('watching.notConfirmed'),
    );

export const useReject = (watch: number) =>
    useDone(
        (reading: number) =>
            take(api.POST('/api/v1/watches/{id}/reject', { params: { path: { id: watch } }, body: { reading } })),
        t('watching.saidWrong'),
        t('watching.notSaidWrong'),
    );

export const useReadNow = (watches: WatchSelection) =>
    useDone(
        () => take(api.POST('/api/v1/watches/read', { body: watches })),
        t('watching.willBeRead'),
        t('watching.notReadNow'),
    );

export const useRemove = (watches: WatchSelection) =>
    useDone(
        () => take(api.POST('/api/v1/watches/remove', { body: watches })),
        t('watching.removed'),
        t('watching.notRemoved'),
    );

interface Change {
    schedule?: Watch['schedule'];
    active_until?: string | null;
    variant?: string | null;
    is_paused?: boolean;
}

export function useChangeWatches(watches: WatchSelection) {
    const changed = useChanged();
    return useMutation({
        meta: { failed: t('watching.notChanged') },
        mutationFn: (wanted: Change) => take(api.PATCH('/api/v1/watches', { body: { ...watches, ...wanted } })),
        onSuccess: () => changed('watches', 'listings'),
    });
}
