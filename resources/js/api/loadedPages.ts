import { replaceEqualDeep } from '@tanstack/react-query';

export interface Page<Row, Cursor> {
    rows: Row[];
    /** Where the next page begins; null after the last one. */
    next: Cursor | null;
}

/** The pages of one list as far as they are loaded: each says where the next one begins. */
export class LoadedPages<Row, Cursor> {
    private hash = '';

    private before: Page<Row, Cursor>[] = [];

    private known = new Map<number, Row>();

    private rows: Row[] = [];

    constructor(private readonly idOf: (row: Row) => number) {}

    /**
     * Follows the pages from the first on.
     *
     * @param hash of the filter and order; another one begins anew
     */
    chain(hash: string, get: (cursor: Cursor | null) => Page<Row, Cursor> | undefined) {
        const before = this.hash === hash ? this.before : [];
        const pages: Page<Row, Cursor>[] = [];
        const cursors: (Cursor | null)[] = [null];
        for (let at = 0; at < cursors.length; at++) {
            // A page whose beginning has moved is shown as it was until it is there again.
            const page = get(cursors[at]!) ?? before[at];
            if (!page) break;
            pages.push(page);
            if (page.next !== null) cursors.push(page.next);
        }
        return { cursors, isPending: pages.length === 0, rows: this.take(hash, pages) };
    }

    /**
     * All rows of the pages, each once. What did not change is the same object as before, so that it is not drawn again. While the
     * first page of another filter is on its way, those of the one before.
     */
    private take(hash: string, pages: Page<Row, Cursor>[]): Row[] {
        const isSame = pages.length === this.before.length && pages.every((page, at) => page === this.before[at]);
        if (pages.length === 0 || (this.hash === hash && isSame)) return this.rows;
        const rows = new Map<number, Row>();
        for (const row of pages.flatMap((page) => page.rows)) {
            const id = this.idOf(row);
            if (!rows.has(id)) rows.set(id, replaceEqualDeep(this.known.get(id), row) as Row);
        }
        this.hash = hash;
        this.before = pages;
        this.known = rows;
        this.rows = [...rows.values()];
        return this.rows;
    }
}
