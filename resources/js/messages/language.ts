import type { Catalogue } from './catalogue';
import { english } from './catalogue';

/** The languages there are, each by its own name. */
export const LANGUAGES = [
    ['en', 'English'],
    ['de', 'Deutsch'],
] as const;

export type Language = (typeof LANGUAGES)[number][0];

const STORED = 'wrasse.language';

const CATALOGUES: Record<Language, () => Promise<Catalogue>> = {
    en: () => Promise.resolve(english),
    de: () => import('./de').then(({ german }) => german),
};

let language: Language = 'en';
let catalogue: Catalogue = english;

export const currentLanguage = () => language;
export const currentCatalogue = () => catalogue;

/** The one this browser was told; English where it was told none. */
export function storedLanguage(): Language {
    const stored = localStorage.getItem(STORED);
    return LANGUAGES.find(([code]) => code === stored)?.[0] ?? 'en';
}

/** Before anything is drawn: what stands on the page does not change its language under way. */
export async function loadLanguage(wanted: Language) {
    catalogue = await CATALOGUES[wanted]();
    language = wanted;
    document.documentElement.lang = wanted;
}

/** From now on, in this browser; the page is drawn anew. */
export function switchLanguage(wanted: Language) {
    localStorage.setItem(STORED, wanted);
    window.location.reload();
}
