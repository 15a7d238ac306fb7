import { describe, expect, it } from 'vitest';
import { asText, every, NEW_DOCUMENT, sentence } from './sentence';

describe('sentence', () => {
    it('reads a new rule as plain language', () => {
        expect(asText(sentence(NEW_DOCUMENT, 15))).toBe(
            'Stand 1 % below the lowest price with shipping among offers in the same condition. If that is under my floor, stop at my floor; if it is over my ceiling, stop at my ceiling. If nobody is left to compare with, leave the price as it is; while I hold the buy box, carry on all the same. Move prices up and down. Look whenever the market moves, and every 15 minutes.',
        );
    });

    it('says every choice', () => {
        const text = asText(
            sentence(
                {
                    version: 1,
                    kind: 'competitive',
                    compare: 'item',
                    reference: { of: 'buy_box' },
                    position: { move: 'above', percent: '2.5', at_least: '0.20' },
                    field: {
                        condition: 'any',
                        min_rating_percent: '90',
                        min_rating_count: 20,
                        fulfilment: 'same',
                        max_handling_days: 1,
                        exclude_marketplace_retail: true,
                        in_stock_only: false,
                    },
                    when_below_floor: 'hold',
                    when_above_ceiling: 'hold',
                    when_no_rivals: 'list_price',
                    when_holding_buy_box: 'raise',
                    direction: 'down_only',
                },
                null,
            ),
        );
        for (const words of [
            '2.5 %, at least 0.20, above the buy box price without shipping',
            'offers in any condition from sellers rated 90 % or better, with at least 20 ratings, sent the same way as mine, handled within 1 day, leaving out the market’s own shop, in stock or not',
            'go back to my list price',
            'never down',
            'only down',
        ]) {
            expect(text).toContain(words);
        }
        expect(text).not.toContain('Look');
    });

    it('takes the defaults of a short document', () => {
        expect(asText(sentence({ version: 1, kind: 'competitive', reference: { of: 'lowest' } }, null))).toContain(
            'Stand level with the lowest price with shipping',
        );
    });

    it('names a rhythm as people do', () => {
        expect([1, 5, 60, 360, 90].map(every)).toEqual([
            'every minute',
            'every 5 minutes',
            'every hour',
            'every 6 hours',
            'every 90 minutes',
        ]);
    });
});
