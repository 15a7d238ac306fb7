import type { RuleDocument } from '@/api/client';
import { NEW_DOCUMENT } from './sentence';

export interface Starter {
    name: string;
    /** For whom, in a line. */
    when: string;
    document: RuleDocument;
}

const comparable = { condition: 'same', in_stock_only: true, min_rating_percent: '90' } as const;

/** Rules to start from, each for a situation that sellers know. */
export const STARTERS: Starter[] = [
    {
        name: 'Just under the cheapest',
        when: 'You want to be the first that a buyer sees, without giving away more than it takes.',
        document: { ...NEW_DOCUMENT, field: comparable, position: { move: 'below', percent: '1', at_least: '0.05' } },
    },
    {
        name: 'Win the buy box, keep the margin',
        when: 'One offer gets the button; you want it at the highest price that still gets it.',
        document: {
            ...NEW_DOCUMENT,
            reference: { of: 'buy_box' },
            position: { move: 'below', amount: '0.05' },
            field: { condition: 'same', in_stock_only: true },
            when_holding_buy_box: 'raise',
            when_below_floor: 'hold',
            when_no_rivals: 'ceiling',
        },
    },
    {
        name: 'Among the three cheapest',
        when: 'Buyers look at the first few; being the very cheapest costs more than it brings.',
        document: { ...NEW_DOCUMENT, reference: { of: 'nth', n: 3 }, position: { move: 'match' }, field: comparable },
    },
    {
        name: 'Just above the average',
        when: 'You send faster or serve better than most, and buyers pay a little for it.',
        document: {
            ...NEW_DOCUMENT,
            reference: { of: 'average' },
            position: { move: 'above', percent: '2' },
            field: comparable,
        },
    },
    {
        name: 'Follow one rival',
        when: 'One shop sets the price of your market. Name it in the sentence.',
        document: {
            ...NEW_DOCUMENT,
            reference: { of: 'seller', seller: '', else: { of: 'median' } },
            position: { move: 'match' },
            field: { condition: 'same', in_stock_only: true },
        },
    },
    {
        name: 'Raise when cheapest by far',
        when: 'You stand below everybody with room to spare: go up to just under the next one.',
        document: {
            ...NEW_DOCUMENT,
            field: comparable,
            direction: 'up_only',
            position: { move: 'below', percent: '2' },
            brakes: { max_move_percent: '10', beyond: 'cap', cooldown_minutes: 720 },
        },
    },
    {
        name: 'Match, do not chase',
        when: 'Level with the lowest that earns its keep; below your floor you stay where you are.',
        document: {
            ...NEW_DOCUMENT,
            position: { move: 'match' },
            field: { ...comparable, fulfilment: 'same', ignore_below_percent_of_median: '60' },
            when_below_floor: 'hold',
        },
    },
    {
        name: 'Next rival up',
        when: 'Someone sells below your floor: leave him alone and stand under the next one.',
        document: {
            ...NEW_DOCUMENT,
            field: comparable,
            position: { move: 'below', amount: '0.01' },
            when_below_floor: 'next_rival',
        },
    },
    {
        name: 'Mean of lowest and median',
        when: 'A calm place in the pack that one odd price cannot drag about.',
        document: {
            ...NEW_DOCUMENT,
            reference: { mean: [{ of: 'lowest' }, { of: 'median' }] },
            position: { move: 'match' },
            field: { ...comparable, ignore_below_percent_of_median: '60' },
            ending: { endings: ['.99', '.49'], round: 'nearest' },
            brakes: { max_move_percent: '12' },
        },
    },
    {
        name: 'Keep a brand’s advertised minimum',
        when: 'The maker watches the price: near the recommended one, never down by more than a little, nothing unseen.',
        document: {
            ...NEW_DOCUMENT,
            reference: { of: 'rrp', else: { of: 'list_price' } },
            position: { move: 'below', percent: '5' },
            approval: 'beyond_percent:5',
        },
    },
    {
        name: 'Sell off slow stock',
        when: 'It lies too long: down a little every two weeks until it sells, up again when it does.',
        document: {
            version: 1,
            kind: 'sales',
            window_days: 14,
            in_stock_days_only: true,
            bands: [
                { units_below: 3, move: 'down', percent: '5' },
                { units_at_least: 15, move: 'up', percent: '3' },
            ],
        },
    },
    {
        name: 'Alone: let sales set the pace',
        when: 'Nobody else sells it. Raise while it sells well, come down when it stops.',
        document: {
            version: 1,
            kind: 'sales',
            window_days: 7,
            in_stock_days_only: true,
            bands: [
                { units_at_least: 10, move: 'up', percent: '2' },
                { units_below: 2, move: 'down', percent: '2' },
            ],
            brakes: { max_changes_per_day: 1 },
        },
    },
    {
        name: 'Price from the supplier’s cost',
        when: 'You price by what you pay: more on cheap goods, less on dear ones, and always something.',
        document: {
            version: 1,
            kind: 'markup',
            tiers: [
                { from: '0.00', percent: '120' },
                { from: '10.01', percent: '85' },
                { from: '50.01', percent: '55' },
            ],
            min_profit: '1.50',
            ending: { endings: ['.90', '.40'], round: 'nearest' },
        },
    },
    {
        name: 'By a formula',
        when: 'None of these says what you mean: write it as arithmetic.',
        document: { version: 1, kind: 'formula', price: 'count >= 3 ? (lowest + median) / 2 : price' },
    },
];
