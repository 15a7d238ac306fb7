import { isForPage } from '@/ui/hotkeys';
import { useEffect, useRef } from 'react';
import type { Watch } from './queries';

/** After these nothing is left to do on the page that is open. */
const ANSWERS = ['y', 'w'];

/** What a key does to the page that is open: its panel says of which page its buttons speak. */
const buttonFor = (id: number, key: string) =>
    document.querySelector<HTMLButtonElement>(
        `[data-watch="${id}"] button[aria-keyshortcuts="${CSS.escape(key)}"]:not(:disabled)`,
    );

/**
 * The list of pages by keyboard: from one to the next, and what is asked of the one that is open, by the keys that its buttons name.
 * Whoever types faster than pages are shown answers the one they went to. Once one has been answered and has left the list, the next
 * is opened.
 */
export function useWatchKeys(rows: Watch[], open: number | null, onOpen: (id: number) => void) {
    const meant = useRef(open);
    const early = useRef<string | null>(null);
    const answered = useRef<{ id: number; at: number } | null>(null);
    useEffect(() => {
        meant.current = open;
    }, [open]);
    useEffect(() => {
        const press = (event: KeyboardEvent) => {
            if (!isForPage(event)) return;
            const at = rows.findIndex((row) => row.id === meant.current);
            const step = event.key === 'j' ? 1 : event.key === 'k' ? -1 : 0;
            const next = step === 0 ? undefined : rows[Math.max(0, at + step)];
            if (next) {
                meant.current = next.id;
                early.current = null;
                onOpen(next.id);
                return;
            }
            if (meant.current === null) return;
            if (ANSWERS.includes(event.key)) answered.current = { id: meant.current, at };
            const isShown = document.querySelector(`[data-watch="${meant.current}"]`) !== null;
            if (isShown) buttonFor(meant.current, event.key)?.click();
            else early.current = event.key;
        };
        window.addEventListener('keydown', press);
        return () => window.removeEventListener('keydown', press);
    }, [rows, onOpen]);
    useEffect(() => {
        if (early.current === null || meant.current === null) return;
        const button = buttonFor(meant.current, early.current);
        if (!button) return;
        early.current = null;
        button.click();
    });
    useEffect(() => {
        const last = answered.current;
        if (last === null || last.id !== open || rows.some((row) => row.id === last.id)) return;
        answered.current = null;
        const next = rows[Math.min(last.at, rows.length - 1)];
        if (next) onOpen(next.id);
    }, [rows, open, onOpen]);
}
