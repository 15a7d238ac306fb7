/** Which errors are said somewhere on the page: the others are said at its head. */
import { useLayoutEffect, useSyncExternalStore } from 'react';

const said = new WeakSet<object>();
const listeners = new Set<() => void>();
let version = 0;

export function markSaid(error: unknown) {
    if (typeof error !== 'object' || error === null || said.has(error)) return;
    said.add(error);
    version++;
    listeners.forEach((listener) => listener());
}

/** The component that calls this says the error. */
export const useSaid = (error: unknown) => useLayoutEffect(() => markSaid(error), [error]);

const subscribe = (listener: () => void) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
};

/** Tells what is not said yet, and renders again when that changes. */
export function useUnsaid(): (error: unknown) => boolean {
    useSyncExternalStore(subscribe, () => version);
    return (error) => typeof error === 'object' && error !== null && !said.has(error);
}
