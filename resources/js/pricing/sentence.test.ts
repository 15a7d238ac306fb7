import { describe, expect, it } from 'vitest';
import { asText, every, NEW_DOCUMENT, summary, whole } from './sentence';

describe('sentence', () => {
    it('reads a new rule as plain language', () => {
        expect(asText(whole(NEW_DOCUMENT, 'whenever the market moves, every 15 minutes'))).toBe(
            'Stand 1 % below the lowest price with shipping among offers in the same condition. If that is below my floor, use my floor; if it is above my ceiling, use my ceiling. If there are no rivals, keep the price; while I hold the buy box, reprice as usual. Move prices up and down. Runs whenever the market moves, every 15 minutes.',
        );
    });

    it('says every choice', () => {
        const text = asText(
            whole(
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
            'offers in any condition from sellers rated 90 % or better, with at least 20 ratings, sent the same way as mine, handled within 1 day, leaving out the marketplace’s own shop, in stock or not',
            'use my list price',
            'raise it as far as the lowest offer allows',
            'only down',
        ]) {
            expect(text).toContain(words);
        }
        expect(text).not.toContain('Runs');
    });

    it('says what it aims at where it does not look at rivals', () => {
        expect(
            asText(
                whole(
                    {
                        version: 1,
                        kind: 'sales',
                        window_days: 14,
                        bands: [
                            { units_below: 10, move: 'down', percent: '5' },
                            { units_at_least: 30, units_below: 90, move: 'up', amount: '1.00' },
                        ],
                    },
                    null,
                ),
            ),
        ).toContain(
            'Go by the sales of the last 14 days, days out of stock left aside: with fewer than 10 sold, 5 % down; with 30 or more and fewer than 90 sold, 1.00 up; otherwise keep the price. If that is below my floor',
        );
        expect(
            asText(
                whole(
                    {
                        version: 1,
                        kind: 'markup',
                        tiers: [
                            { from: '0.00', percent: '85' },
                            { from: '30.01', amount: '20.00' },
                        ],
                        min_profit: '2.00',
                    },
                    null,
                ),
            ),
        ).toContain('Add to the cost from 0.00: 85 %; from 30.01: 20.00; minimum profit: 2.00 per unit.');
        expect(asText(whole({ version: 1, kind: 'formula', price: 'lowest * 1.1' }, null))).toContain(
            'Price by the formula lowest * 1.1.',
        );
        expect(
            asText(whole({ version: 1, kind: 'formula', price: 'cost * 2', brakes: { max_changes_per_day: 1 } }, null)),
        ).toContain('Change at most once in 24 hours.');
    });

    it('says every figure, handicap and guard', () => {
        const text = asText(
            whole(
                {
                    version: 1,
                    kind: 'competitive',
                    reference: {
                        mean: [
                            { of: 'nth', n: 2 },
                            { of: 'seller', seller: 'oldtap', else: { of: 'rrp' } },
                        ],
                    },
                    field: { only_sellers: ['oldtap', 'tin-and-tun'], ignore_below_percent_of_median: '50' },
                    adjust: [
                        { seller: 'oldtap', percent: '15' },
                        { fulfilment: 'marketplace', amount: '-0.50' },
                    ],
                    when_below_floor: 'next_rival',
                    ending: { endings: ['.99', '.49'], round: 'down' },
                    brakes: { max_move_percent: '15', min_move: '0.05', cooldown_minutes: 15, max_changes_per_day: 12 },
                    approval: 'beyond_percent:10',
                    reprice_on_promotion: false,
                },
                null,
            ),
        );
        for (const words of [
            'the mean of the second-lowest price and the price of oldtap (if there is none, the recommended price) with shipping',
            'from oldtap or tin-and-tun only, not below 50 % of the median price',
            'taking oldtap at +15 %, what is sent by the marketplace at −0.50',
            'go to the next rival up',
            'End prices in .99 or .49, rounded down. Maximum change: 15 %, ask me beyond that. Smallest change: 0.05. Wait 15\u00a0minutes between changes. Change at most 12 times in 24 hours. Ask me about changes of more than 10 %. Skip listings on promotion.',
        ]) {
            expect(text).toContain(words);
        }
    });

    it('takes the defaults of a short document', () => {
        expect(asText(whole({ version: 1, kind: 'competitive', reference: { of: 'lowest' } }, null))).toContain(
            'Stand level with the lowest price with shipping',
        );
    });

    it('says it in a few words', () => {
        expect(summary(NEW_DOCUMENT)).toBe('1 % below the lowest price with shipping');
        expect(summary({ ...NEW_DOCUMENT, reference: { of: 'nth', n: 3 }, position: { move: 'match' } })).toBe(
            'level with the third-lowest price with shipping',
        );
        expect(summary({ ...NEW_DOCUMENT, reference: { of: 'nth', n: 21 }, compare: 'item' })).toBe(
            '1 % below the 21st-lowest price without shipping',
        );
        expect(summary({ version: 1, kind: 'markup', tiers: [{ from: '0.00', percent: '85' }] })).toBe(
            'Cost plus 85 %',
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
