import type { CompetitiveRule, RuleDocument, RuleReference } from '@/api/client';
import { currentLanguage } from '@/messages/language';
import { pieces, t, type MessageKey } from '@/messages/pricing';
import { amounts, figureOrText } from '@/ui/figures';
import type { AmountDraft } from '@/edit/amounts';
import { guards } from './guards';

type SalesBand = Extract<RuleDocument, { kind: 'sales' }>['bands'][number];

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
    position: t('rule.partPosition'),
    reference: t('rule.partReference'),
    field: t('rule.partField'),
    belowFloor: t('rule.partBelowFloor'),
    aboveCeiling: t('rule.partAboveCeiling'),
    noRivals: t('rule.partNoRivals'),
    holding: t('rule.partHolding'),
    direction: t('rule.partDirection'),
    handicap: t('rule.partHandicap'),
    window: t('rule.partWindow'),
    bands: t('rule.partBands'),
    tiers: t('rule.partTiers'),
    minProfit: t('rule.partMinProfit'),
    formula: t('rule.partFormula'),
    ending: t('rule.partEnding'),
    maxMove: t('rule.partMaxMove'),
    minMove: t('rule.partMinMove'),
    cooldown: t('rule.partCooldown'),
    perDay: t('rule.partPerDay'),
    approval: t('rule.partApproval'),
    promotion: t('rule.partPromotion'),
};

/** A piece of plain text, or a piece that opens a small panel. */
export type Piece = string | { part: Part; says: string };

export const BELOW_FLOOR = [
    ['floor', t('rule.useFloor')],
    ['hold', t('rule.keep')],
    ['ceiling', t('rule.useCeiling')],
    ['next_rival', t('rule.nextRival')],
] as const;

/** Figures from which a rule can go to the next rival up. */
export const WITH_NEXT_RIVAL = ['lowest', 'nth', 'buy_box', 'seller'];

export const REFERENCES = [
    ['lowest', t('rule.ofLowest')],
    ['buy_box', t('rule.ofBuyBox')],
    ['average', t('rule.ofAverage')],
    ['median', t('rule.ofMedian')],
    ['highest', t('rule.ofHighest')],
    ['nth', t('rule.ofNth')],
    ['seller', t('rule.ofSeller')],
    ['rrp', t('rule.ofRrp')],
    ['list_price', t('rule.ofListPrice')],
    ['current', t('rule.ofCurrent')],
] as const;

export const ABOVE_CEILING = [
    ['ceiling', t('rule.useCeiling')],
    ['hold', t('rule.keep')],
] as const;

export const NO_RIVALS = [
    ['hold', t('rule.keep')],
    ['list_price', t('rule.useListPrice')],
    ['ceiling', t('rule.useCeiling')],
] as const;

export const HOLDING = [
    ['ignore', t('rule.asUsual')],
    ['keep', t('rule.keep')],
    ['raise', t('rule.raise')],
] as const;

