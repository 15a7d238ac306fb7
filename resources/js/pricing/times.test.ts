import { describe, expect, it } from 'vitest';
import { when } from './times';

describe('when a rule looks', () => {
    it('says it in a line', () => {
        expect(when({ every_minutes: 15 })).toBe('whenever the market moves, every 15 minutes');
        expect(when({ every_minutes: null, times: { on_market: false } })).toBe('only when you press “Run now”');
        expect(
            when({
                every_minutes: null,
                times: {
                    on_market: false,
                    at: ['08:30', '20:00'],
                    weekdays: [1, 5],
                    from: '08:00',
                    to: '21:00',
                    until: '2026-12-31',
                },
            }),
        ).toBe('at 08:30, 20:00, between 08:00 and 21:00, on Mon, Fri, until 2026-12-31');
    });
});
