import { english, type Catalogue } from './catalogue';

/** The languages there are, each by its own name. */
export const LANGUAGES = [
    ['en', 'English'],
    ['de', 'Deutsch'],
] as const;

export type Language = (typeof LANGUAGES)[number][0];

const STORED = 'wrasse.language';

/** What is not translated yet is said in English. */
const TRANSLATED: Record<Language, () => Promise<Catalogue>> = {
    en: () => Promise.resolve(english),
    de: () => import('./de').then(({ german }) => german),
};

let language: Language = 'en';
let translated: Catalogue = english;

export const currentLanguage = () => language;

/** The text of a message, and the language it is in. */
export function textOf(part: string, name: string): [string, Language] {
    const own = translated[part]?.[name];
    return own === undefined ? [english[part]![name]!, 'en'] : [own, language];
}

/** The one this browser was told; English where it was told none. */
export function storedLanguage(): Language {
    const stored = localStorage.getItem(STORED);
    return LANGUAGES.find(([code]) => code === stored)?.[0] ?? 'en';
}

/** Before anything is drawn: what stands on the page does not change its language under way. */
export async function loadLanguage(wanted: Language) {
    translated = await TRANSLATED[wanted]();
    language = wanted;
    document.documentElement.lang = wanted;
}

/** From now on, in this browser; the page is drawn anew. */
export function switchLanguage(wanted: Language) {
    localStorage.setItem(STORED, wanted);
    window.location.reload();
}
