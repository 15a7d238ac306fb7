import { t } from '@/messages/message';
import { useCurrencies, useOwnCurrency, useRates } from '@/api/queries';
import { timeFormat } from '@/messages/locale';
import { rateInFull } from './rateInFull';

/** At which rates sums of several currencies were added; nothing where there is one currency. */
export function RatesUsed() {
    const own = useOwnCurrency();
    const others = useCurrencies(own).filter((currency) => currency !== own);
    const pairs = useRates().data ?? [];
    const day = timeFormat({ day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' });
    const rates = others.flatMap((currency) => {
        const pair = pairs.find(({ base, quote }) => [own, currency].every((one) => one === base || one === quote));
        if (!pair) return [];
        const { base, quote, used } = pair;
        return t('ui.oneRate', { base, quote, rate: rateInFull(used.rate), day: day.format(new Date(used.day)) });
    });
    return rates.length > 0 && <> {t('ui.sumsAtRates', { own, rates: rates.join('; ') })}</>;
}
