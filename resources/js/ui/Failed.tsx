import { t } from '@/messages/message';
import { Problem } from '@/api/client';
import { useSaid } from '@/api/said';
import { X } from 'lucide-react';

interface Action<Wanted> {
    error: unknown;
    variables: Wanted | undefined;
    mutate: (wanted: Wanted) => void;
    reset: () => void;
}

/** Beside the control: what was asked failed, why, and the way to try again. Stays until it is done. */
export function Failed<Wanted>({ action, what }: { action: Action<Wanted>; what: string }) {
    useSaid(action.error);
    if (!action.error) return null;
    const problem = action.error instanceof Problem ? action.error : null;
    return (
        <span
            role="alert"
            className="inline-flex max-w-[420px] items-center gap-2 border-l-4 border-broken bg-broken-soft px-2 py-1 text-[12.5px]"
        >
            <span>
                <b>{what}.</b> {problem?.says ?? t('ui.somethingWentWrongOnThis')}
            </span>
            <button
                type="button"
                className="shrink-0 text-stripe underline underline-offset-2"
                onClick={() => action.mutate(action.variables as Wanted)}
            >
                {t('ui.tryAgain')}
            </button>
            <button
                type="button"
                aria-label={t('ui.dismiss')}
                onClick={action.reset}
                className="rounded p-0.5 text-text-2"
            >
                <X size={14} />
            </button>
        </span>
    );
}
