import { english, firstView, type FirstViewKey } from './catalogue';
import { numberFormat, timeFormat } from './locale';
import { t } from './message';

interface Phrase {
    code: string;
    values: Record<string, Value>;
}

interface Message extends Phrase {
    text: string;
}

type Value = string | number | Phrase | Message;

/** Figures and days in the notation of the workspace, names as they are. */
export function shown(value: string): string {
    const figure = /^-?\d+(?:\.(\d+))?$/.exec(value);
    if (figure) {
        const digits = figure[1]?.length ?? 0;
        return numberFormat({ minimumFractionDigits: digits, maximumFractionDigits: digits }).format(Number(value));
    }
    return /^\d{4}-\d\d-\d\d$/.test(value)
        ? timeFormat({ day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' }).format(new Date(value))
        : value;
}

const worded = (values: Record<string, Value>) =>
    Object.fromEntries(
        Object.entries(values).map(([name, value]) => {
            if (typeof value === 'string') return [name, name === 'text' ? value : shown(value)];
            if (typeof value === 'number') return [name, value];
            return [name, 'text' in value ? said(value) : told(value)];
        }),
    );

/** What a decision says as a phrase with values, with other phrases inside it. */
export const told = ({ code, values }: Phrase): string =>
    code in firstView.why ? t(`why.${code as keyof typeof firstView.why}`, worded(values)) : code;

/** What the server says; in its own words where it says something that is not known here. */
export const said = ({ code, values, text }: Message): string =>
    english.server && code in english.server ? t(`server.${code}` as FirstViewKey, worded(values)) : text;
