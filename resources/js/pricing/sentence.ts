import type { CompetitiveRule, RuleDocument, RuleReference } from '@/api/client';
import { guards } from './guards';

/** The parts of the sentence that can be set. */
export type Part =
    | 'position'
    | 'reference'
    | 'field'
    | 'belowFloor'
    | 'aboveCeiling'
    | 'noRivals'
    | 'holding'
    | 'direction'
    | 'handicap'
    | 'window'
    | 'bands'
    | 'tiers'
    | 'minProfit'
    | 'formula'
    | 'ending'
    | 'maxMove'
    | 'minMove'
    | 'cooldown'
    | 'perDay'
    | 'approval'
    | 'promotion';

/** What they are called. */
export const PART_NAMES: Record<Part, string> = {
    position: 'Where to stand',
    reference: 'What to compare with',
    field: 'Whose offers count',
    belowFloor: 'If that is below my floor',
    aboveCeiling: 'If that is above my ceiling',
    noRivals: 'If there are no rivals',
    holding: 'While I hold the buy box',
    direction: 'Which way prices move',
    handicap: 'Handicaps',
    window: 'Days of sales',
    bands: 'Sales and steps',
    tiers: 'Markup',
    minProfit: 'Minimum profit',
    formula: 'Formula',
    ending: 'Price ending',
    maxMove: 'Maximum change',
    minMove: 'Smallest change',
    cooldown: 'Pause between changes',
    perDay: 'Changes a day',
    approval: 'Approval',
    promotion: 'Promotions',
};

/** A piece of plain text, or a piece that opens a small panel. */
export type Piece = string | { part: Part; says: string };

export const BELOW_FLOOR = [
    ['floor', 'use my floor'],
    ['hold', 'keep the price'],
    ['ceiling', 'use my ceiling'],
    ['next_rival', 'go to the next rival up'],
] as const;

/** Figures from which a rule can go to the next rival up. */
export const WITH_NEXT_RIVAL = ['lowest', 'nth', 'buy_box', 'seller'];

export const REFERENCES = [
    ['lowest', 'the lowest offer that counts'],
    ['buy_box', 'the buy box; if nobody in the field holds it, the lowest offer'],
    ['average', 'the average of the offers that count'],
    ['median', 'the median of the offers that count'],
    ['highest', 'the highest offer that counts'],
    ['nth', 'the second-lowest, third-lowest or another offer'],
    ['seller', 'one seller’s offer'],
    ['rrp', 'the recommended price (RRP)'],
    ['list_price', 'my list price'],
    ['current', 'my current price'],
] as const;

export const ABOVE_CEILING = [
    ['ceiling', 'use my ceiling'],
    ['hold', 'keep the price'],
] as const;

export const NO_RIVALS = [
    ['hold', 'keep the price'],
    ['list_price', 'use my list price'],
    ['ceiling', 'use my ceiling'],
] as const;

export const HOLDING = [
    ['ignore', 'reprice as usual'],
    ['keep', 'keep the price'],
    ['raise', 'raise it as far as the lowest offer allows'],
] as const;

export const DIRECTIONS = [
    ['both', 'up and down'],
    ['down_only', 'only down'],
    ['up_only', 'only up'],
] as const;

export const NEW_DOCUMENT: CompetitiveRule = {
    version: 1,
    kind: 'competitive',
    compare: 'landed',
    reference: { of: 'lowest' },
    position: { move: 'below', percent: '1' },
    field: { condition: 'same', in_stock_only: true },
    when_below_floor: 'floor',
    when_above_ceiling: 'ceiling',
    when_no_rivals: 'hold',
    when_holding_buy_box: 'ignore',
    direction: 'both',
};

const words = <T extends string>(options: readonly (readonly [T, string])[], value: T | undefined): string =>
    (options.find(([name]) => name === value) ?? options[0])![1];

