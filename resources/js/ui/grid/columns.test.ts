import { describe, expect, it } from 'vitest';
import { fold, type GridColumn } from './columns';

const column = (id: string, width: number, isKept = false): GridColumn<null> => ({
    id,
    name: id,
    width,
    isKept,
    cell: () => null,
});
const ALL = [column('line', 200), column('price', 80, true), column('margin', 60), column('rule', 120)];
const names = (columns: GridColumn<null>[]) => columns.map((one) => one.id);

describe('columns in a narrow window', () => {
    it.each([
        ['a wide one shows all', 1200, 900, ['line', 'price', 'margin', 'rule']],
        [
            'one in between scrolls sideways rather than hide what was chosen',
            800,
            300,
            ['line', 'price', 'margin', 'rule'],
        ],
        ['a narrow one folds the last ones first', 700, 350, ['line', 'price', 'margin']],
        ['a very narrow one folds all but what must stay', 400, 90, ['price']],
    ])('%s', (_, width, room, shown) => {
        const folds = fold(ALL, width, room);
        expect(names(folds.shown)).toEqual(shown);
        expect(names(folds.folded)).toEqual(names(ALL).filter((id) => !shown.includes(id)));
    });

    it('show all until the width is known', () => {
        expect(names(fold(ALL, 0, -200).shown)).toEqual(names(ALL));
    });
});
