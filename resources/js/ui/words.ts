import type { components } from '@/api/schema';

/** The names of the API, in the trade's plain words. */

type Decision = components['schemas']['Decision'];

export const REASONS: Record<Decision['reason'], string> = {
    positioned: 'set by the rule',
    at_floor: 'at the floor',
    at_ceiling: 'at the ceiling',
    no_rivals: 'no rivals to compare with',
    already_there: 'no change needed',
    next_rival: 'next rival up',
    capped: 'limited to the maximum change',
    sales_pace: 'by sales',
    markup: 'cost plus markup',
    formula: 'by formula',
    max_move: 'maximum change exceeded',
    approval: 'needs approval',
    min_move: 'change too small',
    cooldown: 'changed recently',
    daily_limit: 'daily limit of changes reached',
    window_open: 'waiting for new sales',
    no_sales_window: 'not in stock long enough',
    pace_in_band: 'sales on target',
    formula_null: 'formula keeps the price',
    formula_error: 'formula gives no valid price',
    formula_input_missing: 'formula lacks a figure',
    holding_buy_box: 'holds the buy box',
    direction: 'rule moves prices the other way only',
    below_floor: 'would be below the floor',
    above_ceiling: 'would be above the ceiling',
    out_of_stock: 'out of stock',
    promotion: 'on promotion',
    cost_missing: 'no cost',
    floor_missing: 'no floor',
    ceiling_missing: 'no ceiling',
    limits_conflict: 'floor is above ceiling',
    floor_unreachable: 'no price meets the floor',
    no_valid_price: 'no price within limits',
};

export const reason = (name: Decision['reason'] | null) => (name === null ? '' : REASONS[name]);

/** What stands in the way of a price, and the one step that mends it. */
export const PROBLEMS: Record<components['schemas']['WorklistGroup']['problem'], { says: string; fix: string }> = {
    cost_missing: { says: 'No cost, so no floor', fix: 'Add its cost' },
    floor_missing: { says: 'No floor', fix: 'Set a floor' },
    ceiling_missing: { says: 'No ceiling: recommended price missing', fix: 'Set a ceiling' },
    limits_conflict: { says: 'Floor is above the ceiling', fix: 'Change limits' },
    floor_unreachable: { says: 'No price earns the margin the floor asks for', fix: 'Lower the margin' },
};

export const DROPPED: Record<Decision['dropped'][number]['why'], string> = {
    own_offer: 'your own',
    source: 'from another source',
    excluded_seller: 'excluded by you',
    not_in_list: 'not on your list',
    marketplace_retail: 'the marketplace’s own shop',
    condition: 'other condition',
    fulfilment: 'other fulfilment',
    out_of_stock: 'out of stock',
    stale: 'not seen recently',
    rating: 'rated too low',
    rating_count: 'too few ratings',
    handling: 'handling too slow',
    ship_from: 'sent from elsewhere',
    suspicious: 'suspiciously cheap',
};

export const OFF: Record<string, string> = {
    stopped: 'stopped: nothing is sent',
    rules_paused: 'rules are paused',
    channel: 'channel is off: nothing is sent',
    rule: 'rule is off',
    listing: 'paused by you',
    elsewhere: 'paused: its price was changed elsewhere',
    compared: 'held back to compare',
};

/** Why a listing is on its rule. */
export const ASSIGNED: Record<string, string> = {
    hand: 'assigned by hand',
    filter: 'assigned automatically',
    default: 'default rule for this channel',
};

export const CHANGE_STATES: Record<string, string> = {
    waiting: 'waiting',
    queued: 'queued',
    sending: 'sending',
    sent: 'sent, not confirmed yet',
    confirmed: 'confirmed',
    refused: 'refused',
    failed: 'shows another price',
    superseded: 'replaced before sending',
    withdrawn: 'withdrawn before sending',
};

/** What a price change waits for. */
export const WAITS_FOR: Record<string, string> = {
    brake: 'waiting for a stopped run to be released',
    hours: 'waiting for the hours in which prices are sent',
    switch: 'waiting for the channel or repricing to be switched on',
};

export const changeState = (state: string, waitsFor: string | null) =>
    (waitsFor && WAITS_FOR[waitsFor]) ?? CHANGE_STATES[state] ?? state;

export const CAUSES: Record<string, string> = {
    market: 'market or listing changed',
    schedule: 'on schedule',
    hand: 'run by hand',
    costs: 'costs changed',
    cost: 'costs changed',
    supplier: 'suppliers changed',
    price: 'prices were set by hand',
    automation: 'repricing was switched',
    markup: 'markups were applied',
    released: 'a stopped run was released',
    approval: 'someone approved it',
    stock: 'stock or terms changed',
    last_look: 'checked before sending',
    limits: 'limits changed',
    fees: 'fees changed',
    rule: 'rule changed',
};

/** What a limit was set for. */
export function origin(from: string, name: string | null): string {
    if (from === 'workspace') return 'for every listing';
    if (from === 'listing') return 'for this listing';
    return `for the ${from} ${name ?? ''}`;
}

export const count = (n: number, one: string, many: string) => `${n.toLocaleString('en')} ${n === 1 ? one : many}`;

export const fulfilled = (by: string) => (by === 'marketplace' ? 'sent by the marketplace' : 'sent by the seller');
