import { useCallback, useMemo, useState } from 'react';
import { NARROWEST_PX, WIDEST_PX, type GridColumn } from './columns';

interface Kept {
    /** Null until someone chooses. */
    shown: string[] | null;
    widths: Record<string, number>;
}

/** What was kept earlier; what cannot be read counts as nothing kept. */
function read(store: string): Kept {
    try {
        const kept = JSON.parse(localStorage.getItem(store) ?? '') as Partial<Kept>;
        return { shown: kept.shown ?? null, widths: kept.widths ?? {} };
    } catch {
        return { shown: null, widths: {} };
    }
}

/** Which columns of a table are shown, in which order and how wide; remembered in this browser. */
export function useKeptColumns<Row>(name: string, all: GridColumn<Row>[], usual?: string[]) {
    const store = `wrasse.${name}-columns`;
    const first = useMemo(() => usual ?? all.map((column) => column.id), [usual, all]);
    const [kept, setKept] = useState(() => read(store));
    const keep = useCallback(
        (change: (before: Kept) => Kept) =>
            setKept((before) => {
                const next = change(before);
                localStorage.setItem(store, JSON.stringify(next));
                return next;
            }),
        [store],
    );
    const { widths } = kept;
    const shown = kept.shown ?? first;
    const columns = useMemo(
        () =>
            shown
                .map((id) => all.find((column) => column.id === id))
                .filter((column) => column !== undefined)
                .map((column) => ({ ...column, width: widths[column.id] ?? column.width })),
        [all, shown, widths],
    );
    return useMemo(
        () => ({
            all,
            shown,
            columns,
            resize: (id: string, width: number) =>
                keep((before) => ({
                    ...before,
                    widths: { ...before.widths, [id]: Math.round(Math.max(NARROWEST_PX, Math.min(WIDEST_PX, width))) },
                })),
            toggle: (id: string) =>
                keep((before) => ({
                    ...before,
                    shown: shown.includes(id) ? shown.filter((other) => other !== id) : [...shown, id],
                })),
            /** One place to the left (−1) or right (+1). */
            move: (id: string, by: number) =>
                keep((before) => {
                    const next = shown.filter((other) => other !== id);
                    next.splice(Math.max(0, Math.min(next.length, shown.indexOf(id) + by)), 0, id);
                    return { ...before, shown: next };
                }),
            reset: () => keep(() => ({ shown: null, widths: {} })),
        }),
        [all, shown, columns, keep],
    );
}

export type KeptColumns<Row> = ReturnType<typeof useKeptColumns<Row>>;
