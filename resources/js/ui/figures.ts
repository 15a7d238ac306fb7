/** Decimal strings of the API, for people: the digits are kept as they are, only grouped and signed. */

const MINUS = '−';
const NARROW_SPACE = '\u202f';

/** "1234.50" → "1 234.50"; "-3.01" → "−3.01". */
export function money(amount: string | null | undefined): string {
    if (amount == null) return '–';
    const [whole = '', fraction] = amount.replace('-', '').split('.');
    const grouped = whole.replace(/\B(?=(\d{3})+$)/g, NARROW_SPACE);
    return `${amount.startsWith('-') ? MINUS : ''}${grouped}${fraction ? `.${fraction}` : ''}`;
}

/** With its sign: "+3.00", "−0.24". */
export function signed(amount: string | null | undefined): string {
    if (amount == null) return '–';
    return amount.startsWith('-') || Number(amount) === 0 ? money(amount) : `+${money(amount.replace('+', ''))}`;
}

/** "23.59" → "24 %"; one decimal where asked. */
export function percent(figure: string | null | undefined, decimals = 0): string {
    if (figure == null) return '–';
    const text = Number(figure)
        .toFixed(decimals)
        .replace(/^-0(\.0+)?$/, '0$1');
    return `${text.replace('-', MINUS)}\u00a0%`;
}

export function signedPercent(figure: string | null | undefined): string {
    if (figure == null) return '–';
    return figure.startsWith('-') || Number(figure) === 0 ? percent(figure, 1) : `+${percent(figure, 1)}`;
}

const RELATIVE = new Intl.RelativeTimeFormat('en', { numeric: 'auto', style: 'short' });

/** "12 sec. ago", "yesterday". */
export function ago(time: string | null, now = Date.now()): string {
    if (!time) return 'never';
    const seconds = Math.round((new Date(time).getTime() - now) / 1000);
    const steps: [Intl.RelativeTimeFormatUnit, number][] = [
        ['day', 86_400],
        ['hour', 3_600],
        ['minute', 60],
    ];
    for (const [unit, size] of steps) {
        if (Math.abs(seconds) >= size) return RELATIVE.format(Math.round(seconds / size), unit);
    }
    return RELATIVE.format(Math.min(0, seconds), 'second');
}

let timeZone: string | undefined;

/** Times are shown as the clocks of the workspace show them, wherever the browser is. */
export function setTimeZone(zone: string | undefined) {
    timeZone = zone;
}

/** In the time zone of the workspace. */
export const shown = (at: Date, options: Intl.DateTimeFormatOptions) =>
    new Intl.DateTimeFormat('en-GB', { ...options, timeZone }).format(at);

export const clock = (time: string) =>
    shown(new Date(time), { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit', second: '2-digit' });

/** A length of time in the largest unit that says it well: 108 seconds are "2 minutes". */
export function span(seconds: number): string {
    const [unit, length] = seconds < 90 ? ['second', 1] : seconds < 5_400 ? ['minute', 60] : ['hour', 3_600];
    return new Intl.NumberFormat('en', { style: 'unit', unit, unitDisplay: 'long', maximumFractionDigits: 0 }).format(
        seconds / length,
    );
}
