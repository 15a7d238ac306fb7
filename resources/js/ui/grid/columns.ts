import type { ReactNode } from 'react';

export interface GridColumn<Row> {
    id: string;
    /** In words, for those who choose columns and for what is folded away. */
    name: string;
    /** What stands at its head; its name unless given. */
    head?: ReactNode;
    /** In px. */
    width: number;
    /** How the server calls it when it sorts by it. */
    sort?: string;
    /** What rows are sorted by in the browser; null comes last. */
    value?: (row: Row) => number | string | null;
    isRight?: boolean;
    /** Stays in its own column however narrow the window is. */
    isKept?: boolean;
    cell: (row: Row) => ReactNode;
    /** What stands for it in the second line, when it has no room of its own; null leaves it out. */
    folded?: (row: Row) => ReactNode;
}

/** The first column: always there, as wide as there is room, at its place while one scrolls sideways. */
export interface HeadColumn<Row> extends Pick<GridColumn<Row>, 'name' | 'sort' | 'value'> {
    /** What the row is called; where rows can be opened, it opens its row. */
    text: (row: Row) => string;
    /** What stands there instead of the text. */
    cell?: (row: Row) => ReactNode;
    /** What stands below it in small print. */
    second: (row: Row) => ReactNode;
    /** In px. */
    minWidth: number;
}

export const TICK_PX = 34;
export const NARROWEST_PX = 44;
export const WIDEST_PX = 520;

/** Below this width columns fold; above it the table scrolls sideways if someone wants more columns than have room. */
const FOLDS_BELOW_PX = 740;

/** Always the same one, so that rows need not be drawn again. */
const NOTHING: never[] = [];

/**
 * Which columns have room of their own, and which go into the second line: the last ones first.
 *
 * @param room in px, without the ticks and the first column; Infinity where nothing is known yet
 */
export function fold<Row>(columns: GridColumn<Row>[], width: number, room: number) {
    if (width === 0 || width >= FOLDS_BELOW_PX) return { shown: columns, folded: NOTHING };
    let needed = columns.reduce((sum, column) => sum + column.width, 0);
    const folded = new Set<string>();
    for (const column of [...columns].reverse()) {
        if (needed <= room) break;
        if (column.isKept) continue;
        folded.add(column.id);
        needed -= column.width;
    }
    return {
        shown: columns.filter((column) => !folded.has(column.id)),
        folded: columns.filter((column) => folded.has(column.id)),
    };
}
