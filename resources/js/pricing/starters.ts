import { t } from '@/messages/pricing';
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
        name: t('pricing.justUnderTheCheapest'),
        when: t('pricing.youWantToBeTheFirst'),
        document: { ...NEW_DOCUMENT, field: comparable, position: { move: 'below', percent: '1', at_least: '0.05' } },
    },
    {
        name: t('pricing.winTheBuyBoxKeepThe'),
        when: t('pricing.oneOfferGetsTheButtonYou'),
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
        name: t('pricing.amongTheThreeCheapest'),
        when: t('pricing.buyersLookAtTheFirstFew'),
        document: { ...NEW_DOCUMENT, reference: { of: 'nth', n: 3 }, position: { move: 'match' }, field: comparable },
    },
    {
        name: t('pricing.justAboveTheAverage'),
        when: t('pricing.youSendFasterOrServeBetter'),
        document: {
            ...NEW_DOCUMENT,
            reference: { of: 'average' },
            position: { move: 'above', percent: '2' },
            field: comparable,
        },
    },
    {
        name: t('pricing.followOneRival'),
        when: t('pricing.oneShopSetsThePriceOf'),
        document: {
            ...NEW_DOCUMENT,
            reference: { of: 'seller', seller: '', else: { of: 'median' } },
            position: { move: 'match' },
            field: { condition: 'same', in_stock_only: true },
        },
    },
    {
        name: t('pricing.raiseWhenCheapestByFar'),
        when: t('pricing.youStandBelowEverybodyWith'),
        document: {
            ...NEW_DOCUMENT,
            field: comparable,
            direction: 'up_only',
            position: { move: 'below', percent: '2' },
            brakes: { max_move_percent: '10', beyond: 'cap', cooldown_minutes: 720 },
        },
    },
    {
        name: t('pricing.matchDoNotChase'),
        when: t('pricing.levelWithTheLowestThat'),
        document: {
            ...NEW_DOCUMENT,
            position: { move: 'match' },
            field: { ...comparable, fulfilment: 'same', ignore_below_percent_of_median: '60' },
            when_below_floor: 'hold',
        },
    },
    {
        name: t('pricing.nextRivalUp'),
        when: t('pricing.someoneSellsBelowYourFloor'),
        document: {
            ...NEW_DOCUMENT,
            field: comparable,
            position: { move: 'below', amount: '0.01' },
            when_below_floor: 'next_rival',
        },
    },
    {
        name: t('pricing.meanOfLowestAndMedian'),
        when: t('pricing.aCalmPlaceInThePack'),
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
        name: t('pricing.keepABrandsAdvertised'),
        when: t('pricing.theMakerWatchesThePrice'),
        document: {
            ...NEW_DOCUMENT,
            reference: { of: 'rrp', else: { of: 'list_price' } },
            position: { move: 'below', percent: '5' },
            approval: 'beyond_percent:5',
        },
    },
    {
        name: t('pricing.sellOffSlowStock'),
        when: t('pricing.itLiesTooLongDownA'),
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
        name: t('pricing.aloneLetSalesSetThePace'),
        when: t('pricing.nobodyElseSellsItRaise'),
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
        name: t('pricing.priceFromTheSuppliersCost'),
        when: t('pricing.youPriceByWhatYouPay'),
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
        name: t('pricing.byAFormula'),
        when: t('pricing.noneOfTheseSaysWhatYou'),
        document: { version: 1, kind: 'formula', price: 'count >= 3 ? (lowest + median) / 2 : price' },
    },
];
