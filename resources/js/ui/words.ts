import type { components } from '@/api/schema';
import { firstView, type FirstViewKey } from '@/messages/catalogue';
import { timeFormat } from '@/messages/locale';
import { t } from '@/messages/message';
import { figureOrText, whole } from './figures';

/** The names of the API, in the trade's plain words. */

type Decision = components['schemas']['Decision'];
type Message = components['schemas']['Message'];
type Problem = components['schemas']['WorklistGroup']['problem'];

/** Words for a name the page may not know, as a newer server can send: then the name itself. */
function word(kind: 'off' | 'assigned' | 'state' | 'waitsFor' | 'cause' | 'sent', name: string): string {
    const key = `${kind}.${name}`;
    return key in firstView.words ? t(`words.${key}` as FirstViewKey) : name;
}

export const reason = (name: Decision['reason'] | null) => (name === null ? '' : t(`words.reason.${name}`));

/** Figures and days in the notation of the workspace, names as they are. */
const shown = (value: string) =>
    /^\d{4}-\d\d-\d\d$/.test(value)
        ? timeFormat({ day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' }).format(new Date(value))
        : figureOrText(value);

/** What the server says as a phrase with values: figures in the notation of the workspace, other phrases inside it. */
export const told = ({ code, values }: Message): string =>
    t(
        `why.${code}`,
        Object.fromEntries(
            Object.entries(values).map(([name, value]) => [
                name,
                typeof value === 'object' ? told(value) : typeof value === 'string' ? shown(value) : value,
            ]),
        ),
    );

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
