import { isForPage } from '@/ui/hotkeys';
import { useEffect } from 'react';
import type { Match, MatchState } from './matches';

const ANSWERS: Record<string, MatchState> = { y: 'accepted', n: 'rejected', l: 'later' };

/** The list of matches by keyboard: from one to the next, what is said of the one that is open, and the last answer taken back. */
export function useMatchKeys(
    rows: Match[],
    open: number | null,
    does: { go: (id: number) => void; decide: (id: number, state: MatchState) => void; undo: () => void },
) {
    useEffect(() => {
        const press = (event: KeyboardEvent) => {
            if (!isForPage(event)) return;
            const at = rows.findIndex((row) => row.id === open);
            const row = rows[at];
            const state = ANSWERS[event.key];
            if (event.key === 'j' || event.key === 'k') {
                const next = rows[Math.max(0, at + (event.key === 'j' ? 1 : -1))];
                if (next) does.go(next.id);
            } else if (event.key === 'u') {
                if (row && (row.state === 'accepted' || row.state === 'rejected')) does.decide(row.id, 'proposed');
                else does.undo();
            } else if (state && row && (row.state === 'proposed' || row.state === 'later')) {
                does.decide(row.id, state);
            }
        };
        window.addEventListener('keydown', press);
        return () => window.removeEventListener('keydown', press);
    });
}
