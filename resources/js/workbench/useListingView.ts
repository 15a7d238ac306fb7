import type { ListingFilter, ListingState } from '@/api/client';
import { useMemo } from 'react';
import { useSearchParams } from 'react-router';

export type Sort = 'sku' | 'title' | 'price' | 'margin' | 'markup' | 'rank';

/** Filters by a name of the product. */
export const NAMES = ['supplier', 'category', 'brand'] as const;

/** What the list shows, kept in the address bar. */
export function useListingView() {
    const [params, setParams] = useSearchParams();
    const text = params.toString();
    const view = useMemo(() => {
        const at = new URLSearchParams(text);
        const filter: ListingFilter = {};
        const q = at.get('q');
        const channel = at.get('channel');
        const rule = at.get('rule');
        const state = at.getAll('state') as ListingState[];
        if (q) filter.q = q;
        if (channel) filter.channel = Number(channel);
        if (rule) filter.rule = rule;
        for (const name of NAMES) {
            const value = at.get(name);
            if (value) filter[name] = value;
        }
        if (state.length > 0) filter.state = state;
        return {
            filter,
            sort: at.get('sort') ?? 'sku',
            selected: at.get('listing') ? Number(at.get('listing')) : null,
        };
    }, [text]);

    const set = (change: Record<string, string | string[] | null>, replace = false) => {
        setParams(
            (before) => {
                const next = new URLSearchParams(before);
                for (const [name, value] of Object.entries(change)) {
                    next.delete(name);
                    for (const one of Array.isArray(value) ? value : [value]) if (one) next.append(name, one);
                }
                return next;
            },
            { replace },
        );
    };
    return { ...view, set };
}

export type ListingView = ReturnType<typeof useListingView>;
