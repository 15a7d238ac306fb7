import { t } from '@/messages/watching';
import { api, take } from '@/api/client';
import { key, useChanged } from '@/api/keys';
import type { components } from '@/api/schema';
import { useMutation, useQuery } from '@tanstack/react-query';
import { toast } from 'sonner';

export type Match = components['schemas']['Match'];
export type MatchState = Match['state'];
export type Crawl = components['schemas']['Crawl'];

export interface MatchFilter {
    state: MatchState;
    site?: number;
    different?: boolean;
}

export const useCrawls = () =>
    useQuery({ queryKey: key('crawls'), queryFn: ({ signal }) => take(api.GET('/api/v1/crawls', { signal })) });

export const useMatches = (filter: MatchFilter) =>
    useQuery({
        queryKey: key('matches', filter),
        queryFn: ({ signal }) => take(api.GET('/api/v1/matches', { params: { query: filter }, signal })),
    });

export const useMatchCounts = (filter: MatchFilter) =>
    useQuery({
        queryKey: key('matches', 'count', filter),
        queryFn: ({ signal }) => take(api.GET('/api/v1/matches/count', { params: { query: filter }, signal })),
    });

type Decision =
    { state: MatchState; ids: number[] } | { state: MatchState; filter: { site?: number; from_score: number } };

const SAYS: Record<MatchState, (many: number) => string> = {
    proposed: (many) => t('watching.matchWasProposed', { many }),
    later: (many) => t('watching.matchWasLater', { many }),
    accepted: (many) => t('watching.matchWasAccepted', { many }),
    rejected: (many) => t('watching.matchWasRejected', { many }),
};

/** Answers matches, says so, and lets that be taken back. */
export function useDecide(then: { onFailed: (ids: number[]) => void; onTakenBack: (ids: number[]) => void }) {
    const changed = useChanged();
    const decide = useMutation({
        meta: { failed: t('watching.matchNotDecided') },
        mutationFn: (body: Decision) => take(api.POST('/api/v1/matches/decide', { body })),
        onError: (_error, body) => then.onFailed('ids' in body ? body.ids : []),
        onSuccess: ({ ids }, { state }) => {
            if (state === 'proposed') then.onTakenBack(ids);
            changed('watches', 'listings');
            toast(SAYS[state](ids.length), {
                action:
                    state === 'proposed'
                        ? undefined
                        : { label: t('common.undo'), onClick: () => decide.mutate({ state: 'proposed', ids }) },
            });
        },
    });
    return decide;
}
