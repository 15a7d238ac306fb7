import { IntlMessageFormat, type FormatXMLElementFn } from 'intl-messageformat';
import { Children, isValidElement, type ReactNode } from 'react';
import { english, type FirstViewKey, type KeyOf } from './catalogue';
import { currentLanguage, textOf } from './language';
import { numberFormat } from './locale';

type Figure = string | number | null | undefined | false;

const formats = new Map<string, IntlMessageFormat>();

const rules = new Map<string, Intl.PluralRules>();

/** They are slow to make and asked for at each message. */
function pluralRules(...args: ConstructorParameters<typeof Intl.PluralRules>): Intl.PluralRules {
    const name = JSON.stringify(args);
    const known = rules.get(name) ?? new Intl.PluralRules(...args);
    rules.set(name, known);
    return known;
}

/** Plurals go by the language, figures by the notation of the workspace. */
const formatters = {
    getNumberFormat: (_: unknown, options?: Intl.NumberFormatOptions) => numberFormat(options),
    getDateTimeFormat: (...args: ConstructorParameters<typeof Intl.DateTimeFormat>) => new Intl.DateTimeFormat(...args),
    getPluralRules: (...args: ConstructorParameters<typeof Intl.PluralRules>) => pluralRules(...args),
};

function formatOf(key: string): IntlMessageFormat {
    const known = formats.get(`${currentLanguage()} ${key}`);
    if (known) return known;
    const [text, language] = textOf(key.slice(0, key.indexOf('.')), key.slice(key.indexOf('.') + 1));
    const made = new IntlMessageFormat(text, language, undefined, { formatters });
    formats.set(`${currentLanguage()} ${key}`, made);
    return made;
}

/** How the messages of some parts are said. */
interface Words<Key extends string> {
    /** A message of the catalogue, in the person's language. */
    t: (key: Key, values?: Record<string, Figure>) => string;
    /** One with parts that are drawn in their own way: `<soft>so</soft>` calls `soft` with what stands in it. */
    rich: (key: Key, values: Record<string, ReactNode | FormatXMLElementFn<ReactNode>>) => ReactNode[];
    /** A message as the pieces it is made of: what is said, and whatever stands for each name in it. */
    pieces: <Piece extends object>(key: Key, values: Record<string, Piece>) => (string | Piece)[];
}

const words: Words<string> = {
    t: (key, values) => formatOf(key).format<string>(values as Record<string, string>) as string,
    rich: (key, values) => {
        const drawn = [formatOf(key).format<ReactNode>(values as Record<string, ReactNode>)].flat();
        return drawn.some((piece) => isValidElement(piece)) ? Children.toArray(drawn) : drawn;
    },
    pieces: <Piece extends object>(key: string, values: Record<string, Piece>) =>
        formatOf(key)
            .formatToParts<Piece>(values)
            .map((part) => part.value as string | Piece),
};

export const { t, rich, pieces } = words as Words<FirstViewKey>;

/** Adds the English messages of parts to those there are; what is returned says these, and those of the first view. */
export function partsOf<Parts extends Record<string, Record<string, string>>>(parts: Parts) {
    Object.assign(english, parts);
    return words as Words<KeyOf<Parts> | FirstViewKey>;
}
