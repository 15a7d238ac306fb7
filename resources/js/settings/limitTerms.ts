import { t } from '@/messages/settings';
import type { LimitTerm } from '@/api/client';
import { amountAt, type AmountDraft } from '@/edit/amounts';
import { amounts } from '@/ui/figures';
import { amountReader, currencyFormat, percentReader, type Reader } from '@/edit/reading';
import { figureAt } from '@/edit/schemas';
import { z } from 'zod';

type Kind = LimitTerm['kind'];
export type Side = 'floor' | 'ceiling';

/** A term while it is edited: the figure as people type it. */
export interface Draft {
    term: LimitTerm;
    figure: AmountDraft;
}

export const KINDS: Record<Side, [Kind, string][]> = {
    floor: [
        ['margin', t('settings.marginOfPrice2')],
        ['markup', t('settings.markupOnCost2')],
        ['profit', t('settings.profitPerUnit')],
        ['amount', t('settings.aPrice')],
        ['map', t('settings.minimumAdvertisedPrice')],
        ['reference', t('settings.aFigureOfTheMarket')],
    ],
    ceiling: [
        ['rrp', t('settings.partOfTheRecommendedPrice')],
        ['margin', t('settings.marginOfPrice2')],
        ['markup', t('settings.markupOnCost2')],
        ['profit', t('settings.profitPerUnit')],
        ['amount', t('settings.aPrice')],
        ['reference', t('settings.aFigureOfTheMarket')],
    ],
};

/** What its figure is given in; null where it has none. */
export function unit(kind: Kind): 'percent' | 'amount' | null {
    if (kind === 'amount' || kind === 'profit') return 'amount';
    return kind === 'map' || kind === 'reference' ? null : 'percent';
}

/** Figures of the market that a limit can follow. */
export const REFERENCES = [
    ['average', t('settings.theAverage')],
    ['median', t('settings.theMedian')],
    ['lowest', t('settings.theLowest')],
    ['buy_box', t('settings.theBuyBox')],
    ['highest', t('settings.theHighest')],
] as const;

export type Reference = (typeof REFERENCES)[number][0];

/** Which of them a term follows; null where it is another one, such as a mean, made by the API. */
export function reference(term: LimitTerm): Reference | null {
    const of = term.reference && 'of' in term.reference ? term.reference.of : undefined;
    return REFERENCES.find(([name]) => name === of)?.[0] ?? null;
}

export const draft = (term: LimitTerm): Draft => ({
    term: term.kind === 'reference' && !term.reference ? { ...term, reference: { of: 'average' } } : term,
    figure: term.amount ?? term.percent ?? (term.kind === 'rrp' ? '100' : ''),
});

/** How the figure of a term is read; null where it has none. */
export function termReader(kind: Kind, currency: string): Reader | null {
    const given = unit(kind);
    if (given === null) return null;
    if (given === 'amount') return amountReader(currencyFormat(currency));
    return percentReader({ max: kind === 'margin' ? 99.9999 : 10_000 });
}

/** The terms of a side, as they are saved; plain amounts are in the currency of the workspace. */
export const termsSchema = (currency: string) =>
    z.array(
        z.custom<Draft>().transform(({ term, figure: text }, context): LimitTerm => {
            const given = unit(term.kind);
            if (given === null) return term;
            if (given === 'amount') return { kind: term.kind, amount: amountAt(context, ['figure'], text, currency) };
            const reader = termReader(term.kind, currency)!;
            return { kind: term.kind, percent: figureAt(context, ['figure'], reader, text as string) };
        }),
    );

/** A term in words, as a seller would say it. */
export function says(term: LimitTerm, side: Side): string {
    if (term.kind === 'reference') {
        const followed = REFERENCES.find(([name]) => name === reference(term))?.[1];
        return followed
            ? t('settings.neverOfTheOffersThatCount', {
                  side: side === 'floor' ? t('settings.below') : t('settings.above'),
                  followed,
              })
            : t('settings.aFigureOfTheMarket');
    }
    if (term.kind === 'map') return t('settings.minimumAdvertisedPrice');
    if (term.kind === 'amount') return amounts(term.amount);
    if (term.kind === 'profit') return t('settings.profitPerUnit2', { amount: amounts(term.amount) });
    if (term.kind === 'rrp') return t('settings.ofTheRecommendedPrice', { percent: term.percent ?? '100' });
    return `${term.percent ?? ''}\u00a0% ${term.kind === 'margin' ? t('settings.marginOfPrice2') : t('settings.markupOnCost2')}`;
}

/** Terms in words, as they are typed. */
export const saysDrafts = (drafts: Draft[], side: Side): string =>
    drafts
        .map(({ term, figure }) => says(unit(term.kind) ? { ...term, [unit(term.kind)!]: figure } : term, side))
        .join(', ') || t('settings.nothing');
