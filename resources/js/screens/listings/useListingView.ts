import type { ListingFilter, ListingState } from '@/api/client';
import { useStable } from '@/ui/useStable';
import { useMemo } from 'react';
import { useSearchParams } from 'react-router';

/** Filters by a name of the product. */
export const NAMES = ['supplier', 'category', 'brand'] as const;

/** Ranges of figures, as they stand in the address. */
export const RANGES = ['margin_from', 'margin_to', 'markup_from', 'markup_to', 'stock_from', 'stock_to'] as const;

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
        const country = at.get('country');
        if (country) filter.country = country;
        if (rule) filter.rule = rule;
        const outcome = at.get('outcome');
        if (outcome) filter.outcome = outcome as ListingFilter['outcome'];
        for (const name of [...NAMES, ...RANGES]) {
            const value = at.get(name);
            if (value) filter[name] = value;
        }
        if (state.length > 0) filter.state = state;
        return {
            filter,
            sort: at.get('sort') ?? 'sku',
            /** Which window on a product is open: "new", or "edit" or "offer" for that of the selected listing. */
            product: at.get('product'),
            selected: at.get('listing') ? Number(at.get('listing')) : null,
        };
    }, [text]);

    // The same from one address to the next, so that what only sets something need not be drawn again.
    const set = useStable((change: Record<string, string | string[] | null>, replace?: boolean) =>
        setParams(
            () => {
                // The address itself: what is on screen may lag behind two changes in a row.
                const next = new URLSearchParams(window.location.search);
                for (const [name, value] of Object.entries(change)) {
                    next.delete(name);
                    for (const one of Array.isArray(value) ? value : [value]) if (one) next.append(name, one);
                }
                return next;
            },
            { replace },
        ),
    );
    return useMemo(() => ({ ...view, set }), [view, set]);
}

export type ListingView = ReturnType<typeof useListingView>;

/** Where the listings of a filter are to be had as a file. */
export function exportAddress(filter: ListingFilter): string {
    const query = new URLSearchParams();
    for (const [name, value] of Object.entries(filter)) {
        if (Array.isArray(value)) for (const one of value) query.append(`${name}[]`, String(one));
        else if (value !== undefined) query.set(name, String(value));
    }
    return `/api/v1/listings/export?${query.toString()}`;
}
