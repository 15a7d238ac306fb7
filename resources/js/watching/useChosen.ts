import { useSearchParams } from 'react-router';

/**
 * Chooses a row, kept in the address.
 *
 * @param isPlace whether what is chosen takes the place of the list: Back leads to the list again
 */
export function useChosen(name: string, isPlace = false) {
    const [params, setParams] = useSearchParams();
    const chosen = params.get(name) ? Number(params.get(name)) : null;
    const choose = (id: number | null) =>
        setParams(
            (before) => {
                const next = new URLSearchParams(before);
                if (id === null) next.delete(name);
                else next.set(name, String(id));
                return next;
            },
            { replace: !isPlace },
        );
    return [chosen, choose] as const;
}
