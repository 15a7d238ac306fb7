import { IntlMessageFormat } from 'intl-messageformat';
import { readdirSync } from 'node:fs';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { english } from './catalogue';
import { german } from './de';
import { loadLanguage } from './language';
import { setLocale } from './locale';
import { pieces, rich, t } from './message';

const parts = Object.keys(english) as (keyof typeof english)[];

/** The names of a message's values and, for plurals and the like, in which way each is used. */
function values(text: string, language: string): string[] {
    const names = new Set<string>();
    const look = (elements: ReturnType<IntlMessageFormat['getAst']>): void =>
        elements.forEach((element) => {
            if ('value' in element && element.type !== 0) names.add(String(element.value));
            if ('options' in element) Object.values(element.options).forEach((option) => look(option.value));
            if ('children' in element) look(element.children);
        });
    look(new IntlMessageFormat(text, language).getAst());
    return [...names].sort();
}

describe('the catalogues', () => {
    it('know every part there is a file for', () => {
        const files = readdirSync('resources/js/messages/en').map((file) => file.replace('.json', ''));
        expect(files.sort()).toEqual([...parts].sort());
    });

    it.each(parts)('say the same things in every language: %s', (part) => {
        expect(Object.keys(german[part])).toEqual(Object.keys(english[part]));
        for (const [name, text] of Object.entries(english[part])) {
            const translated = (german[part] as Record<string, string>)[name]!;
            expect(values(translated, 'de'), `${part}.${name}`).toEqual(values(text, 'en'));
        }
    });
});

describe('a message', () => {
    vi.stubGlobal('document', { documentElement: {} });
    afterEach(async () => {
        setLocale('en-GB');
        await loadLanguage('en');
    });

    it('has its plural by the language and its figures by the notation', async () => {
        expect(t('common.listings', { many: 1 })).toBe('1 listing');
        expect(t('common.listings', { many: 12_000 })).toBe('12,000 listings');
        setLocale('de-DE');
        await loadLanguage('de');
        expect(t('common.listings', { many: 1 })).toBe('1 Angebot');
        expect(t('common.listings', { many: 12_000 })).toBe('12.000 Angebote');
    });

    it('comes in pieces, in the order of the language', () => {
        const reference = { part: 'ending' };
        expect(pieces('rule.guardEnding', { ending: reference })).toEqual(['End prices in ', reference, '.']);
    });

    it('draws what is marked in it', () => {
        const soft = (inner: unknown[]) => ({ soft: inner.join('') });
        expect(rich('today.floorTerm', { price: '9.90', says: 'by hand', origin: 'here', soft })).toEqual([
            'floor 9.90 ',
            { soft: '(by hand, here)' },
        ]);
    });
});
