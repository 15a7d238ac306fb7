import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { key, keysOf, TOPICS, type LiveEvent } from './keys';
import { Refresher } from './refresh';

const FIRST_WAIT_MS = 1_000;
const LONGEST_WAIT_MS = 30_000;
const POLL_MS = 15_000;

interface Told {
    onEvent: (event: LiveEvent) => void;
    /** What was missed is not known. */
    onMissed: () => void;
    /** The server was asked and gave no stream: it is in trouble, or nobody is signed in any more. */
    onRefused: () => void;
}

/**
 * Keeps a stream of events open. A stream that breaks is opened again, after longer and longer waits, from the event
 * after the last one that was received; while there is none, everything is taken for missed every now and then.
 *
 * @returns what ends it
 */
export function listen({ onEvent, onMissed, onRefused }: Told): () => void {
    let stream: EventSource;
    let lastId = '';
    let wait = FIRST_WAIT_MS;
    let again: number | undefined;
    let poll: number | undefined;
    const received = (event: Event) => {
        lastId = (event as MessageEvent).lastEventId || lastId;
        wait = FIRST_WAIT_MS;
        window.clearInterval(poll);
        poll = undefined;
    };
    const open = () => {
        stream = new EventSource(`/api/v1/events${lastId === '' ? '' : `?after=${encodeURIComponent(lastId)}`}`);
        stream.addEventListener('change', (event) => {
            received(event);
            onEvent(JSON.parse((event as MessageEvent<string>).data) as LiveEvent);
        });
        // "ready" is the first word of a stream without a past: what changed before it was not told.
        for (const name of ['ready', 'reset'])
            stream.addEventListener(name, (event) => {
                received(event);
                onMissed();
            });
        stream.onopen = received;
        stream.onerror = () => {
            poll ??= window.setInterval(onMissed, POLL_MS);
            // The browser tries again by itself, except after a bad answer such as 429 or 502.
            if (stream.readyState !== EventSource.CLOSED) return;
            onRefused();
            again = window.setTimeout(open, wait);
            wait = Math.min(2 * wait, LONGEST_WAIT_MS);
        };
    };
    open();
    return () => {
        stream.close();
        window.clearTimeout(again);
        window.clearInterval(poll);
    };
}

/** Refreshes what is on the screen when the server says that it changed. */
export function useLive(): void {
    const client = useQueryClient();
    useEffect(() => {
        const refresher = new Refresher(client);
        const stop = listen({
            onEvent: (event) => refresher.mark(keysOf(event)),
            onMissed: () => TOPICS.forEach((topic) => refresher.mark(keysOf({ topic, ids: [] }))),
            onRefused: () => refresher.mark([key('me')]),
        });
        return () => {
            stop();
            refresher.stop();
        };
    }, [client]);
}
