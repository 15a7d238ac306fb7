import { t } from '@/messages/message';
import { Problem } from '@/api/client';
import { useUnsaid } from '@/api/said';
import { useMutationState, useQueryClient, type Mutation } from '@tanstack/react-query';
import { X } from 'lucide-react';

/** What was asked and failed, where no place of its own says so. Stays until it is done or dismissed. */
export function Failures() {
    const client = useQueryClient();
    const isUnsaid = useUnsaid();
    const failed = useMutationState({ filters: { status: 'error' }, select: (mutation) => mutation }).filter(
        (mutation) => isUnsaid(mutation.state.error),
    );
    if (failed.length === 0) return null;
    const cache = client.getMutationCache();
    const again = (mutation: Mutation) => {
        cache.remove(mutation);
        const anew = cache.build(client, mutation.options);
        void anew.execute(mutation.state.variables).catch(() => undefined);
    };
    return (
        <ul className="shrink-0">
            {failed.map((mutation) => {
                const { error } = mutation.state;
                const says = error instanceof Problem ? error.says : t('shell.somethingWentWrongOnThis2');
                return (
                    <li
                        key={mutation.mutationId}
                        role="alert"
                        className="flex items-center gap-3 border-b border-line border-l-4 border-l-broken bg-broken-soft px-[18px] py-2"
                    >
                        <span className="min-w-0 flex-1">
                            <b>{mutation.meta?.failed ?? t('shell.thatWasNotDone')}.</b> {says}
                        </span>
                        <button
                            type="button"
                            className="text-stripe underline underline-offset-2"
                            onClick={() => again(mutation)}
                        >
                            {t('shell.tryAgain')}
                        </button>
                        <button
                            type="button"
                            aria-label={t('shell.dismiss')}
                            className="rounded p-1 text-text-2 hover:text-text"
                            onClick={() => cache.remove(mutation)}
                        >
                            <X size={15} />
                        </button>
                    </li>
                );
            })}
        </ul>
    );
}
