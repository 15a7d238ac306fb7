import type { ListingHistory } from '@/api/client';
import { describe, expect, it } from 'vitest';
import { historySeries } from './historySeries';

const history: ListingHistory = {
    currency: 'EUR',
    points: [
        { at: 100, price: '9.90', lowest: '9.50', buy_box: '9.50', floor: null, ceiling: null },
        { at: 200, price: '9.40', lowest: '9.50', buy_box: '9.40', floor: '8.00', ceiling: '12.00' },
    ],
    rivals: [{ seller: 'a', name: 'Amber Barn', is_web: false, figures: ['9.50', '9.50'] }],
    changes: [],
    sales: [],
    seconds_per_point: null,
};

describe('the lines of a history', () => {
    it('go on to now with what was seen last, and take today’s limits where none were kept', () => {
        const { times, lines } = historySeries(history, { floor: '7.00', ceiling: '11.00', full: false, now: 300 });
        expect(times).toEqual([100, 200, 300]);
        expect(Object.fromEntries(lines.map((line) => [line.name, line.figures]))).toEqual({
            lowest: ['9.50', '9.50', '9.50'],
            'buy box': ['9.50', '9.40', '9.40'],
            ours: ['9.90', '9.40', '9.40'],
            floor: ['7.00', '8.00', '8.00'],
            ceiling: ['11.00', '12.00', '12.00'],
        });
    });

    it('has rivals only in full', () => {
        const names = (full: boolean) =>
            historySeries(history, { floor: null, ceiling: null, full, now: 200 }).lines.map((line) => line.name);
        expect(names(false)).not.toContain('Amber Barn');
        expect(names(true)).toContain('Amber Barn');
    });
});
