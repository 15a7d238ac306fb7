import { api, take } from '@/api/client';
import { count } from '@/ui/words';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { toast } from 'sonner';

/** Takes back one change, or all of a run, and says what became of them. */
export function useUndo(path: '/api/v1/changes/{id}/undo' | '/api/v1/runs/{id}/undo', id: number) {
    const client = useQueryClient();
    return useMutation({
        mutationFn: (pause: boolean) => take(api.POST(path, { params: { path: { id } }, body: { pause } })),
        onSuccess: ({ withdrawn, returning, moved_on, left }) => {
            const said = [
                withdrawn > 0 && `${count(withdrawn, 'change is', 'changes are')} not sent`,
                returning > 0 && `${count(returning, 'old price is', 'old prices are')} on the way back`,
                moved_on > 0 && `${moved_on} had changed again since and are kept`,
                left > 0 && `${left} are left: being sent, or the old price is outside the limits now`,
            ].filter(Boolean);
            toast(said.join('; ') || 'There was nothing to take back');
            for (const key of ['changes', 'runs', 'listings', 'listing', 'today'])
                void client.invalidateQueries({ queryKey: [key] });
        },
    });
}
