import { t } from '@/messages/alerts';
import { api, take } from '@/api/client';
import { key, useChanged } from '@/api/keys';
import type { components } from '@/api/schema';
import { keepPreviousData, useMutation, useQuery } from '@tanstack/react-query';
import { toast } from 'sonner';

export type Alert = components['schemas']['Alert'];
export type AlertFields = components['schemas']['AlertFields'];
export type AlertMessage = components['schemas']['AlertMessage'];
export type Destination = components['schemas']['AlertDestination'];

export const useAlerts = () =>
    useQuery({ queryKey: key('alerts'), queryFn: ({ signal }) => take(api.GET('/api/v1/alerts', { signal })) });

export const useDestinations = () =>
    useQuery({
        queryKey: key('alert-destinations'),
        queryFn: ({ signal }) => take(api.GET('/api/v1/alert-destinations', { signal })),
    });

export const useDeliveries = (destination: number) =>
    useQuery({
        queryKey: key('alert-destinations', destination, 'deliveries'),
        queryFn: ({ signal }) =>
            take(
                api.GET('/api/v1/alert-destinations/{id}/deliveries', {
                    params: { path: { id: destination } },
                    signal,
                }),
            ),
    });

export function useMarkRead() {
    const changed = useChanged();
    return useMutation({
        meta: { failed: t('alerts.notMarked') },
        mutationFn: (body: { messages?: number[]; up_to?: number }) =>
            take(api.POST('/api/v1/alert-messages/read', { body })),
        onSuccess: () => changed('alerts'),
    });
}

export function useChangeAlert(id: number) {
    const changed = useChanged();
    return useMutation({
        meta: { failed: t('alerts.notSaved') },
        mutationFn: (body: AlertFields) => take(api.PATCH('/api/v1/alerts/{id}', { params: { path: { id } }, body })),
        onSuccess: () => changed('alerts'),
    });
}

export function useRemoveAlert(onRemoved: () => void) {
    const changed = useChanged();
    return useMutation({
        meta: { failed: t('alerts.notRemoved') },
        mutationFn: (id: number) => take(api.DELETE('/api/v1/alerts/{id}', { params: { path: { id } } })),
        onSuccess: () => {
            changed('alerts');
            toast(t('alerts.removed'));
            onRemoved();
        },
    });
}

/** What an alert would have told; asked for when it has not been changed for a moment. */
export const usePreview = (fields: AlertFields | null) =>
    useQuery({
        queryKey: key('alert-preview', fields),
        enabled: fields !== null,
        placeholderData: keepPreviousData,
        queryFn: ({ signal }) => take(api.POST('/api/v1/alerts/preview', { body: fields!, signal })),
    });
