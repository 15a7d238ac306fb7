/** The messages in English that the first view needs, by part. The others come with the places that say them. */
import charts from './en/charts.json';
import common from './en/common.json';
import edit from './en/edit.json';
import listings from './en/listings.json';
import shell from './en/shell.json';
import signIn from './en/signIn.json';
import ui from './en/ui.json';
import why from './en/why.json';
import words from './en/words.json';

export type Catalogue = Record<string, Record<string, string>>;

/** What the messages of some parts may be called. */
export type KeyOf<Parts> = { [Part in keyof Parts & string]: `${Part}.${keyof Parts[Part] & string}` }[keyof Parts &
    string];

export const firstView = { charts, common, edit, listings, shell, signIn, ui, why, words };

export type FirstViewKey = KeyOf<typeof firstView>;

export const english: Catalogue = { ...firstView };
