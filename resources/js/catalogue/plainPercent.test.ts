import { describe, expect, it } from 'vitest';
import { plainAmount, plainPercent } from './plainPercent';

describe('what people type', () => {
    it('becomes a plain percentage', () => {
        expect(['12,5 %', ' 12.5', '100%'].map(plainPercent)).toEqual(['12.5', '12.5', '100']);
    });

    it('becomes a plain amount, or goes on to be refused with a reason', () => {
        expect(['0,35', '€ 4', '0.5', 'abc'].map(plainAmount)).toEqual(['0.35', '4.00', '0.50', 'abc']);
    });
});
