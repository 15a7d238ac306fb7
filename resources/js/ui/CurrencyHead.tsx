import { useOwnCurrency } from '@/api/queries';
import { symbol } from './figures';

/** The head of a column of amounts, which names their currency once. */
export const CurrencyHead = ({ words }: { words: (symbol: string) => string }) => (
    <>{words(symbol(useOwnCurrency()))}</>
);
