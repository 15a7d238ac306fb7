/** Those who want to know when a state outside of React changes. */
export function createListeners() {
    const all = new Set<() => void>();
    return {
        tell: () => all.forEach((listener) => listener()),
        /** As useSyncExternalStore asks for it. */
        subscribe: (listener: () => void) => {
            all.add(listener);
            return () => void all.delete(listener);
        },
    };
}
