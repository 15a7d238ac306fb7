import { currentLanguage } from '@/messages/language';

let named: (readonly [string, string])[] | undefined;

/** Every currency by its code, such as "USD – US Dollar". */
export function currencies(): (readonly [string, string])[] {
    if (!named) {
        const names = new Intl.DisplayNames(currentLanguage(), { type: 'currency' });
        named = Intl.supportedValuesOf('currency').map((code) => [code, `${code} – ${names.of(code)}`] as const);
    }
    return named;
}
