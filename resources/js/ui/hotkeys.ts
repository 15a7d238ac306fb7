import { createListeners } from '@/api/listeners';
import { useSyncExternalStore } from 'react';

const STORED = 'wrasse:hotkeys';
const { tell, subscribe } = createListeners();

/** Keys of one letter can be switched off: whoever speaks to the browser, or bumps into keys, sets them off unmeant. */
const areOn = () => window.localStorage.getItem(STORED) !== 'off';

export function setHotkeys(on: boolean) {
    if (on) window.localStorage.removeItem(STORED);
    else window.localStorage.setItem(STORED, 'off');
    tell();
}

export const useHotkeysOn = () => useSyncExternalStore(subscribe, areOn);

/** Whether a key is meant for the page: not for a field, the browser, or a window that stands over the page. */
export function isForPage(event: KeyboardEvent): boolean {
    const target = event.target as HTMLElement;
    return (
        areOn() &&
        !event.defaultPrevented &&
        !(event.ctrlKey || event.metaKey || event.altKey) &&
        !target.matches('input:not([type="checkbox"]), textarea, select') &&
        !target.isContentEditable &&
        document.querySelector('[role="dialog"]') === null
    );
}
