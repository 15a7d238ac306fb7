import { useMemo, useState } from 'react';
import { COLUMNS, USUAL_COLUMNS, type Column } from './columns';

const STORE = 'wrasse.listing-columns';

interface Kept {
    shown: string[];
    widths: Record<string, number>;
}

const NARROWEST = 44;
const WIDEST = 520;

/** What was kept earlier; an older form held only the names of the columns shown. */
function read(): Kept {
    const text = localStorage.getItem(STORE);
    if (!text) return { shown: USUAL_COLUMNS, widths: {} };
    if (!text.startsWith('{')) return { shown: text.split(','), widths: {} };
    try {
        const kept = JSON.parse(text) as Kept;
        return { shown: kept.shown, widths: kept.widths };
    } catch {
        return { shown: USUAL_COLUMNS, widths: {} };
    }
}

/** Which columns are shown, in which order and how wide; remembered in this browser. */
export function useColumns() {
    const [kept, setKept] = useState(read);
    const keep = (next: Kept) => {
        localStorage.setItem(STORE, JSON.stringify(next));
        setKept(next);
    };
    const { shown, widths } = kept;
    const columns = useMemo(
        () =>
            shown
                .map((id) => COLUMNS.find((column) => column.id === id))
                .filter((column): column is Column => column !== undefined)
                .map((column) => ({ ...column, width: widths[column.id] ?? column.width })),
        [shown, widths],
    );
    return {
        shown,
        columns,
        toggle: (id: string) =>
            keep({ widths, shown: shown.includes(id) ? shown.filter((other) => other !== id) : [...shown, id] }),
        /** One place to the left (−1) or right (+1). */
        move: (id: string, by: number) => {
            const next = shown.filter((other) => other !== id);
            next.splice(Math.max(0, Math.min(next.length, shown.indexOf(id) + by)), 0, id);
            keep({ widths, shown: next });
        },
        resize: (id: string, width: number) =>
            keep({ shown, widths: { ...widths, [id]: Math.round(Math.max(NARROWEST, Math.min(WIDEST, width))) } }),
        reset: () => keep({ shown: USUAL_COLUMNS, widths: {} }),
    };
}

export type Columns = ReturnType<typeof useColumns>;
