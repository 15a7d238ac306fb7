import type { components } from '@/api/schema';
import { firstView, type FirstViewKey } from '@/messages/catalogue';
import { t } from '@/messages/message';
import { whole } from './figures';

/** The names of the API, in the trade's plain words. */

type Decision = components['schemas']['Decision'];
type Problem = components['schemas']['WorklistGroup']['problem'];

/** Words for a name the page may not know, as a newer server can send: then the name itself. */
function word(kind: 'off' | 'assigned' | 'state' | 'waitsFor' | 'cause' | 'sent', name: string): string {
    const key = `${kind}.${name}`;
    return key in firstView.words ? t(`words.${key}` as FirstViewKey) : name;
}

export const reason = (name: Decision['reason'] | null) => (name === null ? '' : t(`words.reason.${name}`));

export const capitalised = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** What stands in the way of a price, and the one step that mends it. */
export const problem = (name: Problem) => ({ says: t(`words.problem.${name}`), fix: t(`words.fix.${name}`) });

export const dropped = (why: Decision['dropped'][number]['why']) => t(`words.dropped.${why}`);

/** Why nothing is done about a listing. */
export const off = (name: string) => word('off', name);

/** Why a listing is on its rule. */
export const assigned = (by: string) => word('assigned', by);

export const changeState = (state: string, waitsFor: string | null) =>
    waitsFor === null ? word('state', state) : word('waitsFor', waitsFor);

/** What set a decision off. */
export const cause = (name: string | null) => (name === null ? '' : word('cause', name));

/** What a limit was set for. */
export function origin(from: string, name: string | null): string {
    const key = `for.${from}`;
    return key in firstView.words ? t(`words.${key}` as FirstViewKey, { name }) : from;
}

export const fulfilled = (by: string) => word('sent', by);

export const count = (n: number, one: string, many: string) => `${whole(n)} ${n === 1 ? one : many}`;
