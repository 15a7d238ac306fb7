import { IntlMessageFormat, type FormatXMLElementFn } from 'intl-messageformat';
import type { MessageKey } from './catalogue';
import { currentCatalogue, currentLanguage } from './language';
import { numberFormat } from './locale';

type Figure = string | number | null | undefined;

const formats = new Map<string, IntlMessageFormat>();

/** Plurals go by the language, figures by the notation of the workspace. */
const formatters = {
    getNumberFormat: (_: unknown, options?: Intl.NumberFormatOptions) => numberFormat(options),
    getDateTimeFormat: (...args: ConstructorParameters<typeof Intl.DateTimeFormat>) => new Intl.DateTimeFormat(...args),
    getPluralRules: (...args: ConstructorParameters<typeof Intl.PluralRules>) => new Intl.PluralRules(...args),
};

function formatOf(key: MessageKey): IntlMessageFormat {
    const known = formats.get(`${currentLanguage()} ${key}`);
    if (known) return known;
    const [part, name] = [key.slice(0, key.indexOf('.')), key.slice(key.indexOf('.') + 1)];
    const text = (currentCatalogue() as unknown as Record<string, Record<string, string>>)[part]![name]!;
    const made = new IntlMessageFormat(text, currentLanguage(), undefined, { formatters });
    formats.set(`${currentLanguage()} ${key}`, made);
    return made;
}

/** A message of the catalogue, in the person's language. */
export const t = (key: MessageKey, values?: Record<string, Figure>): string =>
    formatOf(key).format<string>(values) as string;

/** One with parts that are drawn in their own way: `<soft>so</soft>` calls `soft` with what stands in it. */
export const rich = <Node>(
    key: MessageKey,
    values: Record<string, Figure | Node | FormatXMLElementFn<Node>>,
): (string | Node)[] => [formatOf(key).format<Node>(values as Record<string, Node>)].flat() as (string | Node)[];

/** A message as the pieces it is made of: what is said, and whatever stands for each name in it. */
export const pieces = <Piece extends object>(key: MessageKey, values: Record<string, Piece>): (string | Piece)[] =>
    formatOf(key)
        .formatToParts<Piece>(values)
        .map((part) => part.value as string | Piece);
