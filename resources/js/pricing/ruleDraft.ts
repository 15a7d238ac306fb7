/**
 * A rule while it is written: a document in which every figure and every list is still the text that someone typed.
 * readRule() makes a document of it again.
 */
import { t } from '@/messages/pricing';
import type { CompetitiveRule, RuleDocument } from '@/api/client';
import { fromNothing, given, isLacking, plainly, type AmountDraft } from '@/edit/amounts';
import { at } from '@/edit/merge';
import {
    amountReader,
    currencyFormat,
    durationReader,
    endingsReader,
    isRead,
    percentReader,
    wholeReader,
    type Reader,
} from '@/edit/reading';

type Enums = Pick<
    CompetitiveRule,
    'direction' | 'when_above_ceiling' | 'when_below_floor' | 'compare' | 'when_no_rivals' | 'when_holding_buy_box'
>;
type RuleField = NonNullable<CompetitiveRule['field']>;

export interface ReferenceDraft {
    of?: NonNullable<CompetitiveRule['reference']['of']>;
    n?: string;
    seller?: string;
    else?: ReferenceDraft;
    mean?: ReferenceDraft[];
}

export interface PositionDraft {
    move?: 'match' | 'below' | 'above';
    percent?: string;
    amount?: AmountDraft;
    at_least?: AmountDraft;
}

export interface FieldDraft extends Pick<
    RuleField,
    'condition' | 'fulfilment' | 'exclude_marketplace_retail' | 'in_stock_only' | 'sources'
> {
    min_rating_percent?: string;
    min_rating_count?: string;
    max_handling_days?: string;
    max_age_minutes?: string;
    ignore_below_percent_of_median?: string;
    exclude_sellers?: string;
    only_sellers?: string;
    ship_from?: string;
}

export interface HandicapDraft {
    seller?: string;
    fulfilment?: string;
    percent?: string;
    amount?: AmountDraft;
}

export interface BandDraft {
    units_below?: string;
    units_at_least?: string;
    move: 'up' | 'down';
    percent?: string;
    amount?: AmountDraft;
}

export interface TierDraft {
    from: AmountDraft;
    percent?: string;
    amount?: AmountDraft;
}

export interface BrakesDraft {
    max_move_percent?: string;
    beyond?: 'review' | 'cap';
    min_move?: AmountDraft;
    cooldown_minutes?: string;
    max_changes_per_day?: string;
}

export interface EndingDraft {
    endings: string;
    round?: 'down' | 'up' | 'nearest';
}

/** The fields of all kinds; a draft has those of its own. */
export interface RuleDraft extends Enums {
    version: 1;
    kind: RuleDocument['kind'];
    ending?: EndingDraft | Record<string, EndingDraft | null>;
    brakes?: BrakesDraft;
    approval?: string;
    reprice_on_promotion?: boolean;
    field?: FieldDraft;
    adjust?: HandicapDraft[];
    reference?: ReferenceDraft;
    position?: PositionDraft;
    window_days?: string;
    in_stock_days_only?: boolean;
    bands?: BandDraft[];
    tiers?: TierDraft[];
    min_profit?: AmountDraft;
    price?: string;
}

/** How figures are read and what becomes of them, by the end of their path. */
interface FigureKind {
    path: RegExp;
    reader: (currency: string) => Reader;
    isNumber?: boolean;
    isOptional?: boolean;
    /** Given in each currency of the listings. */
    isAmount?: boolean;
}

const amount = (currency: string) => amountReader(currencyFormat(currency));
const whole = (min: number, max?: number) => () => wholeReader({ min, max });

const ENDINGS = /^ending\.(?:[A-Z]{3}\.)?endings$/;

