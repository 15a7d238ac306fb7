/**
 * Reads figures as people type them. What is read comes back as the API takes it, with how it is shown; what cannot be
 * read says what is wanted instead. Nothing here computes with a figure: digits are kept as they are.
 */
import { t } from '@/messages/message';
import { numberFormat, timeFormat } from '@/messages/locale';
import { money, symbol } from '@/ui/figures';

export type Reading = { value: string; shown: string } | { wrong: string };

/** Reads a text that is not empty. */
export type Reader = (text: string) => Reading;

export const isRead = (reading: Reading): reading is { value: string; shown: string } => 'value' in reading;

const BLANKS = /[\s\u00a0\u202f'’]+/g;
const wrong = (says: string): Reading => ({ wrong: says });

/** Whole part and fraction of digits with separators; null where thousands do not stand in groups of three. */
function split(bare: string, isThousands: (fraction: string) => boolean): [string, string] | null {
    const separators = bare.match(/[.,]/g) ?? [];
    const last = separators.at(-1);
    if (last === undefined) return [bare, ''];
    const at = bare.lastIndexOf(last);
    const fraction = bare.slice(at + 1);
    const isRepeated = separators.filter((one) => one === last).length > 1;
    if (isRepeated || (separators.length === 1 && /^[1-9]/.test(bare) && isThousands(fraction)))
        return inGroups(bare, last) ? [bare.replaceAll(last, ''), ''] : null;
    const whole = bare.slice(0, at);
    if (separators.length > 1 && !inGroups(whole, separators[0]!)) return null;
    return [whole.replaceAll(separators[0]!, ''), fraction];
}

const inGroups = (whole: string, separator: string) => new RegExp(`^\\d{1,3}(?:\\${separator}\\d{3})+$`).test(whole);

const isFigure = (bare: string) => /^\d+(?:[.,]?\d+)*$|^[.,]\d+$/.test(bare);

const trimmed = (whole: string) => whole.replace(/^0+(?=\d)/, '') || '0';

/** What a currency is called by and how many decimals it has. */
export interface CurrencyFormat {
    code: string;
    symbol: string;
    digits: number;
}

/** Asked for at each key that is pressed, and slow to make. */
const currencies = new Map<string, CurrencyFormat>();

/** The currency of a code, as Unicode has it. */
export function currencyFormat(code: string): CurrencyFormat {
    const known = currencies.get(code);
    if (known) return known;
    const format = new Intl.NumberFormat('en', { style: 'currency', currency: code });
    const made = { code, symbol: symbol(code), digits: format.resolvedOptions().maximumFractionDigits ?? 2 };
    currencies.set(code, made);
    return made;
}

/**
 * An amount: "12,5", "1.299,00", "1,299.00", "€ 4", "1'299.-". Where one separator stands once before three digits it
 * separates thousands, as the server has it.
 */
export function amountReader({ code, symbol, digits }: CurrencyFormat, { isSigned = false } = {}): Reader {
    const example = digits === 0 ? '25' : `25.${'90'.padEnd(digits, '0').slice(0, digits)}`;
    return (text) => {
        const bare = text
            .replace(BLANKS, '')
            .replace(new RegExp(`^(?:[€$£¥]|${code})|(?:[€$£¥]|${code})$`, 'giu'), '')
            .replace(/[.,]-+$/, '');
        const [, sign = '', unsigned = ''] = /^([+−-]?)(.*)$/.exec(bare) ?? [];
        if ((sign !== '' && !isSigned) || !isFigure(unsigned)) return wrong(t('edit.anAmountSuchAs', { example }));
        const parts = split(unsigned, (fraction) => fraction.length === 3 && digits !== 3);
        if (!parts) return wrong(t('edit.thousandsStandInGroupsOf'));
        const fraction = parts[1].replace(/0+$/, '');
        if (fraction.length > digits) return wrong(t('edit.atMostDecimals', { digits }));
        if (parts[0].length > 11) return wrong(t('edit.thatIsTooLargeAnAmount'));
        const minus = sign === '-' || sign === '−' ? '-' : '';
        const value = minus + trimmed(parts[0]) + (digits > 0 ? `.${fraction.padEnd(digits, '0')}` : '');
        return { value, shown: `${money(value)}\u00a0${symbol}` };
    };
}

interface Range {
    min?: number;
    max?: number;
}

const outside = (figure: number, { min, max }: Range, unit: string): string | null =>
    min !== undefined && figure < min
        ? t('edit.atLeast', { min, unit })
        : max !== undefined && figure > max
          ? t('edit.atMost', { max, unit })
          : null;

/** A percentage of up to four decimals: "12,5", "12.5 %". A separator that stands once is the decimal one. */
export function percentReader({ isSigned = false, ...range }: Range & { isSigned?: boolean } = {}): Reader {
    return (text) => {
        const bare = text.replace(BLANKS, '').replace(/%$/, '');
        const [, sign = '', unsigned = ''] = /^([+−-]?)(.*)$/.exec(bare) ?? [];
        if ((sign !== '' && !isSigned) || !isFigure(unsigned)) return wrong(t('edit.aPercentageSuchAs125'));
        const parts = split(unsigned, () => false);
        if (!parts) return wrong(t('edit.thousandsStandInGroupsOf2'));
        const fraction = parts[1].replace(/0+$/, '');
        if (fraction.length > 4) return wrong(t('edit.atMost4Decimals'));
        const minus = sign === '-' || sign === '−' ? '-' : '';
        const value = minus + trimmed(parts[0]) + (fraction && `.${fraction}`);
        const beyond = outside(Number(value), range, '\u00a0%');
        return beyond ? wrong(beyond) : { value, shown: `${money(value)}\u00a0%` };
    };
}

/** An exchange rate above zero: "1,0831", "1.0831". A separator that stands once is the decimal one. */
export const rateReader: Reader = (text) => {
    const bare = text.replace(BLANKS, '');
    const parts = isFigure(bare) && split(bare, () => false);
    if (!parts || parts[0].length > 12 || !/[1-9]/.test(bare)) return wrong(t('edit.aRateSuchAs'));
    const fraction = parts[1].replace(/0+$/, '');
    if (fraction.length > 12) return wrong(t('edit.atMostDecimals', { digits: 12 }));
    const value = trimmed(parts[0]) + (fraction && `.${fraction}`);
    return { value, shown: numberFormat({ maximumFractionDigits: 12 }).format(Number(value)) };
};

/** A whole number: "12", "1,000", "1.000", "1 000". */
export function wholeReader(range: Range = {}): Reader {
    return (text) => {
        const bare = text.replace(BLANKS, '');
        const separator = /[.,]/.exec(bare)?.[0];
        if (!/^\d+$/.test(bare) && !(separator && inGroups(bare, separator)))
            return wrong(t('edit.aWholeNumberSuchAs25'));
        const value = trimmed(bare.replace(/[.,]/g, ''));
        const beyond = value.length > 15 ? t('edit.thatIsTooLarge') : outside(Number(value), range, '');
        return beyond ? wrong(beyond) : { value, shown: money(value) };
    };
}

const MINUTES = { min: 1, h: 60, d: 1_440 };
const UNITS: [RegExp, keyof typeof MINUTES][] = [
    [/^(?:m|min|mins|minute|minutes)$/i, 'min'],
    [/^(?:h|hr|hrs|hour|hours)$/i, 'h'],
    [/^(?:d|day|days)$/i, 'd'],
];

/** How long, in minutes: "90", "90 min", "1:30", "1 h 30", "1,5 h", "2 days"; a bare figure is in the given unit. */
export function durationReader(unit: keyof typeof MINUTES, range: Range = {}): Reader {
    return (text) => {
        const minutes = minutesOf(text.trim(), unit);
        if (minutes === null) return wrong(t('edit.howLongSuchAs90Min'));
        if (!Number.isInteger(minutes)) return wrong(t('edit.wholeMinutes'));
        const beyond =
            range.min !== undefined && minutes < range.min
                ? t('edit.atLeast2', { min: lasting(range.min) })
                : range.max !== undefined && minutes > range.max
                  ? t('edit.atMost2', { max: lasting(range.max) })
                  : null;
        return beyond ? wrong(beyond) : { value: String(minutes), shown: lasting(minutes) };
    };
}

function minutesOf(text: string, unit: keyof typeof MINUTES): number | null {
    const clock = /^(\d{1,4}):([0-5]\d)(?:\s*h)?$/.exec(text);
    if (clock) return Number(clock[1]) * 60 + Number(clock[2]);
    const pieces = [...text.matchAll(/(\d+(?:[.,]\d+)?)\s*([a-z]*)\s*/gi)];
    if (pieces.length === 0 || pieces.map((piece) => piece[0]).join('') !== text) return null;
    let sum = 0;
    let last: keyof typeof MINUTES = unit === 'min' ? 'd' : unit;
    for (const [index, [, figure = '', name = '']] of pieces.entries()) {
        const named = UNITS.find(([words]) => words.test(name))?.[1];
        if (name !== '' && !named) return null;
        const of: keyof typeof MINUTES = named ?? (index === 0 ? unit : last === 'd' ? 'h' : 'min');
        last = of;
        sum += Number(figure.replace(',', '.')) * MINUTES[of];
    }
    return sum;
}

/** "90 minutes", "2 hours", "1 hour 30 minutes", "3 days". */
export function lasting(minutes: number): string {
    const units = (many: number, unit: string) => `${many}\u00a0${unit}${many === 1 ? '' : 's'}`;
    if (minutes >= 2_880 && minutes % 1_440 === 0) return units(minutes / 1_440, 'day');
    const hours = Math.floor(minutes / 60);
    const rest = minutes % 60;
    return [hours > 0 && units(hours, 'hour'), (rest > 0 || hours === 0) && units(rest, 'minute')]
        .filter(Boolean)
        .join(' ');
}

/** A time of day: "8", "8:30", "8.30", "0830", "8 pm"; as "08:30". */
export const timeReader: Reader = (text) => {
    const [, hour, minute = '00', half] =
        /^(\d{1,2})(?:\s*[:.h]?\s*([0-5]\d))?\s*(?:h|Uhr)?\s*(am|pm)?$/i.exec(text.trim()) ?? [];
    const isLate = half?.toLowerCase() === 'pm';
    const is24 = half === undefined;
    const given = Number(hour);
    if (hour === undefined || given > (is24 ? 23 : 12) || (!is24 && given === 0))
        return wrong(t('edit.aTimeOfDaySuchAs'));
    const value = `${String(is24 ? given : (given % 12) + (isLate ? 12 : 0)).padStart(2, '0')}:${minute}`;
    return { value, shown: value };
};

/** A day: "2026-12-31", "31.12.2026", "31/12/26"; the day comes before the month. As "2026-12-31". */
export const dateReader: Reader = (text) => {
    const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(text.trim());
    const own = /^(\d{1,2})[./ -](\d{1,2})[./ -](\d{4}|\d{2})$/.exec(text.trim());
    const [year, month, day] = iso ? iso.slice(1) : own ? [own[3], own[2], own[1]] : [];
    if (year === undefined) return wrong(t('edit.aDaySuchAs3112'));
    const full = year.length === 2 ? `20${year}` : year;
    const value = `${full}-${month!.padStart(2, '0')}-${day!.padStart(2, '0')}`;
    const at = new Date(`${value}T00:00:00Z`);
    if (Number.isNaN(at.getTime()) || !at.toISOString().startsWith(value)) return wrong(t('edit.thereIsNoSuchDay'));
    const shown = timeFormat({ dateStyle: 'medium', timeZone: 'UTC' }).format(at);
    return { value, shown };
};

/** Several of them, separated by commas, semicolons or line breaks: "8:30, 20" as "08:30, 20:00". */
export const listReader =
    (one: Reader, separator = /[,;\n]+/): Reader =>
    (text) => {
        const readings = text
            .split(separator)
            .filter((part) => part.trim() !== '')
            .map(one);
        const refused = readings.find((reading) => !isRead(reading));
        if (refused) return refused;
        const read = readings.filter(isRead);
        return {
            value: read.map(({ value }) => value).join(', '),
            shown: read.map(({ shown }) => shown).join(', '),
        };
    };

/** Price endings: ".99 .49", "99;49", "0,99". As ".99, .49". */
export const endingsReader: Reader = listReader((text) => {
    const digits = /^0?[.,]?(\d{1,4})$/.exec(text.trim())?.[1];
    return digits === undefined ? wrong(t('edit.endingsSuchAs')) : { value: `.${digits}`, shown: `.${digits}` };
}, /[;\s]+|,(?=\s)/);
