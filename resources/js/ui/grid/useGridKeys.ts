import { useStable } from '@/ui/useStable';
import { useEffect, useRef, type KeyboardEvent, type RefObject } from 'react';

/** What takes the focus inside a cell; fields that are being typed into keep their own keys. */
const WIDGETS = 'a[href], button, input[type="checkbox"]';
const STOPS = `${WIDGETS}, [role="gridcell"], [role="columnheader"]`;
const FIELDS = 'input:not([type="checkbox"]), select, textarea, [contenteditable="true"]';

/** Where in the grid the keyboard is. Row 0 is the head; a cell with several widgets is stopped at once for each. */
interface Place {
    row: number;
    cell: number;
    stop: number;
}

const rowOf = (grid: Element, row: number) =>
    grid.querySelector<HTMLElement>(`[role="row"][aria-rowindex="${row + 1}"]`);

const cellsOf = (row: Element) => [...row.querySelectorAll<HTMLElement>('[role="gridcell"], [role="columnheader"]')];

function stopsOf(cell: HTMLElement): HTMLElement[] {
    const widgets = [...cell.querySelectorAll<HTMLElement>(WIDGETS)].filter((one) => !one.matches(':disabled'));
    return widgets.length > 0 ? widgets : [cell];
}

function elementAt(grid: Element, { row, cell, stop }: Place): HTMLElement | undefined {
    const line = rowOf(grid, row);
    if (!line) return undefined;
    const cells = cellsOf(line);
    const stops = stopsOf(cells[Math.min(cell, cells.length - 1)]!);
    return stops[Math.min(stop, stops.length - 1)];
}

function placeOf(element: Element): Place | undefined {
    const cell = element.closest<HTMLElement>('[role="gridcell"], [role="columnheader"]');
    const row = cell?.closest<HTMLElement>('[role="row"]');
    if (!cell || !row) return undefined;
    return {
        row: Number(row.getAttribute('aria-rowindex')) - 1,
        cell: cellsOf(row).indexOf(cell),
        stop: Math.max(0, stopsOf(cell).indexOf(element as HTMLElement)),
    };
}

/** One stop to the side: within its cell first, then in the next one. */
function beside(grid: Element, at: Place, by: 1 | -1): Place {
    const row = rowOf(grid, at.row);
    if (!row) return at;
    const cells = cellsOf(row);
    const stop = at.stop + by;
    if (stop >= 0 && stop < stopsOf(cells[at.cell]!).length) return { ...at, stop };
    const next = cells[at.cell + by];
    return next ? { row: at.row, cell: at.cell + by, stop: by > 0 ? 0 : stopsOf(next).length - 1 } : at;
}

interface Options {
    grid: RefObject<HTMLElement | null>;
    /** Without the head. */
    rows: number;
    /** How many rows are in sight. */
    page: () => number;
    /** Brings a row into the page, counted from 1, so that it can be focused. */
    onReach: (row: number) => void;
    /** Space, on a row that can be chosen. */
    onChoose?: (row: number) => void;
    onChooseAll?: () => void;
    /** Shift and an arrow at a head. */
    onWiden?: (cell: number, by: number) => void;
}

const WIDEN_PX = 16;

/**
 * The keys of a grid, as the ARIA Authoring Practices Guide of the W3C describes them ("Grid Pattern", keyboard interaction): one stop
 * for Tab, arrows from cell to cell, Home and End in a row, with Ctrl in the whole, Page Up and Page Down.
 */
export function useGridKeys({ grid, rows, page, onReach, onChoose, onChooseAll, onWiden }: Options) {
    const at = useRef<Place>({ row: 1, cell: 0, stop: 0 });
    const wanted = useRef<Place | null>(null);

    const tabStop = useRef<HTMLElement | null>(null);

    /** Only one thing in the grid is reached with Tab. It holds for what was drawn since too. */
    const settle = useStable((drawn: Iterable<Element> = []) => {
        const box = grid.current;
        if (!box) return;
        for (const element of drawn) {
            if (element.matches(STOPS)) (element as HTMLElement).tabIndex = -1;
            for (const one of element.querySelectorAll<HTMLElement>(STOPS)) one.tabIndex = -1;
        }
        if (wanted.current) {
            const element = elementAt(box, wanted.current);
            if (element) {
                at.current = wanted.current;
                wanted.current = null;
                element.focus({ preventScroll: true });
            }
        }
        const first = box.querySelector('[role="row"][aria-selected]')?.getAttribute('aria-rowindex');
        const stop = elementAt(box, at.current) ?? elementAt(box, { ...at.current, row: Number(first ?? 1) - 1 });
        if (tabStop.current && tabStop.current !== stop) tabStop.current.tabIndex = -1;
        tabStop.current = stop ?? null;
        if (stop) stop.tabIndex = 0;
    });

    useEffect(() => {
        const box = grid.current;
        if (!box) return;
        settle([box]);
        const observer = new MutationObserver((changes) =>
            settle(
                changes.flatMap(({ addedNodes }) =>
                    [...addedNodes].filter((one): one is Element => one instanceof Element),
                ),
            ),
        );
        observer.observe(box, { childList: true, subtree: true });
        return () => observer.disconnect();
    }, [grid, settle]);

    const go = (to: Place) => {
        wanted.current = { ...to, row: Math.max(0, Math.min(rows, to.row)) };
        if (wanted.current.row > 0) onReach(wanted.current.row);
        settle();
    };

    const onFocus = (event: React.FocusEvent) => {
        if (event.target.matches(FIELDS)) return;
        const place = grid.current?.contains(event.target) ? placeOf(event.target) : undefined;
        if (!place) return;
        at.current = place;
        if (place.row > 0) onReach(place.row);
        settle();
    };

    const onKeyDown = (event: KeyboardEvent<HTMLElement>) => {
        const target = event.target as HTMLElement;
        const box = grid.current;
        // What stands over the page, such as a window opened from a cell, has keys of its own.
        if (!box?.contains(target) || target.matches(FIELDS) || event.altKey) return;
        const place = placeOf(target);
        if (!place) return;
        const isHead = place.row === 0;
        const all = event.ctrlKey || event.metaKey;
        const moves: Record<string, () => Place> = {
            ArrowDown: () => ({ ...place, row: place.row + 1 }),
            ArrowUp: () => ({ ...place, row: place.row - 1 }),
            ArrowRight: () => beside(box, place, 1),
            ArrowLeft: () => beside(box, place, -1),
            Home: () => ({ row: all ? Math.min(1, rows) : place.row, cell: 0, stop: 0 }),
            End: () => ({ row: all ? rows : place.row, cell: Number.MAX_SAFE_INTEGER, stop: 0 }),
            PageDown: () => ({ ...place, row: Math.min(rows, place.row + page()) }),
            PageUp: () => ({ ...place, row: Math.max(1, place.row - page()) }),
        };
        const widen = { ArrowRight: WIDEN_PX, ArrowLeft: -WIDEN_PX }[event.key];
        if (isHead && event.shiftKey && widen) onWiden?.(place.cell, widen);
        else if (event.key === ' ' && !isHead && onChoose && (event.shiftKey || !target.matches(WIDGETS)))
            onChoose(place.row);
        else if (event.key === 'a' && all && onChooseAll) onChooseAll();
        else if (moves[event.key] && (!all || event.key === 'Home' || event.key === 'End') && !event.shiftKey)
            go(moves[event.key]!());
        else return;
        event.preventDefault();
        event.stopPropagation();
    };

    return { onFocus, onKeyDown };
}
