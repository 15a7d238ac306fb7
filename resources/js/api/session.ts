import { useSyncExternalStore } from 'react';

/** Whether the server has said that nobody is signed in any more. */
let isSignedOut = false;
const listeners = new Set<() => void>();

export function setSignedOut(signedOut: boolean) {
    if (signedOut === isSignedOut) return;
    isSignedOut = signedOut;
    listeners.forEach((listener) => listener());
}

export const useSignedOut = () =>
    useSyncExternalStore(
        (listener) => {
            listeners.add(listener);
            return () => listeners.delete(listener);
        },
        () => isSignedOut,
    );
