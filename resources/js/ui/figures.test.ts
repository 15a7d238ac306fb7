import { describe, expect, it } from 'vitest';
import { setLocale } from '@/messages/locale';
import { ago, inCurrency, money, percent, signed, signedPercent, span, whole } from './figures';

describe('figures', () => {
    it('groups thousands and keeps every digit', () => {
        expect([money('1234567.80'), money('-3.01'), money('890'), money(null)]).toEqual([
            '1,234,567.80',
            '−3.01',
            '890',
            '–',
        ]);
    });

    it('follows the notation of the workspace', () => {
        setLocale('de-DE');
        expect([money('1234567.80'), signed('-0.24'), percent('23.59', 1), whole(12_000), money('100.123')]).toEqual([
            '1.234.567,80',
            '−0,24',
            '23,6\u00a0%',
            '12.000',
            '100,123',
        ]);
        setLocale('en-GB');
    });

    it('keeps digits that a floating-point number would lose', () => {
        expect(money('90071992547409931.27')).toBe('90,071,992,547,409,931.27');
    });

    it('says the currency where no head of a column does', () => {
        expect([inCurrency('12.50', 'EUR'), inCurrency('1299', 'JPY'), inCurrency(null, 'EUR')]).toEqual([
            '12.50\u00a0€',
            '1,299\u00a0¥',
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
