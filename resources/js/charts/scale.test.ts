import { describe, expect, it } from 'vitest';
import { place, type LineMark } from './scale';

const mark = (at: string, more: Partial<LineMark> = {}): LineMark => ({
    at,
    seller: at,
    buy_box: false,
    dropped: null,
    ...more,
});
const line = (marks: LineMark[], price = '15.00', proposed: string | null = null) =>
    place({ floor: '10.00', ceiling: '20.00', price, proposed, marks }, 20, 220);

describe('place', () => {
    it('puts floor and ceiling at the ends and what is between in proportion', () => {
        const placed = line([mark('10.00'), mark('12.50'), mark('20.00')]);
        expect(placed.ticks.map((tick) => tick.x)).toEqual([20, 70, 220]);
        expect(placed.price).toBe(120);
    });

    it('counts those beyond the limits on their side', () => {
        const placed = line([mark('9.00'), mark('9.50'), mark('20.50')]);
        expect([placed.below, placed.above, placed.ticks.length]).toEqual([2, 1, 0]);
    });

    it('draws coinciding rivals as one, keeping those that do not count apart', () => {
        const placed = line([mark('12.00', { buy_box: true }), mark('12.05'), mark('12.02', { dropped: 'rating' })]);
        expect(placed.ticks).toMatchObject([
            { count: 2, counted: true, buyBox: true },
            { count: 1, counted: false, buyBox: false },
        ]);
    });

    it('keeps our own mark in sight when the price is far outside', () => {
        expect(line([], '99.00').price).toBe(232);
        expect(line([], '1.00', '18.00')).toMatchObject({ price: 8, proposed: 180 });
    });

    it('survives a floor equal to the ceiling', () => {
        const placed = place({ floor: '10.00', ceiling: '10.00', price: '10.00', marks: [] }, 20, 220);
        expect(placed.price).toBe(20);
    });
});
