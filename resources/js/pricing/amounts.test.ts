import { describe, expect, it } from 'vitest';
import type { RuleDocument } from '@/api/client';
import { withAmount } from '@/edit/amounts';
import { amountsLacking, readRule, ruleDraft } from './ruleDraft';
import { asText, sentence } from './sentence';

const UNDER: RuleDocument = {
    version: 1,
    kind: 'competitive',
    reference: { of: 'lowest' },
    position: { move: 'below', amount: '0.10' },
    brakes: { min_move: '0.05' },
};

describe('amounts in several currencies', () => {
    it('stay plain where they are in the currency of the workspace alone', () => {
        expect(readRule(ruleDraft(UNDER), 'EUR')).toEqual({ document: UNDER, errors: {} });
    });

    it('are kept by currency once there is a second one, each as it was typed', () => {
        const draft = ruleDraft(UNDER);
        const two = { ...draft, position: { ...draft.position, amount: withAmount('0.10', 'CHF', 'EUR', '0,15') } };
        const { document, errors } = readRule(two, 'EUR');
        expect(errors).toEqual({});
        expect(document).toMatchObject({ position: { amount: { EUR: '0.10', CHF: '0.15' } } });
        expect(readRule(ruleDraft(document), 'EUR').document).toEqual(document);
        expect(asText(sentence(document))).toContain('0.10 EUR / 0.15 CHF');
    });

    it('are read with the decimals of their own currency', () => {
        const yen = {
            ...ruleDraft(UNDER),
            position: { move: 'below' as const, amount: { EUR: '0.10', JPY: '12.50' } },
        };
        expect(Object.keys(readRule(yen, 'EUR').errors)).toEqual(['position.amount']);
    });

    it('are asked for where a currency has none', () => {
        const draft = ruleDraft(UNDER);
        expect(amountsLacking(draft, 'EUR', 'EUR')).toEqual([]);
        expect(amountsLacking(draft, 'CHF', 'EUR')).toEqual(['position.amount', 'brakes.min_move']);
        const percent = ruleDraft({ ...UNDER, position: { move: 'below', percent: '1' }, brakes: {} });
        expect(amountsLacking(percent, 'CHF', 'EUR')).toEqual([]);
    });

    it('begin at nothing in each currency of a markup by tiers', () => {
        const markup: RuleDocument = {
            version: 1,
            kind: 'markup',
            tiers: [
                { from: '0.00', percent: '80' },
                { from: { EUR: '20.00', CHF: '22.00' }, percent: '60' },
            ],
        };
        const draft = ruleDraft(markup);
        expect(amountsLacking(draft, 'CHF', 'EUR')).toEqual([]);
        expect(readRule(draft, 'EUR').document).toMatchObject({ tiers: [{ from: { EUR: '0', CHF: '0' } }, {}] });
    });

    it('keep endings that a rule has for each currency', () => {
        const document: RuleDocument = {
            ...UNDER,
            ending: { EUR: { endings: ['.99'] }, CHF: { endings: ['.95', '.45'], round: 'up' } },
        };
        expect(readRule(ruleDraft(document), 'EUR').document).toEqual(document);
        expect(amountsLacking(ruleDraft(document), 'CHF', 'EUR')).not.toContain('ending');
        expect(amountsLacking(ruleDraft(document), 'SEK', 'EUR')).toContain('ending');
    });
});