const FIGURES: FigureKind[] = [
    {
        path: /^(brakes\.min_move|position\.amount|bands\.\d+\.amount|tiers\.\d+\.(from|amount))$/,
        reader: amount,
        isAmount: true,
    },
    { path: /^(position\.at_least|min_profit)$/, reader: amount, isOptional: true, isAmount: true },
    {
        path: /^adjust\.\d+\.amount$/,
        reader: (currency) => amountReader(currencyFormat(currency), { isSigned: true }),
        isAmount: true,
    },
    { path: /^adjust\.\d+\.percent$/, reader: () => percentReader({ isSigned: true }) },
    {
        path: /^field\.(min_rating_percent|ignore_below_percent_of_median)$/,
        reader: () => percentReader({ max: 100 }),
    },
    { path: /^bands\.\d+\.percent$/, reader: () => percentReader({ min: 1, max: 90 }) },
    {
        path: /^(brakes\.max_move_percent|position\.percent|tiers\.\d+\.percent|approval)$/,
        reader: () => percentReader(),
    },
    {
        path: /^brakes\.cooldown_minutes$/,
        reader: () => durationReader('min', { min: 1, max: 527_040 }),
        isNumber: true,
    },
    {
        path: /^field\.max_age_minutes$/,
        reader: () => durationReader('min', { min: 1, max: 5_270_400 }),
        isNumber: true,
    },
    { path: /^brakes\.max_changes_per_day$/, reader: whole(1, 1_000_000), isNumber: true },
    { path: /^field\.(min_rating_count|max_handling_days)$/, reader: whole(0, 1_000_000), isNumber: true },
    { path: /^reference\.(mean\.\d+\.)?(else\.)?n$/, reader: whole(1, 1_000_000), isNumber: true },
    { path: /^window_days$/, reader: whole(1, 366), isNumber: true },
    {
        path: /^bands\.\d+\.(units_below|units_at_least)$/,
        reader: whole(0, 1_000_000_000),
        isNumber: true,
        isOptional: true,
    },
    { path: ENDINGS, reader: () => endingsReader },
];

const LISTS = ['field.exclude_sellers', 'field.only_sellers', 'field.ship_from'];
/** How an approval begins that is asked for beyond a percentage, which follows. */
export const BEYOND = 'beyond_percent:';

const kindOf = (path: string) => FIGURES.find((kind) => kind.path.test(path));

/** How what is typed at a path is read; none where it is no figure. */
export const readerAt = (path: string, currency: string): Reader | undefined => kindOf(path)?.reader(currency);

type Json = Record<string, unknown>;

export const isPlainEnding = (ending: RuleDraft['ending']): boolean =>
    ending === undefined || typeof ending.endings === 'string';

export const isAmount = (path: string) => kindOf(path)?.isAmount ?? false;

/** The paths of amounts that are given in other currencies than this one only. */
export function amountsLacking(draft: RuleDraft, currency: string, own: string): string[] {
    const lacking: string[] = [];
    const walk = (value: unknown, path: string) => {
        if (value === undefined || value === null) return;
        // The first tier begins at nothing in every currency.
        if (isAmount(path)) {
            if (isLacking(value as AmountDraft, currency, own) && path !== 'tiers.0.from') lacking.push(path);
        } else if (typeof value === 'object')
            for (const [name, one] of Object.entries(value)) walk(one, path ? `${path}.${name}` : name);
    };
    walk(draft, '');
    if (!isPlainEnding(draft.ending) && !(currency in draft.ending!)) lacking.push('ending');
    return lacking;
}

/** Every figure and list of a document as a text. */
export function ruleDraft(document: RuleDocument): RuleDraft {
    const walk = (value: unknown, path: string): unknown => {
        if (path === 'version') return value;
        if (ENDINGS.test(path) || LISTS.includes(path)) return (value as string[]).join(', ');
        if (typeof value === 'number') return String(value);
        if (Array.isArray(value)) return value.map((one, index) => walk(one, `${path}.${index}`));
        if (typeof value !== 'object' || value === null) return value;
        // That there is no ending in one currency is said by null.
        const inner = Object.entries(value).filter(
            ([, one]) => one !== undefined && (one !== null || path === 'ending'),
        );
        return Object.fromEntries(inner.map(([name, one]) => [name, walk(one, path ? `${path}.${name}` : name)]));
    };
    return walk(document, '') as RuleDraft;
}

