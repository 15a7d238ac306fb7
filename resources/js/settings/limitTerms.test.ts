import { expect, test } from 'vitest';
import { draft, says, termsSchema, type Draft } from './limitTerms';

const saved = (term: Draft) => termsSchema('EUR').safeParse([term]);

test('a term goes out as it came in, however its figure was typed', () => {
    expect(saved(draft({ kind: 'margin', percent: '12.5' })).data).toEqual([{ kind: 'margin', percent: '12.5' }]);
    expect(saved({ term: { kind: 'margin' }, figure: ' 12,5 % ' }).data).toEqual([{ kind: 'margin', percent: '12.5' }]);
    expect(saved({ term: { kind: 'amount' }, figure: '1.299,00' }).data).toEqual([
        { kind: 'amount', amount: '1299.00' },
    ]);
    expect(saved(draft({ kind: 'rrp' })).data).toEqual([{ kind: 'rrp', percent: '100' }]);
    const market = { kind: 'reference' as const, reference: { of: 'lowest' as const } };
    expect(saved(draft(market)).data).toEqual([market]);
});

test('a figure that cannot be read is refused at its place', () => {
    const [issue] = saved({ term: { kind: 'margin' }, figure: 'ten' }).error!.issues;
    expect([issue?.path, issue?.message]).toEqual([[0, 'figure'], 'A percentage such as 12.5.']);
    expect(saved({ term: { kind: 'margin' }, figure: '100' }).success).toBe(false);
    expect(saved({ term: { kind: 'profit' }, figure: '' }).error!.issues[0]?.message).toBe('Needed.');
});

test('says each kind', () => {
    expect(says({ kind: 'markup', percent: '40' }, 'floor')).toBe('40\u00a0% markup on cost');
    expect(says({ kind: 'profit', amount: '2.00' }, 'floor')).toBe('2.00 profit per unit');
    expect(says({ kind: 'rrp' }, 'ceiling')).toBe('100\u00a0% of the recommended price');
    expect(says({ kind: 'map' }, 'floor')).toBe('minimum advertised price');
});