/** What the rule does, as one paragraph; what guards it comes beside it. */
export function sentence(rule: RuleDocument): Piece[] {
    return [
        ...(rule.kind === 'competitive' ? competitive(rule) : aim(rule)),
        '. If that is below my floor, ',
        { part: 'belowFloor', says: words(BELOW_FLOOR, rule.when_below_floor) },
        '; if it is above my ceiling, ',
        { part: 'aboveCeiling', says: words(ABOVE_CEILING, rule.when_above_ceiling) },
        '. ',
        ...(rule.kind === 'competitive' ? withoutRivals(rule) : []),
        'Move prices ',
        { part: 'direction', says: words(DIRECTIONS, rule.direction) },
        '.',
    ];
}

/** All of it: the sentence, its guards, and when the rule runs if that is given. */
export const whole = (rule: RuleDocument, runs: string | null): Piece[] => [
    ...sentence(rule),
    ...guards(rule).flatMap((guard): Piece[] => [' ', ...guard]),
    ...(runs === null ? [] : [` Runs ${runs}.`]),
];

/** The rule in a few words. */
export function summary(rule: RuleDocument): string {
    if (rule.kind === 'competitive') return `${position(rule)} the ${reference(rule)}`;
    if (rule.kind === 'formula') return `By formula: ${rule.price}`;
    if (rule.kind === 'sales') return `By the sales of the last ${rule.window_days ?? 7} days`;
    const sizes = rule.tiers.map((tier) => (tier.percent ? `${tier.percent} %` : tier.amount));
    return `Cost plus ${sizes.join(', ')}`;
}

function competitive(rule: CompetitiveRule): Piece[] {
    return [
        'Stand ',
        { part: 'position', says: position(rule) },
        ' the ',
        { part: 'reference', says: reference(rule) },
        ' among ',
        { part: 'field', says: field(rule) },
        ...handicaps(rule),
    ];
}

function withoutRivals(rule: CompetitiveRule): Piece[] {
    return [
        'If there are no rivals, ',
        { part: 'noRivals', says: words(NO_RIVALS, rule.when_no_rivals) },
        '; while I hold the buy box, ',
        { part: 'holding', says: words(HOLDING, rule.when_holding_buy_box) },
        '. ',
    ];
}

/** What a rule that does not look at rivals aims at. */
function aim(rule: Exclude<RuleDocument, CompetitiveRule>): Piece[] {
    if (rule.kind === 'formula')
        return ['Price by the formula ', { part: 'formula', says: rule.price || 'still to be written' }];
    if (rule.kind === 'markup') {
        const tiers = rule.tiers.map(
            (tier) => `from ${tier.from}: ${tier.percent ? `${tier.percent} %` : tier.amount}`,
        );
        return [
            'Add to the cost ',
            { part: 'tiers', says: tiers.join('; ') },
            '; minimum profit: ',
            { part: 'minProfit', says: rule.min_profit ? `${rule.min_profit} per unit` : 'no minimum' },
        ];
    }
    const bands = rule.bands.map((band) => {
        const least = band.units_at_least === undefined ? '' : `${band.units_at_least} or more`;
        const below = band.units_below === undefined ? '' : `fewer than ${band.units_below}`;
        const step = band.percent ? `${band.percent} %` : band.amount;
        return `with ${[least, below].filter(Boolean).join(' and ')} sold, ${step} ${band.move}`;
    });
    const days = rule.in_stock_days_only === false ? '' : ', days out of stock left aside';
    return [
        'Go by the sales of ',
        { part: 'window', says: `the last ${rule.window_days ?? 7} days${days}` },
        ': ',
        { part: 'bands', says: bands.join('; ') },
        '; otherwise keep the price',
    ];
}

export const asText = (pieces: Piece[]): string =>
    pieces.map((piece) => (typeof piece === 'string' ? piece : piece.says)).join('');

export function every(minutes: number): string {
    if (minutes === 1) return 'every minute';
    if (minutes === 60) return 'every hour';
    return minutes % 60 === 0 ? `every ${minutes / 60} hours` : `every ${minutes} minutes`;
}

