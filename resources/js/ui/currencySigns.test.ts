import { expect, it } from 'vitest';

const SOURCES = import.meta.glob<string>(['../**/*.{ts,tsx}', '../messages/**/*.json', '!../**/*.test.*'], {
    query: '?raw',
    import: 'default',
    eager: true,
});

/** What people type is read with any sign. */
const READS = '../edit/reading.ts';

it('names the currency of an amount from data: no sign and no code is written into the interface', () => {
    const written = Object.entries(SOURCES)
        .filter(([path]) => path !== READS)
        .flatMap(([path, text]) =>
            text
                .split('\n')
                .filter((line) => !/^\s*(?:\/?\*|\/\/)/.test(line))
                .filter((line) => /[€£¥₹]|\?\? '[A-Z]{3}'|\$\s?\d+[.,]\d/u.test(line))
                .map((line) => `${path}: ${line.trim()}`),
        );
    expect(Object.keys(SOURCES).length).toBeGreaterThan(200);
    expect(written).toEqual([]);
});
