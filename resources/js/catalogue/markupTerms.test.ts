import { expect, test } from 'vitest';
import { finishMarkup, markupDraft, saysMarkup, type Markup } from './markupTerms';

const MARKUP: Markup = {
    tiers: [
        { from: '0.00', percent: '120' },
        { from: '20.01', amount: '15.00' },
    ],
    fee: '0.50',
    ending: { endings: ['.90', '.49'], round: 'up' },
    was_percent: '10',
    shipping: { amount: '1.50' },
};

test('a markup goes out as it came in', () => {
    expect(finishMarkup(markupDraft(MARKUP))).toEqual(MARKUP);
});

test('figures are taken as people type them, and what is empty is left out', () => {
    const draft = {
        ...markupDraft(null),
        tiers: [{ from: '0', figure: '85 %', by: 'percent' as const }],
        minProfit: '2,5',
    };
    expect(finishMarkup({ ...draft, endings: ',99; 49' })).toEqual({
        tiers: [{ from: '0.00', percent: '85' }],
        min_profit: '2.50',
        ending: { endings: ['.99', '.49'], round: 'nearest' },
    });
});

test('says it in a few words', () => {
    expect(saysMarkup(MARKUP)).toBe('120\u00a0% on cost, from 20.01 15.00, + 0.50, ending .90, .49');
});
