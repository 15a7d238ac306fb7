import { api, take, type ListingFilter, type RuleDocument } from '@/api/client';
import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';

export const useRule = (id: number | null) =>
    useQuery({
        queryKey: ['rule', id],
        queryFn: () => take(api.GET('/api/v1/rules/{id}', { params: { path: { id: id ?? 0 } } })),
        enabled: id !== null,
    });

/** What the rule would do to the listings a filter finds, worked out again as the sentence changes. */
export const useTryOut = (document: RuleDocument, filter: ListingFilter) =>
    useQuery({
        queryKey: ['try-out', document, filter],
        queryFn: ({ signal }) => take(api.POST('/api/v1/rules/try-out', { body: { document, filter }, signal })),
        placeholderData: keepPreviousData,
        retry: false,
        staleTime: 15_000,
    });

export interface SavedRule {
    name?: string;
    document?: RuleDocument;
    is_on?: boolean;
    every_minutes?: number;
    based_on?: number;
}

export function useSaveRule(id: number | null) {
    const client = useQueryClient();
    return useMutation({
        mutationFn: ({ name, document, ...rest }: SavedRule) =>
            id === null
                ? take(
                      api.POST('/api/v1/rules', {
                          body: {
                              name: name ?? '',
                              document: document!,
                              is_on: rest.is_on,
                              every_minutes: rest.every_minutes,
                          },
                      }),
                  )
                : take(
                      api.PATCH('/api/v1/rules/{id}', { params: { path: { id } }, body: { name, document, ...rest } }),
                  ),
        onSuccess: (rule) => {
            client.setQueryData(['rule', rule.id], rule);
            for (const key of ['rules', 'listings', 'listing']) void client.invalidateQueries({ queryKey: [key] });
        },
    });
}

export function useRunRule() {
    return useMutation({
        mutationFn: (id: number) => take(api.POST('/api/v1/rules/{id}/run', { params: { path: { id } } })),
    });
}
