import { t } from '@/messages/settings';
import type { components } from '@/api/schema';
import { amountReader, currencyFormat, endingsReader, percentReader } from '@/edit/reading';
import { figureAt, optionalFigure } from '@/edit/schemas';
import { money } from '@/ui/figures';
import { z } from 'zod';

export type Markup = components['schemas']['SupplierMarkup'];

/** A markup while it is edited, every figure as people type it; saved, what is left empty is left out. */
export function markupSchema(currency: string) {
    const amount = amountReader(currencyFormat(currency));
    const percent = percentReader({ max: 10_000 });
    const by = z.enum(['percent', 'amount']);
    const sized = (typed: string, unit: 'percent' | 'amount', at: PropertyKey[], context: z.RefinementCtx) => ({
        [unit]: figureAt(context, at, unit === 'percent' ? percent : amount, typed),
    });
    return z
        .object({
            tiers: z.array(z.object({ from: z.string(), figure: z.string(), by })),
            minProfit: optionalFigure(amount),
            fee: optionalFigure(amount),
            endings: optionalFigure(endingsReader),
            round: z.enum(['down', 'up', 'nearest']),
            was: optionalFigure(percentReader({ max: 1_000 })),
            shipping: z.string(),
            shippingBy: by,
        })
        .transform((typed, context): Markup => {
            const tiers = typed.tiers.map((tier, index) => {
                const from = index === 0 ? '0.00' : figureAt(context, ['tiers', index, 'from'], amount, tier.from);
                return {
                    from,
                    ...sized(tier.figure, tier.by, ['tiers', index, 'figure'], context),
                };
            });
            return {
                tiers,
                ...(typed.minProfit && { min_profit: typed.minProfit }),
                ...(typed.fee && { fee: typed.fee }),
                ...(typed.endings && { ending: { endings: typed.endings.split(', '), round: typed.round } }),
                ...(typed.was && { was_percent: typed.was }),
                ...(typed.shipping.trim() && {
                    shipping: sized(typed.shipping, typed.shippingBy, ['shipping'], context),
                }),
            };
        });
}

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
        const size = tier.percent ? `${tier.percent}\u00a0%` : money(tier.amount);
        return index === 0 ? t('settings.onCost', { size }) : t('settings.from', { from: money(tier.from), size });
    });
    const more = [
        markup.fee && `+ ${money(markup.fee)}`,
        markup.min_profit && t('settings.atLeastProfit', { minProfit: money(markup.min_profit) }),
        markup.ending && t('settings.ending', { join: markup.ending.endings.join(', ') }),
    ].filter(Boolean);
    return [...tiers, ...more].join(', ');
}
