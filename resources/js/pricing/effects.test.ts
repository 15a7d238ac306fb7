import type { TryOutRow } from '@/api/client';
import { describe, expect, it } from 'vitest';
import { biggestMoves, reached } from './effects';

const row = (listing: number, more: Partial<TryOutRow>) =>
    ({
        listing,
        new_price: null,
        change_percent: null,
        rank_before: 2,
        rank_after: null,
        field_size: 3,
        ...more,
    }) as TryOutRow;

describe('effects', () => {
    const rows = [
        row(1, { new_price: '9.00', change_percent: '-10.00', rank_after: 1 }),
        row(2, {}),
        row(3, { new_price: '12.00', change_percent: '+20.00', rank_after: 3 }),
        row(4, { field_size: 0, rank_before: 1 }),
    ];

    it('orders moves by size whichever way they go', () => {
        expect(biggestMoves(rows, 5).map((one) => one.listing)).toEqual([3, 1]);
        expect(biggestMoves(rows, 1).map((one) => one.listing)).toEqual([3]);
    });

    it('counts ranks only where there is someone to stand beside', () => {
        expect(reached(rows, (rank) => rank === 1)).toEqual({ before: 0, after: 1 });
    });
});
