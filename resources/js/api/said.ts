/** Which errors are said somewhere on the page: the others are said at its head. */
import { createListeners } from './listeners';
import { useLayoutEffect, useSyncExternalStore } from 'react';

const said = new WeakSet<object>();
const { tell, subscribe } = createListeners();
let version = 0;

export function markSaid(error: unknown) {
    if (typeof error !== 'object' || error === null || said.has(error)) return;
    said.add(error);
    version++;
    tell();
}

/** The component that calls this says the error. */
export const useSaid = (error: unknown) => useLayoutEffect(() => markSaid(error), [error]);

/** Tells what is not said yet, and renders again when that changes. */
export function useUnsaid(): (error: unknown) => boolean {
    useSyncExternalStore(subscribe, () => version);
    return (error) => typeof error === 'object' && error !== null && !said.has(error);
}
