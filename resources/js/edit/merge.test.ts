import { expect, it } from 'vitest';
import { merge, put, same, twoDeep } from './merge';

it('compares by what is said, whatever the order of keys', () => {
    expect(same({ a: 1, b: [{ c: '2' }] }, { b: [{ c: '2' }], a: 1 })).toBe(true);
    expect(same({ a: 1, b: undefined }, { a: 1 })).toBe(true);
    expect(same({ a: [1, 2] }, { a: [2, 1] })).toBe(false);
    expect(same({ a: null }, { a: '' })).toBe(false);
});

it('takes over what only the other changed, and finds what both did', () => {
    const base = { name: 'a', limits: { floor: '1', ceiling: '9' }, list: [1] };
    const mine = { name: 'a', limits: { floor: '2', ceiling: '9' }, list: [1, 2] };
    const theirs = { name: 'b', limits: { floor: '3', ceiling: '8' }, list: [1, 2] };
    expect(merge(base, mine, theirs, twoDeep)).toEqual({
        taken: ['name', 'limits.ceiling'],
        conflicts: ['limits.floor'],
    });
});

it('sees what was added and removed', () => {
    const base = { rule: { brakes: { min: '1' } } };
    const theirs = { rule: { brakes: { max: '9' } } };
    const isWhole = (path: string) => !['rule', 'rule.brakes'].includes(path);
    expect(merge(base, base, theirs, isWhole)).toEqual({
        taken: ['rule.brakes.min', 'rule.brakes.max'],
        conflicts: [],
    });
});

it('sets what stands deep without touching what it was made from', () => {
    const inner = { a: 1, b: 2 };
    const values = put({ inner }, 'inner.b', 3);
    expect([values, inner]).toEqual([{ inner: { a: 1, b: 3 } }, { a: 1, b: 2 }]);
});
