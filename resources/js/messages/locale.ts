/** How the workspace writes figures, days and times. */

let locale = 'en-GB';
let timeZone: string | undefined;

const numbers = new Map<string, Intl.NumberFormat>();
const times = new Map<string, Intl.DateTimeFormat>();

export function setLocale(wanted: string) {
    if (wanted === locale) return;
    locale = wanted;
    numbers.clear();
    times.clear();
}

/** Times are shown as the clocks of the workspace show them, wherever the browser is. */
export function setTimeZone(zone: string | undefined) {
    if (zone === timeZone) return;
    timeZone = zone;
    times.clear();
}

/** Formats are slow to make and asked for at each figure. */
export function numberFormat(options: Intl.NumberFormatOptions = {}): Intl.NumberFormat {
    const name = JSON.stringify(options);
    const known = numbers.get(name);
    if (known) return known;
    const made = new Intl.NumberFormat(locale, options);
    numbers.set(name, made);
    return made;
}

/** In the time zone of the workspace unless another is named. */
export function timeFormat(options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
    const name = JSON.stringify(options);
    const known = times.get(name);
    if (known) return known;
    const made = new Intl.DateTimeFormat(locale, { timeZone, ...options });
    times.set(name, made);
    return made;
}

/** A calendar day, such as "2027-01-01", as "1 Jan 2027". */
export const dayInFull = (day: string): string =>
    timeFormat({ day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' }).format(new Date(day));
