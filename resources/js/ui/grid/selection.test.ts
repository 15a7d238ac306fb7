import { expect, it } from 'vitest';
import { ALL, choose, has, isAny, NONE, size } from './selection';

it('chooses some', () => {
    const some = choose(choose(NONE, [1, 2, 3], true), [2], false);
    expect([has(some, 1), has(some, 2), size(some, 12_000), isAny(some)]).toEqual([true, false, 2, true]);
});

it('keeps all of 12,000 but the one that was unticked, loaded or not', () => {
    const most = choose(ALL, [7], false);
    expect([has(most, 7), has(most, 11_999), size(most, 12_000)]).toEqual([false, true, 11_999]);
    expect(size(choose(most, [7], true), 12_000)).toBe(12_000);
});
