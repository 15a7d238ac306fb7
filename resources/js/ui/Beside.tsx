import { useOwnCurrency } from '@/api/queries';
import { money } from './figures';

/** An amount of another currency in that of the workspace, below it; nothing where it is in that one. */
export function Beside({ amount }: { amount: string | null | undefined }) {
    const own = useOwnCurrency();
    if (amount == null || own === '') return null;
    return (
        <span className="block text-[12px] font-normal text-text-3">
            {money(amount)} {own}
        </span>
    );
}
