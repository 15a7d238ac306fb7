import type { QueryClient, QueryKey } from '@tanstack/react-query';

const SETTLE_MS = 300;
const AGAIN_MS = 2_000;

/**
 * Asks again for what is out of date: soon, but for the same thing at most every two seconds however often it changes,
 * and never while it is being asked for already. While nobody looks at the page it waits.
 */
export class Refresher {
    private readonly waiting = new Map<string, QueryKey>();

    private readonly askedAt = new Map<string, number>();

    private timer: number | undefined;

    constructor(private readonly client: QueryClient) {
        document.addEventListener('visibilitychange', this.flush);
    }

    mark(keys: QueryKey[]) {
        for (const key of keys) this.waiting.set(JSON.stringify(key), key);
        this.timer ??= window.setTimeout(this.flush, SETTLE_MS);
    }

    stop() {
        document.removeEventListener('visibilitychange', this.flush);
        window.clearTimeout(this.timer);
        this.waiting.clear();
    }

    private readonly flush = () => {
        window.clearTimeout(this.timer);
        this.timer = undefined;
        if (document.hidden) return;
        const now = Date.now();
        for (const [name, queryKey] of this.waiting) {
            const isEarly = now - (this.askedAt.get(name) ?? 0) < AGAIN_MS;
            if (isEarly || this.client.isFetching({ queryKey }) > 0) continue;
            this.waiting.delete(name);
            this.askedAt.set(name, now);
            void this.client.invalidateQueries({ queryKey }, { cancelRefetch: false });
        }
        if (this.waiting.size > 0) this.timer = window.setTimeout(this.flush, SETTLE_MS);
    };
}
