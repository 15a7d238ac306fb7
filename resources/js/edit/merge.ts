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

export function at(values: unknown, path: string): unknown {
    return path.split('.').reduce<unknown>((of, name) => (isObject(of) ? of[name] : undefined), values);
}

/** The paths of what can be changed by itself: "name", "document.position". */
export function paths(...all: Values[]): string[] {
    const found = new Set<string>();
    for (const values of all)
        for (const [name, value] of Object.entries(values))
            for (const path of isObject(value) ? Object.keys(value).map((inner) => `${name}.${inner}`) : [name])
                found.add(path);
    return [...found];
}

export interface Merge {
    /** What the other person changed and we did not: it is taken over. */
    taken: string[];
    /** What both changed, to something else. */
    conflicts: string[];
}

export function merge(base: Values, mine: Values, theirs: Values): Merge {
    const changed = paths(base, theirs).filter((path) => !same(at(base, path), at(theirs, path)));
    const isMine = (path: string) => !same(at(base, path), at(mine, path));
    return {
        taken: changed.filter((path) => !isMine(path)),
        conflicts: changed.filter((path) => isMine(path) && !same(at(mine, path), at(theirs, path))),
    };
}
