import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api, take, type Workspace } from './client';

export const useMe = () =>
    useQuery({ queryKey: ['me'], queryFn: () => take(api.GET('/api/v1/session')), retry: false, staleTime: 60_000 });

export const useWorkspace = () =>
    useQuery({ queryKey: ['workspace'], queryFn: () => take(api.GET('/api/v1/workspace')) });

/** How many prices wait for something, on all channels or on one. */
export function useWaiting(waitsFor: 'hours' | 'switch', channel?: number): number {
    const waiting = useQuery({
        queryKey: ['changes', 'waiting'],
        queryFn: () => take(api.GET('/api/v1/changes/waiting')),
        staleTime: 2_000,
    });
    return (waiting.data ?? [])
        .filter((one) => one.waits_for === waitsFor && (channel === undefined || one.channel_id === channel))
        .reduce((sum, one) => sum + one.many, 0);
}

export const useChannels = () => useQuery({ queryKey: ['channels'], queryFn: () => take(api.GET('/api/v1/channels')) });

/** Channels that are being read. */
export const useImports = () =>
    useQuery({ queryKey: ['imports'], queryFn: () => take(api.GET('/api/v1/channel-imports')) });

export const useRules = () => useQuery({ queryKey: ['rules'], queryFn: () => take(api.GET('/api/v1/rules')) });

/** What cannot be priced. */
export const useWorklist = () =>
    useQuery({ queryKey: ['worklist'], queryFn: () => take(api.GET('/api/v1/worklist')), staleTime: 15_000 });

/** What listings can be told apart by. */
export const useFacets = (enabled = true) =>
    useQuery({ queryKey: ['facets'], queryFn: () => take(api.GET('/api/v1/facets')), staleTime: 60_000, enabled });

type ChangedWorkspace = Partial<Omit<Workspace, 'name' | 'currency'>>;

export function useChangeWorkspace() {
    const client = useQueryClient();
    return useMutation({
        mutationFn: (body: ChangedWorkspace) => take(api.PATCH('/api/v1/workspace', { body })),
        onSuccess: (workspace) => {
            client.setQueryData(['workspace'], workspace);
            for (const key of ['listings', 'changes', 'rules']) void client.invalidateQueries({ queryKey: [key] });
        },
    });
}
