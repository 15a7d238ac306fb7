import { t } from '@/messages/today';
import { key, useChanged } from '@/api/keys';
import { api, take } from '@/api/client';
import { useMutation, useQuery } from '@tanstack/react-query';

export type PriceWarAnswer = 'hold' | 'step_up' | 'ignore' | 'leave';

/** What holds for a listing while an answer does. */
export const holds = (answer: string) =>
    ({ hold: t('today.holdsHold'), step_up: t('today.holdsStepUp'), ignore: t('today.holdsIgnore') })[answer] ?? answer;

/** Rivals with whom we step each other down. */
export const usePriceWars = () =>
    useQuery({
        queryKey: key('price-wars'),
        queryFn: ({ signal }) => take(api.GET('/api/v1/price-wars', { signal })),
        staleTime: 30_000,
        refetchInterval: 60_000,
    });

export function useAnswerPriceWar(id: number, hours: number) {
    const changed = useChanged();
    return useMutation({
        mutationFn: (answer: PriceWarAnswer) =>
            take(api.POST('/api/v1/price-wars/{id}/answer', { params: { path: { id } }, body: { answer, hours } })),
        onSuccess: () => {
            changed('today', 'listings', 'changes');
        },
    });
}
