import { expect, test } from 'vitest';
import { markupDraft, markupField, markupSchema, saysMarkup, type Markup } from './markupTerms';

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

const schema = markupSchema('EUR');

test('a markup goes out as it came in', () => {
    expect(schema.parse(markupDraft(MARKUP))).toEqual(MARKUP);
});

test('figures are taken as people type them, and what is empty is left out', () => {
    const draft = {
        ...markupDraft(null),
        tiers: [{ from: '0', figure: '85 %', by: 'percent' as const }],
        minProfit: '2,5',
    };
    expect(schema.parse({ ...draft, endings: ',99; 49' })).toEqual({
        tiers: [{ from: '0.00', percent: '85' }],
        min_profit: '2.50',
        ending: { endings: ['.99', '.49'], round: 'nearest' },
    });
});

test('what cannot be read is refused where it stands', () => {
    const draft = markupDraft({ ...MARKUP, tiers: [MARKUP.tiers[0]!, { from: 'ten', amount: '1.2.3' }] });
    const issues = schema.safeParse(draft).error!.issues;
    expect(issues.map((issue) => issue.path.join('.'))).toEqual(['tiers.1.from', 'tiers.1.figure']);
});

test('errors of the server belong to a field', () => {
    expect(['markup.tiers.1.percent', 'markup.min_profit', 'suppliers'].map(markupField)).toEqual([
        'tiers.1.figure',
        'minProfit',
        'suppliers',
    ]);
});

test('says it in a few words', () => {
    expect(saysMarkup(MARKUP)).toBe('120\u00a0% on cost, from 20.01 15.00, + 0.50, ending .90, .49');
});
