/** Unsaved work, kept by the browser tab so that a reload brings it back. */

export interface StoredDraft<Draft> {
    /** What the editing began from. */
    base: Draft;
    version: number | null;
    values: Draft;
    at: string;
}

const key = (name: string) => `wrasse:draft:${name}`;

export function readDraft<Draft>(name: string): StoredDraft<Draft> | null {
    const text = window.sessionStorage.getItem(key(name));
    if (text === null) return null;
    try {
        return JSON.parse(text) as StoredDraft<Draft>;
    } catch {
        window.sessionStorage.removeItem(key(name));
        return null;
    }
}

export function writeDraft<Draft>(name: string, draft: StoredDraft<Draft>) {
    try {
        window.sessionStorage.setItem(key(name), JSON.stringify(draft));
    } catch {
        // The tab's storage is full: the work stays on the screen, and leaving still asks.
    }
}

export const removeDraft = (name: string) => window.sessionStorage.removeItem(key(name));

/** Of a signed-out person nothing is left behind. */
export function removeAllDrafts() {
    for (const stored of Object.keys(window.sessionStorage))
        if (stored.startsWith(key(''))) window.sessionStorage.removeItem(stored);
}
