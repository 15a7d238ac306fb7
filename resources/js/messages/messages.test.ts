import { IntlMessageFormat } from 'intl-messageformat';
import { readdirSync, readFileSync } from 'node:fs';
import ts from 'typescript';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { createElement, isValidElement, type ReactElement, type ReactNode } from 'react';
import { german } from './de';
import { loadLanguage } from './language';
import { setLocale } from './locale';
import { pieces } from './pricing';
import { rich, t } from './today';

const parts = readdirSync('resources/js/messages/en').map((file) => file.replace('.json', ''));
const texts = Object.fromEntries(
    parts.map((part) => [part, JSON.parse(readFileSync(`resources/js/messages/en/${part}.json`, 'utf8'))]),
) as Record<string, Record<string, string>>;

/** All that can say a message. */
const sources = readdirSync('resources/js', { recursive: true, encoding: 'utf8' })
    .filter((file) => /\.tsx?$/.test(file) && !/test\.|schema\.d/.test(file))
    .map((file) => [file, readFileSync(`resources/js/${file}`, 'utf8')] as const);
const source = sources.map(([, text]) => text).join('\n');

/** Messages that are said by their name, with the names of the values they are given. */
function* said(file: string, text: string): Generator<{ key: string; given: string[] }> {
    const kind = file.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS;
    const waiting: ts.Node[] = [ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true, kind)];
    for (let node = waiting.pop(); node; node = waiting.pop()) {
        ts.forEachChild(node, (child) => void waiting.push(child));
        if (!ts.isCallExpression(node) || !/^(t|rich|pieces|withParts)$/.test(node.expression.getText())) continue;
        const [key, given] = node.arguments;
        if (given && (!ts.isObjectLiteralExpression(given) || given.properties.some(ts.isSpreadAssignment))) continue;
        const names = given ? given.properties.map((one) => one.name!.getText()) : [];
        const keys = key && ts.isConditionalExpression(key) ? [key.whenTrue, key.whenFalse] : [key];
        for (const one of keys) if (one && ts.isStringLiteral(one)) yield { key: one.text, given: names };
    }
}

/** Names that are put together from what the server says. */
const COMPOSED = ['server.', 'why.', 'words.', 'rule.below', 'rule.above'];

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
    it.each(parts)('have a home: with the first view, or with the places that say it: %s', (part) => {
        const homes = readdirSync('resources/js/messages').filter((file) => /(?<!test)\.ts$/.test(file));
        const sayIt = homes.filter((file) =>
            readFileSync(`resources/js/messages/${file}`, 'utf8').includes(`'./en/${part}.json'`),
        );
        expect(sayIt).toHaveLength(1);
    });

    it.each(parts)('can be read as messages, and are all said somewhere: %s', (part) => {
        for (const text of Object.values(texts[part!]!)) values(text, 'en');
        const unsaid = Object.keys(texts[part!]!).filter((name) => !source.includes(`${part}.${name}`));
        expect(unsaid.filter((name) => !COMPOSED.some((start) => `${part}.${name}`.startsWith(start)))).toEqual([]);
    });

    it('name no currency of their own: amounts are in that of the workspace or of a listing', () => {
        const signs = Object.entries(texts).flatMap(([part, all]) =>
            Object.entries(all)
                .filter(([, text]) => /\p{Sc}/u.test(text))
                .map(([name]) => `${part}.${name}`),
        );
        expect(signs).toEqual([]);
    });

    it('are given the values they name', () => {
        const lacking = sources.flatMap(([file, text]) =>
            [...said(file, text)].flatMap(({ key, given }) => {
                const [part, ...name] = key.split('.');
                const wanted = values(texts[part!]![name.join('.')]!, 'en');
                return wanted.filter((value) => !given.includes(value)).map((value) => `${file}: ${key}: ${value}`);
            }),
        );
        expect(lacking).toEqual([]);
    }, 60_000);

    it.each(Object.keys(german))('say the same things in every language: %s', (part) => {
        const english = texts[part]!;
        // What is said to settings and files is not translated yet.
        if (part !== 'server') expect(Object.keys(german[part]!)).toEqual(Object.keys(english));
        for (const name of Object.keys(german[part]!)) {
            const text = english[name]!;
            expect(values(german[part]![name]!, 'de'), `${part}.${name}`).toEqual(values(text, 'en'));
        }
    });

    it('are English where they are not translated', async () => {
        await loadLanguage('de');
        expect(german).not.toHaveProperty('settings');
        const { t: settings } = await import('./settings');
        expect(settings('settings.settings')).toBe('Settings');
        await loadLanguage('en');
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
        const soft = (inner: ReactNode) => createElement('i', null, inner);
        const drawn = rich('today.floorTerm', { price: '9.90', says: 'by hand', origin: 'here', soft });
        expect(drawn[0]).toBe('floor 9.90 ');
        const element = drawn.find((piece) => isValidElement(piece)) as ReactElement<{ children: string[] }>;
        expect(element.type).toBe('i');
        expect(element.props.children.join('')).toBe('(by hand, here)');
        expect(element.key).not.toBeNull();
    });
});
