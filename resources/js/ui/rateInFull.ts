import { numberFormat } from '@/messages/locale';

/** A rate with all its digits, in the notation of the workspace. */
export const rateInFull = (rate: string) => numberFormat({ maximumFractionDigits: 12 }).format(Number(rate));
