/** Which listings are chosen: some by name, or all that match but some. */
export interface Selection {
    isAllBut: boolean;
    ids: ReadonlySet<number>;
}

export const NONE: Selection = { isAllBut: false, ids: new Set() };
export const ALL: Selection = { isAllBut: true, ids: new Set() };

export const has = ({ isAllBut, ids }: Selection, id: number) => ids.has(id) !== isAllBut;

/** @param total how many match in all */
export const size = ({ isAllBut, ids }: Selection, total: number) => (isAllBut ? total - ids.size : ids.size);

export const isAny = ({ isAllBut, ids }: Selection) => isAllBut || ids.size > 0;

export function choose({ isAllBut, ids }: Selection, meant: number[], isChosen: boolean): Selection {
    const next = new Set(ids);
    for (const id of meant) {
        if (isChosen === isAllBut) next.delete(id);
        else next.add(id);
    }
    return { isAllBut, ids: next };
}
