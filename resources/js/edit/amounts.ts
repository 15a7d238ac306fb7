/** Amounts that are given in several currencies: each on its own, never one from another. */
import type { z } from 'zod';
import { amountReader, currencyFormat } from './reading';
import { figureAt } from './schemas';

/** As it was typed: in the currency of the workspace, or in each of several. */
export type AmountDraft = string | Record<string, string>;

/** What is typed of an amount in one currency; plain ones are in that of the workspace. */
export const amountIn = (amount: AmountDraft | undefined, currency: string, own: string): string =>
    typeof amount === 'object' ? (amount[currency] ?? '') : currency === own ? (amount ?? '') : '';

/** The amount with another figure in one currency. */
export function withAmount(amount: AmountDraft | undefined, currency: string, own: string, text: string): AmountDraft {
    if (currency === own && typeof amount !== 'object') return text;
    return { ...(typeof amount === 'object' ? amount : amount?.trim() ? { [own]: amount } : {}), [currency]: text };
}

/** Those figures that are typed, by currency. */
export const given = (amount: AmountDraft | undefined, own: string): [string, string][] =>
    Object.entries(typeof amount === 'object' ? amount : { [own]: amount ?? '' }).filter(
        ([, text]) => text.trim() !== '',
    );

/** An amount as it is saved: plain where it is in the currency of the workspace alone. */
export const plainly = (amounts: [string, string][], own: string): string | Record<string, string> =>
    amounts.length === 1 && amounts[0]![0] === own ? amounts[0]![1] : Object.fromEntries(amounts);

/** Whether it is given, and not in this currency. */
export function isLacking(amount: AmountDraft | undefined, currency: string, own: string): boolean {
    const amounts = given(amount, own);
    return amounts.length > 0 && amounts.every(([of]) => of !== currency);
}

/** Tiers whose first one begins at nothing, in each currency that the others have. */
export function fromNothing<Tier extends { from: AmountDraft; amount?: AmountDraft }>(tiers: Tier[]): Tier[] {
    const amounts = tiers.flatMap((tier) => [tier.from, tier.amount]);
    const codes = new Set(amounts.flatMap((amount) => (typeof amount === 'object' ? Object.keys(amount) : [])));
    const from = Object.fromEntries([...codes].map((code) => [code, '0']));
    return codes.size === 0 ? tiers : tiers.map((tier, index) => (index === 0 ? { ...tier, from } : tier));
}

/** Reads an amount within a schema; what is wrong is said at its path. */
export function amountAt(
    context: z.RefinementCtx,
    path: PropertyKey[],
    typed: AmountDraft,
    own: string,
): string | Record<string, string> {
    const amounts = given(typed, own);
    const read = (text: string, currency: string) =>
        figureAt(context, path, amountReader(currencyFormat(currency)), text);
    if (amounts.length === 0) return read('', own);
    return plainly(
        amounts.map(([currency, text]) => [currency, read(text, currency)]),
        own,
    );
}
