import { MutationCache, QueryCache, QueryClient } from '@tanstack/react-query';
import { Problem } from './client';
import { setSignedOut } from './session';

declare module '@tanstack/react-query' {
    interface Register {
        mutationMeta: {
            /** What did not happen where it fails, such as "You are still signed in"; said at the head of the page. */
            failed?: string;
        };
    }
}

const HOUR_MS = 3_600_000;

const isRefusal = (error: unknown) =>
    error instanceof Problem && error.status >= 400 && error.status < 500 && error.status !== 429;

const noticeSignedOut = (error: unknown) => {
    // 419: the session has ended, and with it the token that guards its forms.
    if (error instanceof Problem && (error.status === 401 || error.status === 419)) setSignedOut(true);
};

export function createQueryClient() {
    const mutations = new MutationCache({
        onError: noticeSignedOut,
        // It has been done after all: that it failed before is no news any more.
        onSuccess: (_data, _variables, _context, done) => {
            const { failed } = done.meta ?? {};
            for (const one of mutations.findAll({ status: 'error' }))
                if (failed !== undefined && one.meta?.failed === failed) mutations.remove(one);
        },
    });
    return new QueryClient({
        queryCache: new QueryCache({ onError: noticeSignedOut }),
        mutationCache: mutations,
        defaultOptions: {
            queries: { staleTime: 2_000, retry: (count, error) => count < 2 && !isRefusal(error) },
            // What a person asks for is tried at once, and fails in words, also where the browser thinks it is offline.
            mutations: { networkMode: 'always', gcTime: HOUR_MS },
        },
    });
}
