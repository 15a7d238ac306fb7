import { useCallback, useLayoutEffect, useRef } from 'react';

/** A function that is the same from one drawing to the next and does what the latest one does: for handlers, not for drawing. */
export function useStable<Args extends unknown[], Result>(does: (...args: Args) => Result) {
    const latest = useRef(does);
    useLayoutEffect(() => {
        latest.current = does;
    });
    return useCallback((...args: Args) => latest.current(...args), []);
}
