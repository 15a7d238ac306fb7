/** The condition of an alert as it is edited, and as the API has it. */
import { t } from '@/messages/alerts';
import { amountReader, currencyFormat, isRead, percentReader, wholeReader, type Reader } from '@/edit/reading';
import type { Alert } from './queries';

export const KINDS = [
    ['price_moved', t('alerts.kindPriceMoved')],
    ['price_stands', t('alerts.kindPriceStands')],
    ['buy_box', t('alerts.kindBuyBox')],
    ['rank', t('alerts.kindRank')],
    ['rival', t('alerts.kindRival')],
    ['listing', t('alerts.kindListing')],
    ['prices_apart', t('alerts.kindPricesApart')],
] as const;

export type Kind = (typeof KINDS)[number][0];

export const WHOSE = [
    ['lowest', t('alerts.whoseLowest')],
    ['any', t('alerts.whoseAny')],
    ['ours', t('alerts.whoseOurs')],
] as const;

export const ELSEWHERE = 'ours_elsewhere';

/** Whose price can be held against another one. */
export const APART = [...WHOSE, [ELSEWHERE, t('alerts.whoseOursElsewhere')]] as const;

export const DIRECTIONS = [
    ['any', t('alerts.directionAny')],
    ['down', t('alerts.directionDown')],
    ['up', t('alerts.directionUp')],
] as const;

export const AGAINST = [
    ['0', t('alerts.againstLast')],
    ['1', t('alerts.againstDay')],
    ['7', t('alerts.againstWeek')],
    ['30', t('alerts.againstMonth')],
] as const;

export const RELATIONS = [
    ['below', t('alerts.below')],
    ['above', t('alerts.above')],
    ['equal', t('alerts.equal')],
] as const;

export const FIGURES = [
    ['ours', t('alerts.toOurs')],
    ['floor', t('alerts.toFloor')],
    ['ceiling', t('alerts.toCeiling')],
    ['cost', t('alerts.toCost')],
    ['map', t('alerts.toMap')],
    ['rrp', t('alerts.toRrp')],
    ['amount', t('alerts.toAmount')],
] as const;

/** What can happen to each of these. */
export const CHANGES = {
    buy_box: [
        ['lost', t('alerts.lost')],
        ['won', t('alerts.won')],
    ],
    rank: [
        ['worse', t('alerts.worse')],
        ['better', t('alerts.better')],
    ],
    rival: [
        ['appeared', t('alerts.appeared')],
        ['gone', t('alerts.gone')],
        ['out_of_stock', t('alerts.outOfStock')],
        ['back', t('alerts.back')],
        ['promotion_begins', t('alerts.promotionBegins')],
        ['promotion_ends', t('alerts.promotionEnds')],
    ],
    listing: [
        ['not_priced', t('alerts.notPriced')],
        ['at_floor', t('alerts.atFloor')],
        ['unsold', t('alerts.unsold')],
        ['price_refused', t('alerts.priceRefused')],
        ['run_stopped', t('alerts.runStopped')],
        ['reading_doubtful', t('alerts.readingDoubtful')],
        ['reading_failing', t('alerts.readingFailing')],
        ['quiet', t('alerts.quiet')],
    ],
} as const;

/** What a listing is for some days before it is worth a word. */
export const STATES_FOR_DAYS: string[] = ['at_floor', 'unsold', 'quiet'];

export const wholeDays = wholeReader({ min: 0, max: 365 });

/** Everything that any kind asks for; what a kind does not ask for is kept while another one is tried. */
export interface ConditionDraft {
    kind: Kind;
    whose: string;
    than: string;
    direction: string;
    percent: string;
    days: string;
    relation: string;
    to: string;
    amount: string;
    change: string;
    forDays: string;
}

export const FIRST: ConditionDraft = {
    kind: 'price_moved',
    whose: 'lowest',
    than: 'ours',
    direction: 'down',
    percent: '',
    days: '0',
    relation: 'below',
    to: 'ours',
    amount: '',
    change: '',
    forDays: '7',
};

export const percent = percentReader({ min: 0, max: 1000 });
export const amountIn = (currency: string): Reader => amountReader(currencyFormat(currency));

type Document = Record<string, unknown>;

const read = (reader: Reader, text: string): string | null => {
    const reading = text.trim() === '' ? null : reader(text);
    return reading && isRead(reading) ? reading.value : null;
};

/** A seller stands as such in documents and by a mark in choices. */
const SELLER = 'seller:';
const whoseOf = (name: string): unknown => (name.startsWith(SELLER) ? { seller: name.slice(SELLER.length) } : name);
const whoseFrom = (whose: unknown): string =>
    typeof whose === 'object' && whose !== null ? SELLER + (whose as { seller: string }).seller : String(whose);

export const sellerChoice = (seller: string) => SELLER + seller;

/** Null where something is still wanting. */
export function conditionOf(draft: ConditionDraft, currency: string): Document | null {
    const { kind, whose, change } = draft;
    if (kind === 'price_moved') {
        const by = read(percent, draft.percent);
        if (draft.percent.trim() !== '' && by === null) return null;
        return { kind, whose: whoseOf(whose), direction: draft.direction, percent: by, days: Number(draft.days) };
    }
    if (kind === 'price_stands') {
        const amount = draft.to === 'amount' ? read(amountIn(currency), draft.amount) : null;
        if (draft.to === 'amount' && amount === null) return null;
        return { kind, whose: whoseOf(whose), relation: draft.relation, to: draft.to, amount };
    }
    if (kind === 'prices_apart') {
        const by = read(percent, draft.percent);
        return by === null ? null : { kind, whose: whoseOf(whose), than: whoseOf(draft.than), percent: by };
    }
    const chosen = CHANGES[kind].some(([name]) => name === change) ? change : CHANGES[kind][0][0];
    if (kind !== 'listing') return { kind, change: chosen };
    if (!STATES_FOR_DAYS.includes(chosen)) return { kind, state: chosen };
    const days = read(wholeDays, draft.forDays);
    return days === null ? null : { kind, state: chosen, days: Number(days) };
}

export function draftOf(document: Document): ConditionDraft {
    const text = (name: string, otherwise: string) =>
        document[name] === undefined || document[name] === null ? otherwise : String(document[name] as string | number);
    return {
        kind: document.kind as Kind,
        whose: whoseFrom(document.whose ?? FIRST.whose),
        than: whoseFrom(document.than ?? FIRST.than),
        direction: text('direction', 'any'),
        percent: text('percent', ''),
        days: document.kind === 'listing' ? FIRST.days : text('days', '0'),
        relation: text('relation', FIRST.relation),
        to: text('to', FIRST.to),
        amount: text('amount', ''),
        change: text('change', text('state', '')),
        forDays: document.kind === 'listing' ? text('days', '0') : FIRST.forDays,
    };
}

/** Whether it can be edited as one list of conditions: programs may nest them. */
export const isPlain = (condition: Alert['condition']): boolean => {
    const { kind, conditions } = condition as { kind: string; conditions?: { kind: string; amount?: string }[] };
    return (
        !['any', 'all'].includes(kind) ||
        (conditions ?? []).every(
            (one) => !['any', 'all'].includes(one.kind) && !(one.kind === 'price_moved' && one.amount),
        )
    );
};

export function draftsOf(condition: Alert['condition']): { match: 'any' | 'all'; conditions: ConditionDraft[] } {
    const { kind, conditions } = condition as { kind: string; conditions?: Document[] };
    return kind === 'any' || kind === 'all'
        ? { match: kind, conditions: (conditions ?? []).map(draftOf) }
        : { match: 'any', conditions: [draftOf(condition as Document)] };
}
