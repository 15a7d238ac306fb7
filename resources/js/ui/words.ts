import type { components } from '@/api/schema';

/** The names of the API, in the trade's plain words. */

type Decision = components['schemas']['Decision'];

export const REASONS: Record<Decision['reason'], string> = {
    positioned: 'as the rule says',
    at_floor: 'at its floor',
    at_ceiling: 'at its ceiling',
    no_rivals: 'nobody to compare with',
    already_there: 'price is right',
    next_rival: 'beside the next rival up',
    capped: 'as far as the brake lets it',
    sales_pace: 'by the pace of sales',
    markup: 'by markup on cost',
    formula: 'by formula',
    max_move: 'large move, needs approval',
    approval: 'needs approval',
    min_move: 'too small a move',
    cooldown: 'changed a short while ago',
    daily_limit: 'changed often enough today',
    window_open: 'changed within the sales window',
    no_sales_window: 'was never in stock',
    pace_in_band: 'sells as it should',
    formula_null: 'formula leaves the price',
    formula_error: 'formula gives no price',
    formula_input_missing: 'formula lacks a figure',
    holding_buy_box: 'holds the buy box',
    direction: 'would move the other way',
    below_floor: 'would be under the floor',
    above_ceiling: 'would be over the ceiling',
    out_of_stock: 'out of stock',
    promotion: 'on promotion',
    cost_missing: 'no cost yet',
    floor_missing: 'no floor yet',
    ceiling_missing: 'no ceiling yet',
    limits_conflict: 'floor is above ceiling',
    floor_unreachable: 'no price earns the floor',
    no_valid_price: 'no price within limits',
};

export const reason = (name: Decision['reason'] | null) => (name === null ? '' : REASONS[name]);

/** What stands in the way of a price, and the one step that mends it. */
export const PROBLEMS: Record<components['schemas']['WorklistGroup']['problem'], { says: string; fix: string }> = {
    cost_missing: { says: 'No limits without a cost', fix: 'Bring in its cost' },
    floor_missing: { says: 'No floor yet', fix: 'Set a floor' },
    ceiling_missing: { says: 'No ceiling: no recommended price', fix: 'Set a ceiling' },
    limits_conflict: { says: 'Floor is above ceiling', fix: 'Set limits' },
    floor_unreachable: { says: 'No price earns what the floor asks', fix: 'Lower the wanted margin' },
};

export const DROPPED: Record<Decision['dropped'][number]['why'], string> = {
    own_offer: 'your own',
    source: 'from another source',
    excluded_seller: 'left out by you',
    not_in_list: 'not on your list',
    marketplace_retail: 'the market’s own shop',
    condition: 'other condition',
    fulfilment: 'sent another way',
    out_of_stock: 'out of stock',
    stale: 'seen too long ago',
    rating: 'rated too low',
    rating_count: 'too few ratings',
    handling: 'too slow',
    ship_from: 'sent from elsewhere',
    suspicious: 'too cheap to be true',
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
    hand: 'put there by hand',
    filter: 'which keeps all that match',
    default: 'the default of its channel',
};

export const CHANGE_STATES: Record<string, string> = {
    waiting: 'waiting',
    queued: 'waiting to be sent',
    sending: 'sending',
    sent: 'sent, reading back',
    confirmed: 'confirmed',
    refused: 'refused',
    failed: 'shows another price',
    superseded: 'replaced before sending',
    withdrawn: 'withdrawn before sending',
};

/** What a price change waits for. */
export const WAITS_FOR: Record<string, string> = {
    brake: 'waits for a run to be looked at',
    hours: 'waits for the hours in which prices are sent',
    switch: 'waits for its channel, or everything, to be switched on',
};

export const changeState = (state: string, waitsFor: string | null) =>
    (waitsFor && WAITS_FOR[waitsFor]) ?? CHANGE_STATES[state] ?? state;

export const CAUSES: Record<string, string> = {
    market: 'the market moved',
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

export const fulfilled = (by: string) => (by === 'marketplace' ? 'sent by the market' : 'sent by seller');
