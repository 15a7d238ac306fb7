import type { components } from '@/api/schema';
import { money } from '@/ui/figures';
import { plainAmount, plainPercent } from './plainPercent';

export type Markup = components['schemas']['SupplierMarkup'];

/** A markup while it is edited: every figure as people type it. */
export interface MarkupDraft {
    tiers: { from: string; figure: string; by: 'percent' | 'amount' }[];
    minProfit: string;
    fee: string;
    endings: string;
    round: 'down' | 'up' | 'nearest';
    was: string;
    shipping: string;
    shippingBy: 'percent' | 'amount';
}

export const markupDraft = (markup: Markup | null): MarkupDraft => ({
    tiers: (markup?.tiers ?? [{ from: '0.00', percent: '' }]).map((tier) => ({
        from: tier.from,
        figure: tier.percent ?? tier.amount ?? '',
        by: tier.amount === undefined ? 'percent' : 'amount',
    })),
    minProfit: markup?.min_profit ?? '',
    fee: markup?.fee ?? '',
    endings: markup?.ending?.endings.join(' ') ?? '',
    round: markup?.ending?.round ?? 'nearest',
    was: markup?.was_percent ?? '',
    shipping: markup?.shipping?.percent ?? markup?.shipping?.amount ?? '',
    shippingBy: markup?.shipping?.amount === undefined ? 'percent' : 'amount',
});

const sized = (figure: string, by: 'percent' | 'amount') =>
    by === 'percent' ? { percent: plainPercent(figure) } : { amount: plainAmount(figure) };

/** As the server reads it; what is left empty is left out. */
export function finishMarkup(draft: MarkupDraft): Markup {
    const endings = draft.endings.split(/[\s;]+/).filter(Boolean);
    return {
        tiers: draft.tiers.map((tier, index) => ({
            from: index === 0 ? '0.00' : plainAmount(tier.from),
            ...sized(tier.figure, tier.by),
        })),
        ...(draft.minProfit.trim() && { min_profit: plainAmount(draft.minProfit) }),
        ...(draft.fee.trim() && { fee: plainAmount(draft.fee) }),
        ...(endings.length > 0 && {
            ending: { endings: endings.map((one) => `.${one.replace(/^[.,]/, '')}`), round: draft.round },
        }),
        ...(draft.was.trim() && { was_percent: plainPercent(draft.was) }),
        ...(draft.shipping.trim() && { shipping: sized(draft.shipping, draft.shippingBy) }),
    };
}

/** In a few words, such as "120 % on cost, from 20.01 85 %, + 0.50". */
export function saysMarkup(markup: Markup): string {
    const tiers = markup.tiers.map((tier, index) => {
        const size = tier.percent ? `${tier.percent}\u00a0%` : money(tier.amount);
        return index === 0 ? `${size} on cost` : `from ${money(tier.from)} ${size}`;
    });
    const more = [
        markup.fee && `+ ${money(markup.fee)}`,
        markup.min_profit && `at least ${money(markup.min_profit)} profit`,
        markup.ending && `ending ${markup.ending.endings.join(', ')}`,
    ].filter(Boolean);
    return [...tiers, ...more].join(', ');
}