export interface ReadRule {
    /** What could not be read stands in it as it was typed. */
    document: RuleDocument;
    /** What is wrong, by path. */
    errors: Record<string, string>;
}

export function readRule(draft: RuleDraft, currency: string): ReadRule {
    const errors: Record<string, string> = {};
    const read = (text: string, path: string, kind: FigureKind, of = currency): unknown => {
        if (text.trim() === '') {
            if (!kind.isOptional) errors[path] = t('pricing.needed');
            return kind.isOptional ? undefined : text;
        }
        const reading = kind.reader(of)(text);
        if (!isRead(reading)) {
            errors[path] = reading.wrong;
            return text;
        }
        return kind.isNumber ? Number(reading.value) : reading.value;
    };
    const readAmount = (amount: AmountDraft, path: string, kind: FigureKind): unknown => {
        const amounts = given(amount, currency);
        if (amounts.length === 0) return read('', path, kind);
        return plainly(
            amounts.map(([of, text]) => [of, read(text, path, kind, of) as string]),
            currency,
        );
    };
    const walk = (value: unknown, path: string): unknown => {
        if (value === null && path.startsWith('ending.')) return null;
        if (value === undefined || value === null) return undefined;
        if (LISTS.includes(path)) return list(value as string, path === 'field.ship_from');
        if (path === 'approval' && String(value).startsWith(BEYOND))
            return BEYOND + String(read(String(value).slice(BEYOND.length), path, kindOf(path)!));
        const kind = path === 'approval' ? undefined : kindOf(path);
        if (kind?.isAmount && typeof value === 'object') return readAmount(value as AmountDraft, path, kind);
        if (kind && typeof value === 'string') {
            const figure = read(value, path, kind);
            return ENDINGS.test(path) ? (errors[path] ? [figure] : String(figure).split(', ')) : figure;
        }
        if (Array.isArray(value)) return value.map((one, index) => walk(one, `${path}.${index}`));
        if (typeof value !== 'object') return value;
        const inner = Object.entries(value as Json).map(([name, one]) => [
            name,
            walk(one, path ? `${path}.${name}` : name),
        ]);
        return Object.fromEntries(inner.filter(([, one]) => one !== undefined));
    };
    const asTyped = walk(draft, '') as RuleDocument;
    const document = asTyped.kind === 'markup' ? { ...asTyped, tiers: fromNothing(asTyped.tiers) } : asTyped;
    for (const path of missingSellers(draft)) errors[path] = t('pricing.nameTheSeller');
    if (draft.kind === 'formula' && !draft.price?.trim()) errors.price = t('pricing.writeTheFormula');
    return { document, errors };
}

/** "a, b" → ["a", "b"]; none where nothing is named. */
function list(text: string, isUpper: boolean): string[] | undefined {
    const names = text
        .split(/[,;\n]+/)
        .map((one) => (isUpper ? one.trim().toUpperCase() : one.trim()))
        .filter(Boolean);
    return names.length > 0 ? names : undefined;
}

function missingSellers({ reference, adjust = [] }: RuleDraft): string[] {
    const figures: [string, ReferenceDraft][] = reference?.mean
        ? reference.mean.map((one, index) => [`reference.mean.${index}`, one])
        : [['reference', reference ?? {}]];
    return [
        ...figures.filter(([, one]) => one.of === 'seller' && !one.seller?.trim()).map(([path]) => `${path}.seller`),
        ...adjust.flatMap((one, index) => (one.seller?.trim() === '' ? [`adjust.${index}.seller`] : [])),
    ];
}

export const textAt = (draft: RuleDraft, path: string): string => {
    const found = at(draft, path);
    return typeof found === 'string' ? found : '';
};