export const DIRECTIONS = [
    ['both', t('rule.both')],
    ['down_only', t('rule.onlyDown')],
    ['up_only', t('rule.onlyUp')],
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

/** A message with parts of the rule in it, each to be set. */
export const withParts = (key: MessageKey, says: Partial<Record<Part, string>>): Piece[] =>
    pieces(
        key,
        Object.fromEntries(Object.entries(says).map(([part, words]) => [part, { part: part as Part, says: words }])),
    );

/** What the rule does, as one paragraph; what guards it comes beside it. */
export function sentence(rule: RuleDocument): Piece[] {
    const always = {
        belowFloor: words(BELOW_FLOOR, rule.when_below_floor),
        aboveCeiling: words(ABOVE_CEILING, rule.when_above_ceiling),
        direction: words(DIRECTIONS, rule.direction),
    };
    if (rule.kind === 'formula')
        return withParts('rule.formula', { ...always, formula: rule.price || t('rule.unwritten') });
    if (rule.kind === 'markup')
        return withParts('rule.markup', {
            ...always,
            tiers: rule.tiers.map(tier).join('; '),
            minProfit: rule.min_profit ? t('rule.perUnit', { amount: amounts(rule.min_profit) }) : t('rule.noMinimum'),
        });
    if (rule.kind === 'sales')
        return withParts('rule.sales', {
            ...always,
            window: t(rule.in_stock_days_only === false ? 'rule.windowAll' : 'rule.window', {
                days: rule.window_days ?? 7,
            }),
            bands: rule.bands.map(band).join('; '),
        });
    const handicap = handicaps(rule);
    return withParts(handicap === '' ? 'rule.competitive' : 'rule.competitiveHandicap', {
        ...always,
        position: position(rule),
        reference: reference(rule),
        field: field(rule),
        handicap,
        noRivals: words(NO_RIVALS, rule.when_no_rivals),
        holding: words(HOLDING, rule.when_holding_buy_box),
    });
}

/** All of it: the sentence, its guards, and when the rule runs if that is given. */
export const whole = (rule: RuleDocument, runs: string | null): Piece[] => [
    ...sentence(rule),
    ...guards(rule).flatMap((guard): Piece[] => [' ', ...guard]),
    ...(runs === null ? [] : [` ${t('rule.runs', { times: runs })}`]),
];

/** The rule in a few words. */
export function summary(rule: RuleDocument): string {
    if (rule.kind === 'competitive')
        return t('rule.summaryCompetitive', { position: position(rule), reference: reference(rule) });
    if (rule.kind === 'formula') return t('rule.summaryFormula', { formula: rule.price });
    if (rule.kind === 'sales') return t('rule.summarySales', { days: rule.window_days ?? 7 });
    return t('rule.summaryMarkup', { sizes: rule.tiers.map(size).join(', ') });
}

/** A percentage of the rule; what is no figure yet stands as it was typed. */
export const typedPercent = (figure: string) => `${figureOrText(figure)} %`;

const size = ({ percent, amount }: { percent?: string; amount?: AmountDraft }) =>
    percent ? typedPercent(percent) : amounts(amount);

const tier = (one: { from: AmountDraft; percent?: string; amount?: AmountDraft }) =>
    t('rule.tier', { from: amounts(one.from), size: size(one) });

function band(one: SalesBand): string {
    const step = t(one.move === 'up' ? 'rule.stepUp' : 'rule.stepDown', { size: size(one) });
    const [least, below] = [one.units_at_least, one.units_below];
    if (least !== undefined && below !== undefined) return t('rule.bandBetween', { least, below, step });
    if (least !== undefined) return t('rule.bandLeast', { least, step });
    return below === undefined ? t('rule.bandAny', { step }) : t('rule.bandBelow', { below, step });
}

export const asText = (pieces: Piece[]): string =>
    pieces.map((piece) => (typeof piece === 'string' ? piece : piece.says)).join('');

export const every = (minutes: number): string =>
    minutes % 60 === 0 ? t('rule.everyHours', { hours: minutes / 60 }) : t('rule.everyMinutes', { minutes });

function position({ position }: CompetitiveRule): string {
    if (!position || !position.move || position.move === 'match') return t('rule.level');
    const by = position.percent !== undefined ? typedPercent(position.percent) : amounts(position.amount ?? '0');
    return position.at_least
        ? t(`rule.${position.move}AtLeast`, { by, least: amounts(position.at_least) })
        : t(`rule.${position.move}`, { by });
}

const FIGURES = {
    lowest: t('rule.lowest'),
    buy_box: t('rule.buyBox'),
    average: t('rule.average'),
    median: t('rule.median'),
    highest: t('rule.highest'),
    rrp: t('rule.rrp'),
    list_price: t('rule.listPrice'),
    current: t('rule.current'),
};

const listed = (all: string[], type: 'conjunction' | 'disjunction') =>
    new Intl.ListFormat(currentLanguage(), { type, style: 'long' }).format(all);

function figure({ of = 'lowest', n, seller, mean, else: other }: RuleReference): string {
    if (mean) {
        const all = mean.map((one) => t('rule.oneOfMean', { figure: figure(one) }));
        return t('rule.mean', { all: listed(all, 'conjunction') });
    }
    const name =
        of === 'nth'
            ? t('rule.nth', { n: String(n), place: Number(n) })
            : of === 'seller'
              ? t('rule.ofOne', { seller: seller || t('rule.unnamed') })
              : FIGURES[of];
    return other ? t('rule.orElse', { figure: name, other: figure(other) }) : name;
}

const reference = ({ reference, compare }: CompetitiveRule): string =>
    t(compare === 'item' ? 'rule.withoutShipping' : 'rule.withShipping', { figure: figure(reference) });

function field({ field = {} }: CompetitiveRule): string {
    const { condition, fulfilment } = field;
    const kind =
        condition === 'any'
            ? t('rule.anyCondition')
            : Array.isArray(condition)
              ? t('rule.theseConditions', { conditions: listed(condition, 'disjunction') })
              : t('rule.sameCondition');
    const parts: string[] = [];
    if (field.only_sellers) parts.push(t('rule.onlySellers', { sellers: listed(field.only_sellers, 'disjunction') }));
    if (field.exclude_sellers?.length)
        parts.push(t('rule.notSellers', { sellers: listed(field.exclude_sellers, 'conjunction') }));
    if (field.min_rating_percent) parts.push(t('rule.minRating', { percent: typedPercent(field.min_rating_percent) }));
    if (field.min_rating_count) parts.push(t('rule.minRatings', { many: field.min_rating_count }));
    if (fulfilment === 'same') parts.push(t('rule.sentLikeMine'));
    if (Array.isArray(fulfilment)) parts.push(t('rule.sentBy', { who: listed(fulfilment, 'disjunction') }));
    if (field.max_handling_days !== undefined) parts.push(t('rule.handling', { days: field.max_handling_days }));
    if (field.ship_from) parts.push(t('rule.shipFrom', { places: listed(field.ship_from, 'disjunction') }));
    if (field.exclude_marketplace_retail) parts.push(t('rule.notRetail'));
    if (field.in_stock_only === false) parts.push(t('rule.alsoOutOfStock'));
    if (field.max_age_minutes !== undefined) parts.push(t('rule.seenWithin', { minutes: field.max_age_minutes }));
    if (field.sources) parts.push(t('rule.seenOn', { sources: listed(field.sources, 'disjunction') }));
    if (field.ignore_below_percent_of_median)
        parts.push(t('rule.notBelowMedian', { percent: typedPercent(field.ignore_below_percent_of_median) }));
    return [kind, parts.join(', ')].filter(Boolean).join(' ');
}

function handicaps({ adjust = [] }: CompetitiveRule): string {
    const said = adjust.map(({ seller, fulfilment, percent, amount }) => {
        const whose =
            [seller, fulfilment && t('rule.sentByWhom', { who: fulfilment })].filter(Boolean).join(', ') ||
            t('rule.everybody');
        const figures = [percent && typedPercent(percent), amount && amounts(amount)];
        const by = figures.filter((part) => part && Number.parseFloat(part) !== 0);
        const sum = listed(by as string[], 'conjunction').replaceAll('-', '−');
        return t('rule.handicapOf', { whose, by: sum.startsWith('−') ? sum : `+${sum}` });
    });
    return said.join(', ');
}
