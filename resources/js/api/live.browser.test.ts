import { QueryClient, QueryObserver } from '@tanstack/react-query';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { keysOf, TOPICS, type LiveEvent } from './keys';
import { listen } from './live';
import { Refresher } from './refresh';

/** A stream that a test opens, breaks and speaks for. */
class FakeStream extends EventTarget {
    static readonly CLOSED = 2;

    static all: FakeStream[] = [];

    readyState = 0;

    onopen: ((event: Event) => void) | null = null;

    onerror: ((event: Event) => void) | null = null;

    constructor(readonly address: string) {
        super();
        FakeStream.all.push(this);
    }

    say(name: string, id: string, data: object = {}) {
        this.dispatchEvent(new MessageEvent(name, { data: JSON.stringify(data), lastEventId: id }));
    }

    /** @param isFinal the browser does not try again by itself, as after 502 */
    fail(isFinal: boolean) {
        this.readyState = isFinal ? FakeStream.CLOSED : 0;
        this.onerror?.(new Event('error'));
    }

    close() {
        this.readyState = FakeStream.CLOSED;
    }
}

const last = () => FakeStream.all.at(-1)!;

beforeEach(() => {
    vi.useFakeTimers();
    FakeStream.all = [];
    vi.stubGlobal('EventSource', FakeStream);
});

afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
});

it('opens a broken stream again, after longer and longer waits, from where it was', () => {
    const events: LiveEvent[] = [];
    const refused = vi.fn();
    const stop = listen({ onEvent: (event) => events.push(event), onMissed: () => undefined, onRefused: refused });
    last().say('change', 'aa-7', { topic: 'rules', ids: [3] });
    const waits = [1_000, 2_000, 4_000, 8_000, 16_000, 30_000, 30_000];
    for (const wait of waits) {
        last().fail(true);
        const before = FakeStream.all.length;
        vi.advanceTimersByTime(wait - 1);
        expect(FakeStream.all.length, `not before ${wait} ms`).toBe(before);
        vi.advanceTimersByTime(1);
        expect(FakeStream.all.length).toBe(before + 1);
    }
    expect(refused, 'each time it is asked whether one is still signed in').toHaveBeenCalledTimes(waits.length);
    expect(last().address).toBe('/api/v1/events?after=aa-7');
    last().say('change', 'aa-8', { topic: 'rules', ids: [4] });
    last().fail(true);
    vi.advanceTimersByTime(1_000);
    expect(last().address).toBe('/api/v1/events?after=aa-8');
    expect(events).toEqual([
        { topic: 'rules', ids: [3] },
        { topic: 'rules', ids: [4] },
    ]);
    stop();
});

it('takes everything for missed at the beginning, after a reset, and while there is no stream', () => {
    const missed = vi.fn();
    const stop = listen({ onEvent: () => undefined, onMissed: missed, onRefused: () => undefined });
    last().say('ready', 'aa-1');
    expect(missed).toHaveBeenCalledTimes(1);
    last().say('reset', 'bb-1');
    expect(missed).toHaveBeenCalledTimes(2);
    last().fail(false);
    vi.advanceTimersByTime(45_000);
    expect(missed).toHaveBeenCalledTimes(5);
    last().onopen?.(new Event('open'));
    vi.advanceTimersByTime(45_000);
    expect(missed).toHaveBeenCalledTimes(5);
    stop();
});

it('says of each event what it makes out of date', () => {
    expect(keysOf({ topic: 'listings', ids: [5, 6] })).toContainEqual(['listing', 6]);
    expect(keysOf({ topic: 'listings', ids: [] })).toContainEqual(['listing']);
    expect(keysOf({ topic: 'today', ids: [] })).toContainEqual(['price-wars']);
    expect(keysOf({ topic: 'of a newer server' as 'today', ids: [] })).toEqual([]);
    expect(TOPICS.every((topic) => keysOf({ topic, ids: [] }).length > 0)).toBe(true);
});

it('asks for the same thing at most every two seconds however busy the market is, and never twice at once', async () => {
    const client = new QueryClient();
    const ask = vi.fn(() => new Promise((resolve) => setTimeout(() => resolve('rows'), 700)));
    const observer = new QueryObserver(client, { queryKey: ['listings'], queryFn: ask });
    const stop = observer.subscribe(() => undefined);
    await vi.advanceTimersByTimeAsync(1_000);
    expect(ask).toHaveBeenCalledTimes(1);
    const refresher = new Refresher(client);
    for (let event = 0; event < 100; event++) {
        refresher.mark(keysOf({ topic: 'listings', ids: [event] }));
        await vi.advanceTimersByTimeAsync(100);
    }
    expect(ask.mock.calls.length).toBeGreaterThanOrEqual(4);
    expect(ask.mock.calls.length).toBeLessThanOrEqual(7);
    await vi.advanceTimersByTimeAsync(5_000);
    const settled = ask.mock.calls.length;
    await vi.advanceTimersByTimeAsync(30_000);
    expect(ask, 'nothing more has changed').toHaveBeenCalledTimes(settled);
    refresher.stop();
    stop();
});
