import { api, take } from '@/api/client';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';

export type SpiralAnswer = 'hold' | 'step_up' | 'ignore' | 'leave';

/** What holds for a listing while an answer does. */
export const HOLDS: Record<string, string> = {
    hold: 'stays where it is',
    step_up: 'went up, and stays there',
    ignore: 'no longer looks at that rival',
};

/** Rivals with whom we step each other down. */
export const useSpirals = () =>
    useQuery({
        queryKey: ['spirals'],
        queryFn: () => take(api.GET('/api/v1/spirals')),
        staleTime: 30_000,
        refetchInterval: 60_000,
    });

export function useAnswerSpiral(id: number, hours: number) {
    const client = useQueryClient();
    return useMutation({
        mutationFn: (answer: SpiralAnswer) =>
            take(api.POST('/api/v1/spirals/{id}/answer', { params: { path: { id } }, body: { answer, hours } })),
        onSuccess: () => {
            for (const key of ['spirals', 'listings', 'listing', 'changes', 'today'])
                void client.invalidateQueries({ queryKey: [key] });
        },
    });
}
