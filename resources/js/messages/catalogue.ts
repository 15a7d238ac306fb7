/** All messages in English, by part. What they may be called follows from it. */
import common from './en/common.json';
import rule from './en/rule.json';
import signIn from './en/signIn.json';
import today from './en/today.json';
import why from './en/why.json';
import words from './en/words.json';

export const english = { common, rule, signIn, today, why, words };

export type Catalogue = typeof english;
export type MessageKey = { [Part in keyof Catalogue]: `${Part}.${keyof Catalogue[Part] & string}` }[keyof Catalogue];
