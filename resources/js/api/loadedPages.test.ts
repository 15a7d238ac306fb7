import { describe, expect, it } from 'vitest';
import { LoadedPages, type Page } from './loadedPages';

interface Row {
    id: number;
    price: string;
}

const row = (id: number, price = '1.00'): Row => ({ id, price });
const page = (next: number | null, ...rows: Row[]): Page<Row, number> => ({ rows, next });
const ids = (rows: Row[]) => rows.map((one) => one.id);

function list(pages: Map<number | null, Page<Row, number>>) {
    const loaded = new LoadedPages<Row, number>((one) => one.id);
    return (hash = 'all') => loaded.chain(hash, (cursor) => pages.get(cursor));
}

describe('the pages of a list', () => {
    it('follow one another as far as they are loaded, and say where the next one begins', () => {
        const chain = list(
            new Map([
                [null, page(2, row(1), row(2))],
                [2, page(4, row(3), row(4))],
            ]),
        );
        expect(chain()).toMatchObject({ cursors: [null, 2, 4], isPending: false });
        expect(ids(chain().rows)).toEqual([1, 2, 3, 4]);
    });

    it('keep their place while the page before them is asked for again and ends elsewhere', () => {
        const pages = new Map([
            [null, page(2, row(1), row(2))],
            [2, page(null, row(3), row(4))],
        ]);
        const chain = list(pages);
        chain();
        pages.set(null, page(1, row(9), row(1)));
        pages.delete(2);
        expect(chain().cursors).toEqual([null, 1]);
        expect(ids(chain().rows)).toEqual([9, 1, 3, 4]);
    });

    it('show a row once, though it moved to a page that was asked for later', () => {
        const pages = new Map([
            [null, page(2, row(1), row(2))],
            [2, page(null, row(3))],
        ]);
        const chain = list(pages);
        pages.set(null, page(2, row(3), row(1)));
        expect(ids(chain().rows)).toEqual([3, 1]);
    });

    it('hand on what did not change as the same object', () => {
        const pages = new Map([[null, page(null, row(1), row(2))]]);
        const chain = list(pages);
        const [first, second] = chain().rows;
        pages.set(null, page(null, row(1), row(2, '2.00')));
        const now = chain().rows;
        expect(now[0]).toBe(first);
        expect(now[1]).not.toBe(second);
        expect(chain().rows).toBe(now);
    });

    it('show the rows of the filter before until those of the new one are there', () => {
        const pages = new Map([[null, page(null, row(1))]]);
        const chain = list(pages);
        chain('first');
        pages.clear();
        expect(chain('second')).toMatchObject({ isPending: true });
        expect(ids(chain('second').rows)).toEqual([1]);
        pages.set(null, page(null));
        expect(chain('second')).toMatchObject({ isPending: false, rows: [] });
    });
});
