import { t } from '@/messages/changes';
import { useChanged } from '@/api/keys';
import { api, take, type Undone } from '@/api/client';
import { useMutation } from '@tanstack/react-query';
import { toast } from 'sonner';

/** What became of changes that someone took back. */
export function undoneInWords({ withdrawn, returning, moved_on, left }: Undone): string {
    const said = [
        withdrawn > 0 && t('changes.changesAreNotSent', { withdrawn }),
        returning > 0 && t('changes.oldPricesAreOnTheWay', { returning }),
        moved_on > 0 && t('changes.pricesHaveChangedAgain', { movedOn: moved_on }),
        left > 0 && t('changes.areLeftBeingSentOrThe', { left }),
    ].filter(Boolean);
    return said.join('; ') || t('changes.thereWasNothingToTakeBack');
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
