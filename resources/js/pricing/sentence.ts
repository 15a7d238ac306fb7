import type { RuleDocument } from '@/api/client';

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
    | 'rhythm';

/** A piece of plain text, or a piece that opens a small panel. */
export type Piece = string | { part: Part; says: string };

export const BELOW_FLOOR = [
    ['floor', 'stop at my floor'],
    ['hold', 'leave the price as it is'],
    ['ceiling', 'go up to my ceiling'],
] as const;

export const ABOVE_CEILING = [
    ['ceiling', 'stop at my ceiling'],
    ['hold', 'leave the price as it is'],
] as const;

export const NO_RIVALS = [
    ['hold', 'leave the price as it is'],
    ['list_price', 'go back to my list price'],
    ['ceiling', 'go up to my ceiling'],
] as const;

export const HOLDING = [
    ['ignore', 'carry on all the same'],
    ['keep', 'leave the price as it is'],
    ['raise', 'go up as far as the lowest offer lets me, never down'],
] as const;

export const DIRECTIONS = [
    ['both', 'up and down'],
    ['down_only', 'only down'],
    ['up_only', 'only up'],
] as const;

export const NEW_DOCUMENT: RuleDocument = {
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

/** The rule as one paragraph; the same pieces make the editor and, read as text, the summary. */
export function sentence(rule: RuleDocument, everyMinutes: number | null): Piece[] {
    const pieces: Piece[] = [
        'Stand ',
        { part: 'position', says: position(rule) },
        ' the ',
        { part: 'reference', says: reference(rule) },
        ' among ',
        { part: 'field', says: field(rule) },
        '. If that is under my floor, ',
        { part: 'belowFloor', says: words(BELOW_FLOOR, rule.when_below_floor) },
        '; if it is over my ceiling, ',
        { part: 'aboveCeiling', says: words(ABOVE_CEILING, rule.when_above_ceiling) },
        '. If nobody is left to compare with, ',
        { part: 'noRivals', says: words(NO_RIVALS, rule.when_no_rivals) },
        '; while I hold the buy box, ',
        { part: 'holding', says: words(HOLDING, rule.when_holding_buy_box) },
        '. Move prices ',
        { part: 'direction', says: words(DIRECTIONS, rule.direction) },
        '.',
    ];
    if (everyMinutes !== null)
        pieces.push(' Look ', { part: 'rhythm', says: `whenever the market moves, and ${every(everyMinutes)}` }, '.');
    return pieces;
}

export const asText = (pieces: Piece[]): string =>
    pieces.map((piece) => (typeof piece === 'string' ? piece : piece.says)).join('');

export function every(minutes: number): string {
    if (minutes === 1) return 'every minute';
    if (minutes === 60) return 'every hour';
    return minutes % 60 === 0 ? `every ${minutes / 60} hours` : `every ${minutes} minutes`;
}

function position({ position }: RuleDocument): string {
    if (!position || !position.move || position.move === 'match') return 'level with';
    const by = position.percent !== undefined ? `${position.percent} %` : (position.amount ?? '0');
    const least = position.at_least ? `, at least ${position.at_least},` : '';
    return `${by}${least} ${position.move}`;
}

function reference({ reference, compare }: RuleDocument): string {
    const name = reference.of === 'buy_box' ? 'buy box price' : 'lowest price';
    return `${name} ${compare === 'item' ? 'without shipping' : 'with shipping'}`;
}

function field({ field = {} }: RuleDocument): string {
    const kind =
        field.condition === 'any'
            ? 'offers in any condition'
            : Array.isArray(field.condition)
              ? `${field.condition.join(' or ')} offers`
              : 'offers in the same condition';
    const parts: string[] = [];
    if (field.min_rating_percent) parts.push(`from sellers rated ${field.min_rating_percent} % or better`);
    if (field.min_rating_count) parts.push(`with at least ${field.min_rating_count} ratings`);
    if (field.fulfilment === 'same') parts.push('sent the same way as mine');
    if (field.max_handling_days !== undefined)
        parts.push(`handled within ${field.max_handling_days} ${field.max_handling_days === 1 ? 'day' : 'days'}`);
    if (field.exclude_marketplace_retail) parts.push('leaving out the market’s own shop');
    if (field.in_stock_only === false) parts.push('in stock or not');
    return [kind, parts.join(', ')].filter(Boolean).join(' ');
}
