import { describe, expect, it } from 'vitest';
import { differenceOf, inOrder, worded, type Table } from './cells';
import { queryOf } from './queryOf';

const NOW = new Date('2026-11-27T10:00:00Z');
const query = (search: string, hasWindow = false) => queryOf(new URLSearchParams(search), hasWindow, NOW);

describe('what the address bar asks for', () => {
    it.each([
        ['', { from: '2026-10-29' }],
        ['days=7', { from: '2026-11-21' }],
        ['days=all', { from: '2026-10-29' }],
        ['from=2026-11-01&to=2026-11-10&days=7', { from: '2026-11-01', to: '2026-11-10' }],
        ['to=2026-11-10', { to: '2026-11-10' }],
        ['from=soon', { from: '2026-10-29' }],
        ['channel=3&brand=Tidewell&category=', { from: '2026-10-29', channel: 3, brand: 'Tidewell' }],
    ])('%s', (search, asked) => expect(query(search)).toEqual(asked));

    it('has days before and after only where they matter', () => {
        expect(query('window=3')).not.toHaveProperty('window');
        expect(query('window=3', true)).toHaveProperty('window', 3);
        expect(query('', true)).toHaveProperty('window', 7);
    });
});

describe('a figure of a report', () => {
    it.each([
        ['1234.5', 'money', '1,234.5'],
        ['85.55', 'percent', '85.6\u00a0%'],
        ['-9.26', 'change', '−9.3\u00a0%'],
        [12000, 'count', '12,000'],
        [600, 'seconds', '10 minutes'],
        [9, 'hour', '9 h'],
        ['2026-11-27', 'day', '27 Nov 2026'],
        [null, 'money', '–'],
        ['Tidewell', 'text', 'Tidewell'],
    ] as const)('%s as %s', (cell, unit, says) => expect(worded(cell, unit)).toBe(says));

    it('is set beside the one before with the difference, of shares in points', () => {
        expect(differenceOf('16.80', '18.52', 'money')).toBe('+1.72');
        expect(differenceOf('0.74', '0.62', 'decimal')).toBe('−0.12');
        expect(differenceOf(21, 43, 'percent')).toBe('+22 points');
        expect(differenceOf(null, '1.00', 'money')).toBeNull();
    });
});

describe('rows in the order of a column', () => {
    const rows = [
        ['b', '9.00'],
        ['a', null],
        ['c', '10.00'],
    ].map((cells) => ({ cells, link: null })) as Table['rows'];
    const names = (column: number, isFalling: boolean) => inOrder(rows, column, isFalling).map((row) => row.cells[0]);

    it('go by figures, not by digits, and what is not known comes last', () => {
        expect(names(1, false)).toEqual(['b', 'c', 'a']);
        expect(names(1, true)).toEqual(['c', 'b', 'a']);
        expect(names(0, true)).toEqual(['c', 'b', 'a']);
    });
});
