import { afterEach, beforeAll, describe, expect, it, vi } from 'vitest';
import { loadLanguage } from './language';
import { setLocale } from './locale';
import { said } from './said';
import { loadServerMessages } from './server';

const below = {
    code: 'price_below_floor',
    values: { price: '1819.80', floor: '1820.50' },
    text: '1819.80 is below its floor 1820.50.',
};

describe('what the server says', () => {
    vi.stubGlobal('document', { documentElement: {} });
    beforeAll(loadServerMessages);
    afterEach(async () => {
        setLocale('en-GB');
        await loadLanguage('en');
    });

    it('has its figures in the notation of the workspace', () => {
        expect(said(below)).toBe('1,819.80 is below its floor 1,820.50.');
        setLocale('de-DE');
        expect(said(below)).toBe('1.819,80 is below its floor 1.820,50.');
    });

    it('is worded in the language of the person', async () => {
        setLocale('de-DE');
        await loadLanguage('de');
        expect(said(below)).toBe('1.819,80 liegt unter der Untergrenze 1.820,50.');
    });

    it('may hold other messages, and steps of a decision', async () => {
        const again = {
            code: 'feed_retried',
            values: {
                problem: {
                    code: 'decided_again',
                    values: { step: { code: 'move_capped', values: { percent: '7.5' } } },
                    text: 'Decided again. Not more than 7.5 % at once.',
                },
            },
            text: '',
        };
        expect(said(again)).toBe('Decided again. Not more than 7.5 % at once. Tried again by itself.');
        await loadLanguage('de');
        expect(said(again)).toMatch(/^Neu entschieden\. .+ Wird von selbst noch einmal versucht\.$/);
    });

    it('is in the words of the server where it is not known here, or not translated', async () => {
        expect(said({ code: 'something_newer', values: {}, text: 'Something newer.' })).toBe('Something newer.');
        await loadLanguage('de');
        expect(said({ code: 'file_empty', values: {}, text: 'x' })).toBe('The file is empty.');
    });

    it('leaves what another system said as it is', () => {
        setLocale('de-DE');
        expect(said({ code: 'quoted', values: { text: '12.50' }, text: '12.50' })).toBe('12.50');
    });
});
