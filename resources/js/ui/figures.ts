/** Decimal strings of the API, for people: every digit is kept, in the notation of the workspace. */
import { currentLanguage } from '@/messages/language';
import { numberFormat, timeFormat } from '@/messages/locale';
import { t } from '@/messages/message';

const MINUS = '−';

const shown = (format: Intl.NumberFormat, figure: string | number) =>
    format.format(figure as Intl.StringNumericLiteral).replace('-', MINUS);

/** "1234.50" → "1,234.50" or "1.234,50"; "-3.01" → "−3.01". */
export function money(amount: string | null | undefined): string {
    if (amount == null) return '–';
    const digits = amount.split('.')[1]?.length ?? 0;
    return shown(numberFormat({ minimumFractionDigits: digits, maximumFractionDigits: digits }), amount);
}

let own: string | undefined;

/** What amounts are in where no currency stands beside them. */
export function setOwnCurrency(currency: string | undefined) {
    own = currency;
}

/** An amount among others: its currency is named where it is another than that of the workspace. */
export const priced = (amount: string | null | undefined, currency: string): string =>
    amount == null || own === undefined || currency === '' || currency === own
        ? money(amount)
        : `${money(amount)}\u00a0${currency}`;

/** A text that may be a figure: that in the notation of the workspace, any other as it is. */
export const figureOrText = (text: string): string => (/^-?\d+(?:\.\d+)?$/.test(text) ? money(text) : text);

/** An amount of a rule: in the currency of the workspace, or in each of several: "0.10 EUR / 0.12 CHF". */
export const amounts = (amount: string | Record<string, string> | null | undefined): string =>
    typeof amount === 'object' && amount !== null
        ? Object.entries(amount)
              .sort(([one], [other]) => Number(other === own) - Number(one === own))
              .map(([currency, one]) => `${figureOrText(one)} ${currency}`)
              .join(' / ')
        : figureOrText(amount ?? '');

/** With its sign: "+3.00", "−0.24". */
export function signed(amount: string | null | undefined, currency = own): string {
    if (amount == null) return '–';
    const shown = priced(amount.replace('+', ''), currency ?? '');
    return amount.startsWith('-') || Number(amount) === 0 ? shown : `+${shown}`;
}

/** With the sign of its currency, where no head of a column says it: "12.50 €". */
export const inCurrency = (amount: string | null | undefined, currency: string): string =>
    amount == null ? '–' : `${money(amount)}\u00a0${symbol(currency)}`.trimEnd();

const symbols = new Map<string, string>();

/** "€" for EUR, as Unicode has it. */
export function symbol(currency: string): string {
    if (currency === '') return '';
    const known = symbols.get(currency);
    if (known !== undefined) return known;
    const parts = new Intl.NumberFormat('en', {
        style: 'currency',
        currency,
        currencyDisplay: 'narrowSymbol',
    }).formatToParts(0);
    const made = parts.find((part) => part.type === 'currency')?.value ?? currency;
    symbols.set(currency, made);
    return made;
}

/** A whole number: 12000 → "12,000". */
export const whole = (figure: number): string => shown(numberFormat({ maximumFractionDigits: 0 }), figure);

/** "23.59" → "24 %"; one decimal where asked. */
export function percent(figure: string | number | null | undefined, decimals = 0): string {
    if (figure == null) return '–';
    const format = numberFormat({
        minimumFractionDigits: decimals,
        maximumFractionDigits: decimals,
        signDisplay: 'negative',
    });
    return `${shown(format, Number(figure))}\u00a0%`;
}

export function signedPercent(figure: string | null | undefined): string {
    if (figure == null) return '–';
    return figure.startsWith('-') || Number(figure) === 0 ? percent(figure, 1) : `+${percent(figure, 1)}`;
}

/** A percentage with the digits it was given: "2.5" → "2.5 %". */
export const exactPercent = (figure: string): string => `${money(figure)}\u00a0%`;

let relative: Intl.RelativeTimeFormat | undefined;

/** "12 sec. ago", "yesterday". */
export function ago(time: string | null, now = Date.now()): string {
    if (!time) return t('common.never');
    relative ??= new Intl.RelativeTimeFormat(currentLanguage(), { numeric: 'auto', style: 'short' });
    const seconds = Math.round((new Date(time).getTime() - now) / 1000);
    const steps: [Intl.RelativeTimeFormatUnit, number][] = [
        ['day', 86_400],
        ['hour', 3_600],
        ['minute', 60],
    ];
    for (const [unit, size] of steps) {
        if (Math.abs(seconds) >= size) return relative.format(Math.round(seconds / size), unit);
    }
    return relative.format(Math.min(0, seconds), 'second');
}

/** A day and the time to the second. */
export const clock = (time: string) =>
    timeFormat({ day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit', second: '2-digit' }).format(
        new Date(time),
    );

/** A length of time in the largest unit that says it well: 108 seconds are "2 minutes". */
export function span(seconds: number): string {
    const [unit, length] = seconds < 90 ? ['second', 1] : seconds < 5_400 ? ['minute', 60] : ['hour', 3_600];
    return new Intl.NumberFormat(currentLanguage(), {
        style: 'unit',
        unit,
        unitDisplay: 'long',
        maximumFractionDigits: 0,
    }).format(seconds / length);
}
