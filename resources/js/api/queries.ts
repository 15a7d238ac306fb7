import type { components } from './schema';
import { key, useChanged } from './keys';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api, take, type Workspace } from './client';

export const useMe = () =>
    useQuery({
        queryKey: key('me'),
        queryFn: ({ signal }) => take(api.GET('/api/v1/session', { signal })),
        retry: false,
        staleTime: 60_000,
    });

export const useWorkspace = () =>
    useQuery({ queryKey: key('workspace'), queryFn: ({ signal }) => take(api.GET('/api/v1/workspace', { signal })) });

/** How many prices wait for something, on all channels or on one. */
export function useWaiting(waitsFor: 'hours' | 'switch', channel?: number): number {
    const waiting = useQuery({
        queryKey: key('changes', 'waiting'),
        queryFn: ({ signal }) => take(api.GET('/api/v1/changes/waiting', { signal })),
        staleTime: 2_000,
    });
    return (waiting.data ?? [])
        .filter((one) => one.waits_for === waitsFor && (channel === undefined || one.channel_id === channel))
        .reduce((sum, one) => sum + one.many, 0);
}

export const useChannels = () =>
    useQuery({ queryKey: key('channels'), queryFn: ({ signal }) => take(api.GET('/api/v1/channels', { signal })) });

/** What listings can be priced in: the currency of the workspace, and those of its channels. */
export function useCurrencies(own: string): string[] {
    const others = useChannels().data?.map((channel) => channel.currency) ?? [];
    return [...new Set([own, ...others])];
}

/** Countries that are sold to; none where there is only one. */
export function useCountries(): string[] {
    const all = new Set(useChannels().data?.flatMap((channel) => channel.country ?? []));
    return all.size > 1 ? [...all].sort() : [];
}

/** Channels that are being read. */
export const useImports = () =>
    useQuery({
        queryKey: key('imports'),
        queryFn: ({ signal }) => take(api.GET('/api/v1/channel-imports', { signal })),
    });

export const useRules = () =>
    useQuery({ queryKey: key('rules'), queryFn: ({ signal }) => take(api.GET('/api/v1/rules', { signal })) });

/** What cannot be priced. */
export const useWorklist = () =>
    useQuery({
        queryKey: key('worklist'),
        queryFn: ({ signal }) => take(api.GET('/api/v1/worklist', { signal })),
        staleTime: 15_000,
    });

/** What listings can be told apart by. */
export const useFacets = () =>
    useQuery({
        queryKey: key('facets'),
        queryFn: ({ signal }) => take(api.GET('/api/v1/facets', { signal })),
        staleTime: 60_000,
    });

/** Exchange rates in use, and those a person is asked about. */
export const useRates = () =>
    useQuery({
        queryKey: key('rates'),
        queryFn: ({ signal }) => take(api.GET('/api/v1/rates', { signal })),
        staleTime: 15_000,
    });

/** What amounts are in where no currency stands beside them; empty until that is known. */
export const useOwnCurrency = (): string => useWorkspace().data?.currency ?? '';

export type TaxRate = components['schemas']['TaxRate'];

/** What countries take of a sale: now, before, and from a day to come. */
export const useTaxRates = () =>
    useQuery({
        queryKey: key('tax-rates'),
        queryFn: ({ signal }) => take(api.GET('/api/v1/tax-rates', { signal })),
        staleTime: 15_000,
    });

type ChangedWorkspace = Partial<Omit<Workspace, 'name' | 'currency'>>;

/** @param failed what did not happen where it fails */
export function useChangeWorkspace(failed?: string) {
    const client = useQueryClient();
    const changed = useChanged();
    return useMutation({
        meta: { failed },
        mutationFn: (body: ChangedWorkspace) => take(api.PATCH('/api/v1/workspace', { body })),
        onSuccess: (workspace) => {
            client.setQueryData(key('workspace'), workspace);
            changed('workspace', 'rules');
        },
    });
}

/** How many messages of alerts the person has not read. */
export const useUnreadAlerts = (): number =>
    useQuery({
        queryKey: key('alert-messages', 'unread'),
        queryFn: ({ signal }) => take(api.GET('/api/v1/alert-messages/unread', { signal })),
    }).data?.unread ?? 0;
