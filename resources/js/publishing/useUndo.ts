import { useChanged } from '@/api/keys';
import { api, take, type Undone } from '@/api/client';
import { count } from '@/ui/words';
import { useMutation } from '@tanstack/react-query';
import { toast } from 'sonner';

/** What became of changes that someone took back. */
export function undoneInWords({ withdrawn, returning, moved_on, left }: Undone): string {
    const said = [
        withdrawn > 0 && `${count(withdrawn, 'change is', 'changes are')} not sent`,
        returning > 0 && `${count(returning, 'old price is', 'old prices are')} on the way back`,
        moved_on > 0 && `${count(moved_on, 'price has', 'prices have')} changed again since and stay`,
        left > 0 && `${left} are left: being sent, or the old price is outside the limits now`,
    ].filter(Boolean);
    return said.join('; ') || 'There was nothing to take back';
}

/** Takes back one change and says what became of it. */
export function useUndoChange(id: number) {
    const changed = useChanged();
    return useMutation({
        mutationFn: (pause: boolean) =>
            take(api.POST('/api/v1/changes/{id}/undo', { params: { path: { id } }, body: { pause } })),
        onSuccess: (undone) => {
            toast(undoneInWords(undone));
            changed('changes', 'runs', 'listings');
        },
    });
}

/** Begins to take back all of a run; how far it is, the run tells. */
export function useUndoRun(id: number) {
    const changed = useChanged();
    return useMutation({
        mutationFn: (pause: boolean) =>
            take(api.POST('/api/v1/runs/{id}/undo', { params: { path: { id } }, body: { pause } })),
        onSuccess: () => changed('changes', 'runs', 'listings'),
    });
}
