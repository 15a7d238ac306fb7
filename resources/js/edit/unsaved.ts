/** Which forms on the screen have unsaved changes, by name, and what throws these away. */
import { createListeners } from '@/api/listeners';
import { useEffect, useSyncExternalStore } from 'react';

const unsaved = new Map<string, () => void>();
const { tell, subscribe } = createListeners();

/** While it is dirty, leaving asks first. */
export function useUnsaved(name: string, isDirty: boolean, discard: () => void) {
    useEffect(() => {
        if (!isDirty) return;
        unsaved.set(name, discard);
        tell();
        return () => {
            unsaved.delete(name);
            tell();
        };
    }, [name, isDirty, discard]);
}

/** It was saved: leaving need not ask any more, from this moment on. */
export function forgetUnsaved(name: string) {
    unsaved.delete(name);
    tell();
}

export const hasUnsaved = (name?: string) => (name === undefined ? unsaved.size > 0 : unsaved.has(name));

export function discardUnsaved(name?: string) {
    for (const [one, discard] of [...unsaved]) if (name === undefined || one === name) discard();
}

export const useHasUnsaved = () => useSyncExternalStore(subscribe, () => unsaved.size > 0);

interface Question {
    answer: (leave: boolean) => void;
}

let question: Question | null = null;

/** Whether a form may be closed: asks where it has unsaved changes, and throws them away if so. */
export const mayClose = (name: string) => ask(name);

/** The same for all of the page. */
export const mayLeave = () => ask(undefined);

function ask(name: string | undefined): Promise<boolean> {
    if (!hasUnsaved(name)) return Promise.resolve(true);
    return new Promise((resolve) => {
        question = {
            answer: (leave) => {
                question = null;
                if (leave) discardUnsaved(name);
                tell();
                resolve(leave);
            },
        };
        tell();
    });
}

export const useQuestion = () => useSyncExternalStore(subscribe, () => question);
