import { t } from '@/messages/pricing';
import { key, useChanged } from '@/api/keys';
import type { components } from '@/api/schema';
import { api, take, type ListingFilter, type RuleDocument } from '@/api/client';
import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';

export const useRule = (id: number | null) =>
    useQuery({
        queryKey: key('rule', id),
        queryFn: ({ signal }) => take(api.GET('/api/v1/rules/{id}', { params: { path: { id: id ?? 0 } }, signal })),
        enabled: id !== null,
    });

/** A rule as it was saved each time. */
export const useVersions = (id: number, enabled: boolean) =>
    useQuery({
        queryKey: key('rule', id, 'versions'),
        queryFn: ({ signal }) => take(api.GET('/api/v1/rules/{id}/versions', { params: { path: { id } }, signal })),
        enabled,
    });

/** Some of the sellers that have been seen, by a part of their name. */
export const useRivals = (q: string) =>
    useQuery({
        queryKey: key('rivals', q),
        queryFn: ({ signal }) => take(api.GET('/api/v1/rivals', { params: { query: { q: q || undefined } }, signal })),
        staleTime: 60_000,
        placeholderData: keepPreviousData,
    });

/** A few listings that words find, to try something on. */
export const useSomeListings = (q: string) =>
    useQuery({
        queryKey: key('listings', 'some', q),
        queryFn: ({ signal }) =>
            take(api.GET('/api/v1/listings', { params: { query: { q: q.trim() || undefined, limit: 20 } }, signal })),
        placeholderData: keepPreviousData,
    });

/** What a formula comes to for a listing. */
export const useFormula = (price: string, listing: number | null) =>
    useQuery({
        queryKey: key('formula', price, listing),
        queryFn: ({ signal }) =>
            take(api.POST('/api/v1/rules/formula', { body: { price, listing: listing ?? 0 }, signal })),
        enabled: listing !== null,
        placeholderData: keepPreviousData,
        retry: false,
    });

/** What the rule would do to the listings a filter finds, worked out again as the sentence changes. */
export const useTryOut = (
    document: RuleDocument,
    filter: ListingFilter,
    rows: 'all' | 'largest' = 'largest',
    enabled = true,
) =>
    useQuery({
        queryKey: key('try-out', document, filter, rows),
        enabled,
        queryFn: ({ signal }) => take(api.POST('/api/v1/rules/try-out', { body: { document, filter, rows }, signal })),
        placeholderData: keepPreviousData,
        retry: false,
        staleTime: 15_000,
    });

/** The try-out as a file. */
export function useExportTryOut() {
    return useMutation({
        mutationFn: async (body: { document: RuleDocument; filter: ListingFilter }) => {
            const text = await take(api.POST('/api/v1/rules/try-out/export', { body, parseAs: 'text' }));
            const link = window.document.createElement('a');
            link.href = URL.createObjectURL(new Blob([text as string], { type: 'text/csv' }));
            link.download = 'try-out.csv';
            link.click();
            URL.revokeObjectURL(link.href);
        },
    });
}

export interface SavedRule {
    name?: string;
    document?: RuleDocument;
    is_on?: boolean;
    settings?: components['schemas']['RuleSettings'];
    based_on?: number;
    revision?: number;
}

export function useSaveRule(id: number | null) {
    const client = useQueryClient();
    const changed = useChanged();
    return useMutation({
        mutationFn: ({ name, document, ...rest }: SavedRule) =>
            id === null
                ? take(
                      api.POST('/api/v1/rules', {
                          body: {
                              name: name ?? '',
                              document: document!,
                              is_on: rest.is_on,
                              settings: rest.settings,
                          },
                      }),
                  )
                : take(
                      api.PATCH('/api/v1/rules/{id}', { params: { path: { id } }, body: { name, document, ...rest } }),
                  ),
        onSuccess: (rule) => {
            client.setQueryData(key('rule', rule.id), rule);
            changed('rules', 'listings');
        },
    });
}

export function useRunRule() {
    return useMutation({
        meta: { failed: t('pricing.theRuleWasNotRun') },
        mutationFn: (id: number) => take(api.POST('/api/v1/rules/{id}/run', { params: { path: { id } } })),
    });
}
