import { isForPage } from '@/ui/hotkeys';
import { useEffect, useRef } from 'react';
import type { Watch } from './queries';

/** After these nothing is left to do on the page that is open. */
const ANSWERS = ['y', 'w'];

/**
 * The list of pages by keyboard: from one to the next, and what is asked of the one that is open, by the keys that its buttons name.
 * Once one has been answered and has left the list, the next is opened.
 */
export function useWatchKeys(rows: Watch[], open: number | null, onOpen: (id: number) => void) {
    const answered = useRef<{ id: number; at: number } | null>(null);
    useEffect(() => {
        const press = (event: KeyboardEvent) => {
            if (!isForPage(event)) return;
            const at = rows.findIndex((row) => row.id === open);
            const step = event.key === 'j' ? 1 : event.key === 'k' ? -1 : 0;
            const next = step === 0 ? undefined : rows[Math.max(0, at + step)];
            if (next) onOpen(next.id);
            const button = document.querySelector<HTMLButtonElement>(
                `aside button[aria-keyshortcuts="${CSS.escape(event.key)}"]:not(:disabled)`,
            );
            if (open === null || !button) return;
            if (ANSWERS.includes(event.key)) answered.current = { id: open, at };
            button.click();
        };
        window.addEventListener('keydown', press);
        return () => window.removeEventListener('keydown', press);
    }, [rows, open, onOpen]);
    useEffect(() => {
        const last = answered.current;
        if (last === null || last.id !== open || rows.some((row) => row.id === last.id)) return;
        answered.current = null;
        const next = rows[Math.min(last.at, rows.length - 1)];
        if (next) onOpen(next.id);
    }, [rows, open, onOpen]);
}
