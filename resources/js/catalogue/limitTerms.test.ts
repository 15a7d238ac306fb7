import { expect, test } from 'vitest';
import { draft, finish, says } from './limitTerms';

test('a term goes out as it came in, however its figure was typed', () => {
    expect(finish(draft({ kind: 'margin', percent: '12.5' }))).toEqual({ kind: 'margin', percent: '12.5' });
    expect(finish({ term: { kind: 'margin' }, figure: ' 12,5 % ' })).toEqual({ kind: 'margin', percent: '12.5' });
    expect(finish({ term: { kind: 'amount' }, figure: '21,90' })).toEqual({ kind: 'amount', amount: '21.90' });
    expect(finish(draft({ kind: 'rrp' }))).toEqual({ kind: 'rrp', percent: '100' });
    const market = { kind: 'reference' as const, reference: { of: 'lowest' as const } };
    expect(finish(draft(market))).toBe(market);
});

test('says each kind', () => {
    expect(says({ kind: 'markup', percent: '40' }, 'floor')).toBe('40\u00a0% markup on cost');
    expect(says({ kind: 'profit', amount: '2.00' }, 'floor')).toBe('2.00 profit a piece');
    expect(says({ kind: 'rrp' }, 'ceiling')).toBe('100\u00a0% of the recommended price');
    expect(says({ kind: 'map' }, 'floor')).toBe('minimum advertised price');
});
