import { said } from '@/messages/said';
import { key, useChanged } from '@/api/keys';
import { api, Problem, take } from '@/api/client';
import { useRates, useWorklist } from '@/api/queries';
import { usePriceWars } from '@/pricing/price-wars';
import type { Stands } from '@/ui/HandPriceStands';
import { t } from '@/messages/today';
import { toast } from 'sonner';
import { useMutation, useQuery } from '@tanstack/react-query';

/** So long an answer can be undone before anything is sent. */
const UNDO_SECONDS = 10;

export const useToday = () =>
    useQuery({
        queryKey: key('today'),
        queryFn: ({ signal }) => take(api.GET('/api/v1/today', { signal })),
        staleTime: 10_000,
        refetchInterval: 20_000,
    });

/** Prices that wait for a person. */
export const useApprovals = () =>
    useQuery({
        queryKey: key('approvals'),
        queryFn: ({ signal }) => take(api.GET('/api/v1/approvals', { signal })),
        staleTime: 5_000,
    });

/** Prices that people set or approved and that did not go out, which nobody has seen yet. */
export const useNotSent = () =>
    useQuery({
        queryKey: key('changes', 'to_acknowledge'),
        queryFn: ({ signal }) =>
            take(api.GET('/api/v1/changes', { params: { query: { state: 'to_acknowledge' } }, signal })),
        staleTime: 5_000,
    });

/** How much waits for a person: stopped runs, prices, listings that cannot be priced, changes that did not arrive. */
export function useForYou(): number | undefined {
    const approvals = useApprovals();
    const runs = useHeldRuns();
    const today = useToday();
    const worklist = useWorklist();
    const priceWars = usePriceWars();
    const notSent = useNotSent();
    const rates = useRates();
    if (!approvals.data || !runs.data || !today.data || !worklist.data) return undefined;
    const sum = (numbers: number[]) => numbers.reduce((all, one) => all + one, 0);
    return (
        sum(Object.values(approvals.data.counts)) +
        runs.data.length +
        (priceWars.data?.filter((priceWar) => priceWar.answer === null).length ?? 0) +
        (notSent.data?.changes.length ?? 0) +
        (rates.data?.filter((pair) => pair.asked !== null).length ?? 0) +
        sum(today.data.failing.map((group) => group.many)) +
        today.data.changed_elsewhere +
        sum(worklist.data.map((group) => group.many))
    );
}

/** Runs that a brake has stopped. */
export const useHeldRuns = () =>
    useQuery({
        queryKey: key('runs', 'held'),
        queryFn: ({ signal }) => take(api.GET('/api/v1/runs', { params: { query: { state: 'held' } }, signal })),
        staleTime: 5_000,
    });

export const useRun = (id: number | null) =>
    useQuery({
        queryKey: key('runs', id),
        queryFn: ({ signal }) => take(api.GET('/api/v1/runs/{id}', { params: { path: { id: id ?? 0 } }, signal })),
        enabled: id !== null,
    });

export type Answer =
    | { approve: { id: number; seen: string; price?: string }[]; stands?: Stands }
    | { reject: number[]; note: string; hours: number };

/** Approves or rejects waiting prices; those that the market has overtaken come back with the reason. */
export function useAnswer() {
    const changed = useChanged();
    return useMutation({
        mutationFn: (answer: Answer) => {
            if ('approve' in answer) {
                const body = { approvals: answer.approve, ...answer.stands, undo_seconds: UNDO_SECONDS };
                return take(api.POST('/api/v1/approvals/approve', { body }));
            }
            const { reject: ids, note, hours } = answer;
            return take(api.POST('/api/v1/approvals/reject', { body: { ids, note: note || null, hours } }));
        },
        onSuccess: (answered, answer) => {
            changed('approvals', 'changes', 'listings');
            const [first] = answered.refused;
            // Of one alone, the reason belongs beside it.
            if (first && 'approve' in answer && answer.approve.length === 1)
                throw new Problem(409, said(first.why), null, {});
        },
    });
}

/** Takes answers back that were just given. */
export function useUndoAnswers() {
    const changed = useChanged();
    return useMutation({
        meta: { failed: t('today.undoFailed') },
        mutationFn: (ids: number[]) => take(api.POST('/api/v1/approvals/undo', { body: { ids } })),
        onSuccess: ({ done, refused }) => {
            changed('approvals', 'changes', 'listings');
            toast(refused[0] ? said(refused[0].why) : t('today.takenBack', { many: done }));
        },
    });
}

/** Says what was answered, and lets it be undone for as long as nothing of it is sent. */
export function useAnswered() {
    const undo = useUndoAnswers();
    return (says: string, ids: number[]) =>
        toast(says, {
            duration: UNDO_SECONDS * 1_000,
            action: { label: t('common.undo'), onClick: () => undo.mutate(ids) },
        });
}

export function useResolveRun(id: number) {
    const changed = useChanged();
    const path = { params: { path: { id } } };
    return useMutation({
        mutationFn: (how: { release: true } | { release: false; pause: boolean }) =>
            how.release
                ? take(api.POST('/api/v1/runs/{id}/release', path))
                : take(api.POST('/api/v1/runs/{id}/discard', { ...path, body: { pause: how.pause } })),
        onSettled: () => {
            changed('runs', 'changes', 'listings');
        },
    });
}