function position({ position }: CompetitiveRule): string {
    if (!position || !position.move || position.move === 'match') return 'level with';
    const by = position.percent !== undefined ? `${position.percent} %` : (position.amount ?? '0');
    const least = position.at_least ? `, at least ${position.at_least},` : '';
    return `${by}${least} ${position.move}`;
}

const FIGURES: Record<NonNullable<RuleReference['of']>, string> = {
    lowest: 'lowest price',
    nth: 'price',
    buy_box: 'buy box price',
    average: 'average price',
    median: 'median price',
    highest: 'highest price',
    seller: 'price',
    rrp: 'recommended price',
    list_price: 'list price',
    current: 'current price',
};

const ORDINALS = ['', '', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth', 'ninth', 'tenth'];

function ordinal(n: number): string {
    const named = ORDINALS[n];
    if (named) return named;
    const rule = new Intl.PluralRules('en', { type: 'ordinal' }).select(n);
    return `${n}${{ one: 'st', two: 'nd', few: 'rd', other: 'th', zero: 'th', many: 'th' }[rule]}`;
}

function figure({ of = 'lowest', n, seller, mean, else: other }: RuleReference): string {
    if (mean) return `mean of ${mean.map((one) => `the ${figure(one)}`).join(' and ')}`;
    const name =
        of === 'nth'
            ? `${ordinal(Number(n))}-lowest price`
            : of === 'seller'
              ? `price of ${seller || 'a seller still to be named'}`
              : FIGURES[of];
    return other ? `${name} (if there is none, the ${figure(other)})` : name;
}

function reference({ reference, compare }: CompetitiveRule): string {
    return `${figure(reference)} ${compare === 'item' ? 'without shipping' : 'with shipping'}`;
}

function field({ field = {} }: CompetitiveRule): string {
    const kind =
        field.condition === 'any'
            ? 'offers in any condition'
            : Array.isArray(field.condition)
              ? `${field.condition.join(' or ')} offers`
              : 'offers in the same condition';
    const parts: string[] = [];
    if (field.only_sellers) parts.push(`from ${field.only_sellers.join(' or ')} only`);
    if (field.exclude_sellers?.length) parts.push(`leaving out ${field.exclude_sellers.join(' and ')}`);
    if (field.min_rating_percent) parts.push(`from sellers rated ${field.min_rating_percent} % or better`);
    if (field.min_rating_count) parts.push(`with at least ${field.min_rating_count} ratings`);
    if (field.fulfilment === 'same') parts.push('sent the same way as mine');
    if (Array.isArray(field.fulfilment)) parts.push(`sent by ${field.fulfilment.join(' or ')}`);
    if (field.max_handling_days !== undefined)
        parts.push(`handled within ${field.max_handling_days} ${field.max_handling_days === 1 ? 'day' : 'days'}`);
    if (field.ship_from) parts.push(`sent from ${field.ship_from.join(' or ')}`);
    if (field.exclude_marketplace_retail) parts.push('leaving out the marketplace’s own shop');
    if (field.in_stock_only === false) parts.push('in stock or not');
    if (field.max_age_minutes !== undefined) parts.push(`seen within ${field.max_age_minutes} minutes`);
    if (field.sources) parts.push(`seen on ${field.sources.join(' or ')}`);
    if (field.ignore_below_percent_of_median)
        parts.push(`not below ${field.ignore_below_percent_of_median} % of the median price`);
    return [kind, parts.join(', ')].filter(Boolean).join(' ');
}

function handicaps({ adjust = [] }: CompetitiveRule): Piece[] {
    if (adjust.length === 0) return [];
    const said = adjust.map(({ seller, fulfilment, percent, amount }) => {
        const whose =
            [seller, fulfilment && `what is sent by the ${fulfilment}`].filter(Boolean).join(', ') || 'everybody';
        const by = [percent && `${percent} %`, amount]
            .filter((part) => part && Number.parseFloat(part) !== 0)
            .join(' and ');
        return `${whose} at ${by.startsWith('-') ? '' : '+'}${by.replaceAll('-', '−')}`;
    });
    return [', taking ', { part: 'handicap', says: said.join(', ') }];
}
