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

export const useReadNow = (watch: number) =>
    useDone(
        () => take(api.POST('/api/v1/watches/read', { body: { ids: [watch] } })),
        t('watching.willBeRead'),
        t('watching.notReadNow'),
    );

export const useRemove = (watch: number) =>
    useDone(
        () => take(api.POST('/api/v1/watches/remove', { body: { ids: [watch] } })),
        t('watching.removed'),
        t('watching.notRemoved'),
    );

interface Change {
    schedule?: Watch['schedule'];
    variant?: string | null;
    is_paused?: boolean;
}

export function useChangeWatch(watch: number) {
    const changed = useChanged();
    return useMutation({
        meta: { failed: t('watching.notChanged') },
        mutationFn: (wanted: Change) => take(api.PATCH('/api/v1/watches', { body: { ids: [watch], ...wanted } })),
        onSuccess: () => changed('watches', 'listings'),
    });
}
