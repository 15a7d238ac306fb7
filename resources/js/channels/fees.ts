import type { Channel } from '@/api/client';
import { amountReader, currencyFormat, percentReader } from '@/edit/reading';
import { figure, figureAt, optionalFigure } from '@/edit/schemas';
import { z } from 'zod';

export type Fee = Channel['fees'][number];

export const feeReader = percentReader({ max: 100 });

const base = z.enum(['landed', 'item']);

/** A fee while it is edited: every figure as it was typed. */
export function feeSchema(currency: string) {
    const amount = amountReader(currencyFormat(currency));
    const tiers = z.array(z.object({ up_to: z.string(), percent: figure(feeReader) })).transform((all, context) =>
        all.map(({ up_to, percent }, index) => {
            if (index === all.length - 1) return { up_to: null, percent };
            return { up_to: figureAt(context, [index, 'up_to'], amount, up_to), percent };
        }),
    );
    return z.discriminatedUnion('kind', [
        z.object({
            kind: z.literal('percent'),
            percent: figure(feeReader),
            on: base,
            minimum: optionalFigure(amount),
            maximum: optionalFigure(amount),
        }),
        z.object({ kind: z.literal('fixed'), amount: figure(amount) }),
        z.object({ kind: z.literal('tiered'), mode: z.enum(['slab', 'marginal']), on: base, tiers }),
    ]);
}

export type FeeDraft = z.input<ReturnType<typeof feeSchema>>;

export function feeDraft(fee: Fee): FeeDraft {
    const on = fee.on ?? 'landed';
    if (fee.kind === 'fixed') return { kind: 'fixed', amount: fee.amount ?? '' };
    if (fee.kind === 'percent')
        return {
            kind: 'percent',
            percent: fee.percent ?? '',
            on,
            minimum: fee.minimum ?? '',
            maximum: fee.maximum ?? '',
        };
    const tiers = fee.tiers?.map((tier) => ({ up_to: tier.up_to ?? '', percent: tier.percent })) ?? [];
    return { kind: 'tiered', mode: fee.mode ?? 'slab', on, tiers };
}

export const NEW_FEE: Record<Fee['kind'], FeeDraft> = {
    percent: { kind: 'percent', percent: '', on: 'landed', minimum: '', maximum: '' },
    fixed: { kind: 'fixed', amount: '' },
    tiered: {
        kind: 'tiered',
        mode: 'slab',
        on: 'landed',
        tiers: [
            { up_to: '', percent: '' },
            { up_to: '', percent: '' },
        ],
    },
};
