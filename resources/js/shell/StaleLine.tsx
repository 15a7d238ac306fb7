import { t } from '@/messages/message';
import { Problem } from '@/api/client';
import { clock } from '@/ui/figures';
import { useQueryClient, type Query } from '@tanstack/react-query';
import { useCallback, useEffect, useSyncExternalStore } from 'react';

const FIRST_WAIT_MS = 5_000;
const LONGEST_WAIT_MS = 60_000;

/** What is on the screen though asking for it again failed, or cannot be tried. */
const isStale = (query: Query) =>
    query.isActive() &&
    query.state.data !== undefined &&
    (query.state.status === 'error' || query.state.fetchStatus === 'paused');

/** A quiet line while what is shown cannot be brought up to date: since when, why, and that it is tried again. */
export function StaleLine() {
    const client = useQueryClient();
    const cache = client.getQueryCache();
    const subscribe = useCallback((listener: () => void) => cache.subscribe(listener), [cache]);
    // The oldest is told; a text, so that React sees whether it changed.
    const told = useSyncExternalStore(subscribe, () => {
        const stale = cache.findAll({ predicate: isStale });
        const first = stale.toSorted((a, b) => a.state.dataUpdatedAt - b.state.dataUpdatedAt)[0];
        if (!first) return '';
        const { error, dataUpdatedAt } = first.state;
        const why =
            error instanceof Problem
                ? error.message
                : navigator.onLine
                  ? t('shell.itFailed')
                  : t('shell.thereIsNoConnection');
        return `${new Date(dataUpdatedAt).toISOString()} ${why}`;
    });
    const isAny = told !== '';
    const tryNow = useCallback(
        () => void client.refetchQueries({ predicate: isStale }, { cancelRefetch: false }),
        [client],
    );
    useEffect(() => {
        if (!isAny) return;
        let wait = FIRST_WAIT_MS;
        let timer = 0;
        const again = () => {
            tryNow();
            wait = Math.min(2 * wait, LONGEST_WAIT_MS);
            timer = window.setTimeout(again, wait);
        };
        timer = window.setTimeout(again, wait);
        return () => window.clearTimeout(timer);
    }, [isAny, tryNow]);
    if (!isAny) return null;
    const [since = '', ...why] = told.split(' ');
    return (
        <p role="status" className="shrink-0 border-b border-line bg-sheet px-[18px] py-1.5 text-[12.5px] text-text-2">
            {t('shell.shownAsOfItIsTried', { since: clock(since), join: why.join(' ') })}{' '}
            <button type="button" className="text-stripe underline underline-offset-2" onClick={tryNow}>
                {t('shell.tryNow')}
            </button>
        </p>
    );
}
