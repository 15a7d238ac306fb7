/** Changes of two people on the same thing. A draft is compared field by field; an object in it by its own fields. */

type Values = Record<string, unknown>;

const isObject = (value: unknown): value is Values =>
    typeof value === 'object' && value !== null && !Array.isArray(value);

/** Whether two values say the same, in whatever order their keys stand; a key that is undefined is not there. */
export function same(a: unknown, b: unknown): boolean {
    if (Object.is(a, b)) return true;
    if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((one, at) => same(one, b[at]));
    if (!isObject(a) || !isObject(b)) return false;
    const said = (of: Values) => Object.keys(of).filter((name) => of[name] !== undefined);
    return said(a).length === said(b).length && said(a).every((name) => same(a[name], b[name]));
}

/** What stands at a path; places of a list are counted from 0. */
export function at(values: unknown, path: string): unknown {
    return path.split('.').reduce<unknown>((of, name) => (of as Values | null | undefined)?.[name], values);
}

/** Whether what stands at a path is changed as a whole; else its fields are changed each by itself. */
export type IsWhole = (path: string) => boolean;

/** The fields of a draft, and of the objects that are its fields. */
export const twoDeep: IsWhole = (path) => path.includes('.');

/** The paths of what can be changed by itself: "name", "document.position". */
export function paths(isWhole: IsWhole, ...all: Values[]): string[] {
    const found = new Set<string>();
    const walk = (values: Values, start: string) => {
        for (const [name, value] of Object.entries(values)) {
            const path = start + name;
            if (isObject(value) && !isWhole(path)) walk(value, `${path}.`);
            else found.add(path);
        }
    };
    for (const values of all) walk(values, '');
    return [...found];
}

/** The same with another value at a path; undefined takes it away. */
export function put<Draft>(values: Draft, path: string, value: unknown): Draft {
    const set = (of: unknown, [name = '', ...rest]: string[]): unknown => {
        if (Array.isArray(of)) return of.map((one: unknown, index) => (String(index) === name ? set(one, rest) : one));
        if (name === '') return value;
        const inner = { ...(of as Values | undefined) };
        const next = rest.length === 0 ? value : set(inner[name], rest);
        if (next === undefined) delete inner[name];
        else inner[name] = next;
        return inner;
    };
    return set(values, path.split('.')) as Draft;
}

export interface Merge {
    /** What the other person changed and we did not: it is taken over. */
    taken: string[];
    /** What both changed, to something else. */
    conflicts: string[];
}

export function merge(base: Values, mine: Values, theirs: Values, isWhole: IsWhole): Merge {
    const changed = paths(isWhole, base, theirs).filter((path) => !same(at(base, path), at(theirs, path)));
    const isMine = (path: string) => !same(at(base, path), at(mine, path));
    return {
        taken: changed.filter((path) => !isMine(path)),
        conflicts: changed.filter((path) => isMine(path) && !same(at(mine, path), at(theirs, path))),
    };
}
