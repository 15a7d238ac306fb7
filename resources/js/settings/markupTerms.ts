import { t } from '@/messages/settings';
import type { components } from '@/api/schema';
import { amountAt, fromNothing, given, isLacking, type AmountDraft } from '@/edit/amounts';
import { endingsReader, percentReader } from '@/edit/reading';
import { figureAt, optionalFigure } from '@/edit/schemas';
import { amounts } from '@/ui/figures';
import { z } from 'zod';

export type Markup = components['schemas']['SupplierMarkup'];

/** A markup while it is edited, every figure as people type it; saved, what is left empty is left out. */
export function markupSchema(currency: string) {
    const percent = percentReader({ max: 10_000 });
    const by = z.enum(['percent', 'amount']);
    const amount = z.custom<AmountDraft>();
    const optional = (typed: AmountDraft, at: string, context: z.RefinementCtx) =>
        given(typed, currency).length === 0 ? undefined : amountAt(context, [at], typed, currency);
    const sized = (typed: AmountDraft, unit: 'percent' | 'amount', at: PropertyKey[], context: z.RefinementCtx) =>
        unit === 'percent'
            ? { percent: figureAt(context, at, percent, typeof typed === 'string' ? typed : '') }
            : { amount: amountAt(context, at, typed, currency) };
    return z
        .object({
            tiers: z.array(z.object({ from: amount, figure: amount, by })),
            minProfit: amount,
            fee: amount,
            endings: optionalFigure(endingsReader),
            round: z.enum(['down', 'up', 'nearest']),
            was: optionalFigure(percentReader({ max: 1_000 })),
            shipping: amount,
            shippingBy: by,
        })
        .transform((typed, context): Markup => {
            const tiers = typed.tiers.map((tier, index) => {
                const from = index === 0 ? '0.00' : amountAt(context, ['tiers', index, 'from'], tier.from, currency);
                return {
                    from,
                    ...sized(tier.figure, tier.by, ['tiers', index, 'figure'], context),
                };
            });
            const minProfit = optional(typed.minProfit, 'minProfit', context);
            const fee = optional(typed.fee, 'fee', context);
            return {
                tiers: fromNothing(tiers),
                ...(minProfit && { min_profit: minProfit }),
                ...(fee && { fee }),
                ...(typed.endings && { ending: { endings: typed.endings.split(', '), round: typed.round } }),
                ...(typed.was && { was_percent: typed.was }),
                ...(given(typed.shipping, currency).length > 0 && {
                    shipping: sized(typed.shipping, typed.shippingBy, ['shipping'], context),
                }),
            };
        });
}

/** The amounts of a markup that are given in other currencies than this one only. */
export const amountsLacking = (
    { tiers, minProfit, fee, shipping, shippingBy }: MarkupDraft,
    currency: string,
    own: string,
) =>
    [
        ...tiers.flatMap((tier, index) => [index === 0 ? '' : tier.from, tier.by === 'amount' ? tier.figure : '']),
        minProfit,
        fee,
        shippingBy === 'amount' ? shipping : '',
    ].filter((amount) => isLacking(amount, currency, own)).length;

export type MarkupDraft = z.input<ReturnType<typeof markupSchema>>;

export const markupDraft = (markup: Markup | null): MarkupDraft => ({
    tiers: (markup?.tiers ?? [{ from: '0.00', percent: '' }]).map((tier) => ({
        from: tier.from,
        figure: tier.percent ?? tier.amount ?? '',
        by: tier.amount === undefined ? 'percent' : 'amount',
    })),
    minProfit: markup?.min_profit ?? '',
    fee: markup?.fee ?? '',
    endings: markup?.ending?.endings.join(', ') ?? '',
    round: markup?.ending?.round ?? 'nearest',
    was: markup?.was_percent ?? '',
    shipping: markup?.shipping?.percent ?? markup?.shipping?.amount ?? '',
    shippingBy: markup?.shipping?.amount === undefined ? 'percent' : 'amount',
});

const FIELDS: [RegExp, string][] = [
    [/^markup\.tiers\.(\d+)\.(?:percent|amount)$/, 'tiers.$1.figure'],
    [/^markup\.tiers\.(\d+)\.from$/, 'tiers.$1.from'],
    [/^markup\.min_profit$/, 'minProfit'],
    [/^markup\.was_percent$/, 'was'],
    [/^markup\.ending\..*$/, 'endings'],
    [/^markup\.shipping\..*$/, 'shipping'],
    [/^markup\.fee$/, 'fee'],
];

/** Where the server's errors belong in the form. */
export function markupField(path: string): string {
    const [found, field] = FIELDS.find(([at]) => at.test(path)) ?? [];
    return found && field ? path.replace(found, field) : path;
}

/** In a few words, such as "120 % on cost, from 20.01 85 %, + 0.50". */
export function saysMarkup(markup: Markup): string {
    const tiers = markup.tiers.map((tier, index) => {
        const size = tier.percent ? `${tier.percent}\u00a0%` : amounts(tier.amount);
        return index === 0 ? t('settings.onCost', { size }) : t('settings.from', { from: amounts(tier.from), size });
    });
    const more = [
        markup.fee && `+ ${amounts(markup.fee)}`,
        markup.min_profit && t('settings.atLeastProfit', { minProfit: amounts(markup.min_profit) }),
        markup.ending && t('settings.ending', { join: markup.ending.endings.join(', ') }),
    ].filter(Boolean);
    return [...tiers, ...more].join(', ');
}
