/** What answers of the server are kept under, and which of them an event is about. */
import { useQueryClient, type QueryKey } from '@tanstack/react-query';
import { useCallback } from 'react';
import type { components } from './schema';

type Kind =
    | 'alert-destinations'
    | 'alert-messages'
    | 'alert-preview'
    | 'alerts'
    | 'approvals'
    | 'batch'
    | 'batches'
    | 'changes'
    | 'channels'
    | 'crawls'
    | 'drivers'
    | 'facets'
    | 'files'
    | 'formula'
    | 'import'
    | 'imports'
    | 'limits'
    | 'listing'
    | 'listings'
    | 'matches'
    | 'me'
    | 'price-wars'
    | 'rates'
    | 'readings'
    | 'report'
    | 'retention'
    | 'rivals'
    | 'rule'
    | 'rules'
    | 'runs'
    | 'sites'
    | 'source'
    | 'suggestions'
    | 'suppliers'
    | 'tax-rates'
    | 'today'
    | 'tokens'
    | 'try-markup'
    | 'try-out'
    | 'views'
    | 'watches'
    | 'worklist'
    | 'workspace';

export const key = (kind: Kind, ...about: unknown[]) => [kind, ...about] as const;

export type LiveEvent = components['schemas']['LiveEvent'];
export type Topic = LiveEvent['topic'];

/** What each topic makes out of date; with ids, only what is kept of those. */
const KINDS: Record<Topic, { all: Kind[]; each?: Kind }> = {
    alerts: { all: ['alerts', 'alert-messages', 'alert-destinations'] },
    approvals: { all: ['approvals', 'today'] },
    batches: { all: ['batches'], each: 'batch' },
    changes: { all: ['changes', 'listings', 'today'] },
    facets: { all: ['facets'] },
    imports: { all: ['imports', 'listings', 'channels'] },
    listings: { all: ['listings', 'worklist', 'suggestions', 'source'], each: 'listing' },
    rivals: { all: ['rivals'] },
    rules: { all: ['rules', 'listings'], each: 'rule' },
    runs: { all: ['runs', 'today', 'rules'] },
    today: { all: ['today', 'price-wars', 'suggestions'] },
    watches: { all: ['watches', 'sites', 'readings', 'crawls', 'matches'] },
    workspace: {
        all: ['workspace', 'rates', 'tax-rates', 'suppliers', 'limits', 'channels', 'listings', 'listing', 'changes'],
    },
};

export const TOPICS = Object.keys(KINDS) as Topic[];

export function keysOf({ topic, ids }: LiveEvent): QueryKey[] {
    // A newer server may have more to tell than this page understands.
    const { all, each } = KINDS[topic] ?? { all: [] };
    const ofEach = each === undefined ? [] : ids.length === 0 ? [[each]] : ids.map((id) => [each, id]);
    return [...all.map((kind) => [kind]), ...ofEach];
}

/** Tells the page that something was changed by it: what is shown of that is asked for again. */
export function useChanged(): (...topics: Topic[]) => void {
    const client = useQueryClient();
    return useCallback(
        (...topics) => {
            const all = new Map(
                topics.flatMap((topic) => keysOf({ topic, ids: [] })).map((one) => [JSON.stringify(one), one]),
            );
            for (const queryKey of all.values()) void client.invalidateQueries({ queryKey });
        },
        [client],
    );
}
