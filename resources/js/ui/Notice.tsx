import { t } from '@/messages/message';
import { Problem } from '@/api/client';
import { useSaid } from '@/api/said';
import { clsx } from 'clsx';
import type { ReactNode } from 'react';

/** What is broken, why, and what to do; stays until it is done. */
export function Notice({ children, broken = true }: { children: ReactNode; broken?: boolean }) {
    return (
        <div
            role={broken ? 'alert' : 'status'}
            className={clsx(
                'border-l-4 px-3 py-2',
                broken ? 'border-broken bg-broken-soft text-text' : 'border-stripe bg-stripe-soft text-text',
            )}
        >
            {children}
        </div>
    );
}

export function ProblemNotice({ error, onRetry }: { error: unknown; onRetry?: () => void }) {
    useSaid(error);
    const problem = error instanceof Problem ? error : null;
    return (
        <Notice>
            <b>{problem?.message ?? t('ui.somethingWentWrongOnThis2')}</b>
            {problem && problem.says !== problem.message && <div>{problem.says}</div>}
            {onRetry && (
                <button type="button" onClick={onRetry} className="mt-1 text-stripe underline underline-offset-2">
                    {t('ui.tryAgain')}
                </button>
            )}
        </Notice>
    );
}
