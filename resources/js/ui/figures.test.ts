import { describe, expect, it } from 'vitest';
import { ago, money, percent, signed, signedPercent, span } from './figures';

describe('figures', () => {
    it('groups thousands and keeps every digit', () => {
        expect([money('1234567.80'), money('-3.01'), money('890'), money(null)]).toEqual([
            '1\u202f234\u202f567.80',
            '−3.01',
            '890',
            '–',
        ]);
    });

    it('signs what is a difference', () => {
        expect([signed('3.00'), signed('-0.24'), signed('0.00')]).toEqual(['+3.00', '−0.24', '0.00']);
        expect([signedPercent('-9.26'), signedPercent('+4.00')]).toEqual(['−9.3\u00a0%', '+4.0\u00a0%']);
    });

    it('shows percentages as whole figures, and none as a dash', () => {
        expect([percent('23.59'), percent('-0.20'), percent(null), percent('23.59', 1)]).toEqual([
            '24\u00a0%',
            '0\u00a0%',
            '–',
            '23.6\u00a0%',
        ]);
    });

    it('tells how long ago something was', () => {
        const now = Date.parse('2026-03-02T09:00:00Z');
        expect([
            ago('2026-03-02T08:59:48Z', now),
            ago('2026-03-02T08:00:00Z', now),
            ago('2026-03-01T09:00:00Z', now),
            ago(null, now),
        ]).toEqual(['12 sec. ago', '1 hr. ago', 'yesterday', 'never']);
    });

    it('says lengths of time in a unit that fits', () => {
        expect([span(1), span(108), span(2_160), span(43_200)]).toEqual([
            '1 second',
            '2 minutes',
            '36 minutes',
            '12 hours',
        ]);
    });
});
