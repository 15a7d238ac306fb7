import { useState } from 'react';
import { COLUMNS, USUAL_COLUMNS } from './columns';

const STORE = 'wrasse.listing-columns';

/** Which columns are shown; remembered in this browser. */
export function useColumns() {
    const [shown, setShown] = useState<string[]>(() => {
        const kept = localStorage.getItem(STORE);
        return kept ? kept.split(',') : USUAL_COLUMNS;
    });
    const toggle = (id: string) => {
        const next = shown.includes(id) ? shown.filter((other) => other !== id) : [...shown, id];
        localStorage.setItem(STORE, next.join(','));
        setShown(next);
    };
    return { shown, toggle, columns: COLUMNS.filter((column) => shown.includes(column.id)) };
}
