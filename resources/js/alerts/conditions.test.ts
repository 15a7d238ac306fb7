import { describe, expect, it } from 'vitest';
import { conditionOf, draftOf, draftsOf, FIRST, isPlain } from './conditions';

describe('the condition of an alert', () => {
    it.each([
        [{ kind: 'price_moved', whose: 'any', direction: 'down', percent: '5', days: 7 }],
        [{ kind: 'price_moved', whose: { seller: 'tidal' }, direction: 'any', percent: null, days: 0 }],
        [{ kind: 'price_stands', whose: 'lowest', relation: 'below', to: 'amount', amount: '24.90' }],
        [{ kind: 'price_stands', whose: 'lowest', relation: 'below', to: 'map', amount: null }],
        [{ kind: 'prices_apart', whose: { seller: 'a' }, than: 'ours', percent: '10' }],
        [{ kind: 'prices_apart', whose: 'ours', than: 'ours_elsewhere', percent: '10' }],
        [{ kind: 'rival', change: 'promotion_begins' }],
        [{ kind: 'buy_box', change: 'won' }],
        [{ kind: 'listing', state: 'not_priced' }],
        [{ kind: 'listing', state: 'at_floor', days: 3 }],
    ])('is edited and comes out as it went in: %j', (document) => {
        expect(conditionOf(draftOf(document), 'EUR')).toEqual(document);
    });

    it('reads figures as people type them', () => {
        expect(conditionOf({ ...FIRST, percent: '2,5 %' }, 'EUR')).toMatchObject({ percent: '2.5' });
        expect(conditionOf({ ...FIRST, kind: 'price_stands', to: 'amount', amount: '1.299,00' }, 'EUR')).toMatchObject({
            amount: '1299.00',
        });
    });

    it('is not there yet while something is wanting', () => {
        expect(conditionOf({ ...FIRST, percent: 'much' }, 'EUR')).toBeNull();
        expect(conditionOf({ ...FIRST, kind: 'price_stands', to: 'amount' }, 'EUR')).toBeNull();
        expect(conditionOf({ ...FIRST, kind: 'prices_apart' }, 'EUR')).toBeNull();
    });

    it('takes the first change of a kind that has not got the chosen one', () => {
        expect(conditionOf({ ...FIRST, kind: 'rank', change: 'lost' }, 'EUR')).toEqual({
            kind: 'rank',
            change: 'worse',
        });
    });

    it('is a list of conditions, unless a program has nested them', () => {
        expect(draftsOf({ kind: 'all', conditions: [{ kind: 'rank', change: 'worse' }] })).toMatchObject({
            match: 'all',
        });
        expect(isPlain({ kind: 'any', conditions: [{ kind: 'all', conditions: [] }] })).toBe(false);
    });
});
