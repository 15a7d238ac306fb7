import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';

type Topic = 'listings' | 'changes' | 'rules' | 'workspace' | 'batches' | 'facets' | 'approvals' | 'runs' | 'imports';

const KEYS: Record<Topic, string[][]> = {
    listings: [['listings'], ['listing'], ['worklist']],
    changes: [['changes'], ['listings'], ['listing']],
    rules: [['rules'], ['rule'], ['listings']],
    batches: [['batches'], ['batch']],
    facets: [['facets']],
    imports: [['imports'], ['listings'], ['channels']],
    approvals: [['approvals'], ['today']],
    runs: [['runs'], ['today'], ['rules']],
    workspace: [['workspace'], ['suppliers'], ['limits'], ['channels'], ['listings'], ['listing']],
};

const SETTLE_MS = 400;
const POLL_MS = 8_000;

/** Refreshes what is on screen when the server says it changed; where the stream cannot be kept, asks every few seconds. */
export function useLive(): void {
    const client = useQueryClient();
    useEffect(() => {
        const waiting = new Set<string>();
        let timer: number | undefined;
        let poll: number | undefined;
        const refresh = () => {
            timer = undefined;
            for (const key of waiting) void client.invalidateQueries({ queryKey: JSON.parse(key) as string[] });
            waiting.clear();
        };
        const mark = (topic: Topic) => {
            for (const key of KEYS[topic] ?? []) waiting.add(JSON.stringify(key));
            timer ??= window.setTimeout(refresh, SETTLE_MS);
        };
        const markAll = () => (Object.keys(KEYS) as Topic[]).forEach(mark);
        let stream: EventSource;
        let again: number | undefined;
        const listen = () => {
            stream = new EventSource('/api/v1/events');
            stream.addEventListener('change', (event) => {
                mark((JSON.parse((event as MessageEvent<string>).data) as { topic: Topic }).topic);
            });
            // Too much was missed to tell.
            stream.addEventListener('reset', markAll);
            stream.onerror = () => {
                poll ??= window.setInterval(markAll, POLL_MS);
                // After an answer such as 429 the browser does not come back by itself.
                if (stream.readyState === EventSource.CLOSED) again = window.setTimeout(listen, POLL_MS);
            };
            stream.onopen = () => {
                window.clearInterval(poll);
                poll = undefined;
            };
        };
        listen();
        return () => {
            stream.close();
            for (const one of [timer, again]) window.clearTimeout(one);
            window.clearInterval(poll);
        };
    }, [client]);
}
