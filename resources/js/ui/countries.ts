import { currentLanguage } from '@/messages/language';

const names = () => new Intl.DisplayNames(currentLanguage(), { type: 'region', fallback: 'none' });

/** Regions that CLDR names beside the countries of ISO 3166-1. */
const NO_COUNTRIES = ['AC', 'CP', 'CQ', 'DG', 'EA', 'EU', 'EZ', 'IC', 'QO', 'TA', 'UN', 'XA', 'XB', 'XK', 'ZZ'];

export const countryName = (code: string): string => names().of(code) ?? code;

let named: (readonly [string, string])[] | undefined;

/** Every country by its code, such as "CH – Switzerland". */
export function countries(): (readonly [string, string])[] {
    if (!named) {
        const letters = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'];
        const region = names();
        const codes = letters.flatMap((first) => letters.map((second) => first + second));
        named = codes
            // Codes of the past are named after the present country.
            .filter((code) => !NO_COUNTRIES.includes(code) && new Intl.Locale('und', { region: code }).region === code)
            .flatMap((code) => {
                const name = region.of(code);
                const isPast = Intl.getCanonicalLocales(`und-${code}`)[0] !== `und-${code}`;
                return name && !isPast ? [[code, `${code} – ${name}`] as const] : [];
            });
    }
    return named;
}
