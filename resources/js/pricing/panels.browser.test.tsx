import type { RuleDocument } from '@/api/client';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { useState } from 'react';
import { describe, expect, it } from 'vitest';
import { page, userEvent } from 'vitest/browser';
import { render } from 'vitest-browser-react';
import '../../css/app.css';
import { Panel } from './Panel';
import { readRule, ruleDraft } from './ruleDraft';
import { RuleWritingContext } from './RuleWriting';
import { asText, NEW_DOCUMENT, whole, type Part } from './sentence';

const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });

/** A panel beside the document that its texts make, and the sentence. */
function Writing({ document, part }: { document: RuleDocument; part: Part }) {
    const [draft, setDraft] = useState(() => ruleDraft(document));
    const read = readRule(draft, 'EUR');
    return (
        <QueryClientProvider client={client}>
            <RuleWritingContext
                value={{
                    draft,
                    own: 'EUR',
                    currency: 'EUR',
                    currencies: ['EUR', 'CHF'],
                    onChange: setDraft,
                    errors: {},
                }}
            >
                <Panel part={part} />
                <output data-testid="document">{JSON.stringify(read.document)}</output>
                <output data-testid="errors">{JSON.stringify(read.errors)}</output>
                <p data-testid="sentence">{asText(whole(read.document, null))}</p>
            </RuleWritingContext>
        </QueryClientProvider>
    );
}

const written = () => JSON.parse(page.getByTestId('document').element().textContent ?? '') as RuleDocument;

const field = (label: string, role = 'textbox') => page.getByRole(role, { name: label, exact: true });

/** Key by key into a field whose text was selected, as by a person who came with the Tab key. */
async function type(label: string, text: string, role?: string) {
    await userEvent.tripleClick(field(label, role));
    for (const key of text) await userEvent.keyboard(key === '{' || key === '[' ? key + key : key);
    await expect.element(field(label, role)).toHaveValue(text);
}

const guarded: RuleDocument = {
    ...NEW_DOCUMENT,
    ending: { endings: ['.99'], round: 'nearest' },
    brakes: { max_move_percent: '15', min_move: '0.05', cooldown_minutes: 60, max_changes_per_day: 4 },
    approval: 'beyond_percent:10',
    adjust: [{ fulfilment: 'marketplace', percent: '-3' }],
};
const sales: RuleDocument = {
    version: 1,
    kind: 'sales',
    window_days: 7,
    bands: [
        { units_below: 10, move: 'down', percent: '5' },
        { units_at_least: 30, move: 'up', amount: '1.00' },
    ],
};
const markup: RuleDocument = {
    version: 1,
    kind: 'markup',
    tiers: [
        { from: '0.00', percent: '85' },
        { from: '30.01', amount: '20.00' },
    ],
    min_profit: '2.00',
};

type Case = [string, RuleDocument, Part, string, string, Partial<RuleDocument> | object];

const brakes = guarded.brakes!;
const CASES: Case[] = [
    ['25', guarded, 'minMove', 'Smallest change', '25', { brakes: { ...brakes, min_move: '25.00' } }],
    ['1.50', guarded, 'minMove', 'Smallest change', '1.50', { brakes: { ...brakes, min_move: '1.50' } }],
    ['a comma', guarded, 'minMove', 'Smallest change', '2,5', { brakes: { ...brakes, min_move: '2.50' } }],
    ['thousands', guarded, 'minMove', 'Smallest change', '1.299,00', { brakes: { ...brakes, min_move: '1299.00' } }],
    ['a percentage', guarded, 'maxMove', 'Maximum change', '12,5', { brakes: { ...brakes, max_move_percent: '12.5' } }],
    ['hours', guarded, 'cooldown', 'Pause between changes', '1,5 h', { brakes: { ...brakes, cooldown_minutes: 90 } }],
    ['a count', guarded, 'perDay', 'Changes in 24 hours', '12', { brakes: { ...brakes, max_changes_per_day: 12 } }],
    ['approval', guarded, 'approval', 'More than', '7,5', { approval: 'beyond_percent:7.5' }],
    [
        'endings',
        guarded,
        'ending',
        'End prices in',
        '.99 .49',
        { ending: { endings: ['.99', '.49'], round: 'nearest' } },
    ],
    [
        'a handicap',
        guarded,
        'handicap',
        'Line 1: by how much',
        '-4,25',
        { adjust: [{ fulfilment: 'marketplace', percent: '-4.25' }] },
    ],
    ['a position', guarded, 'position', 'Percent', '2.75', { position: { move: 'below', percent: '2.75' } }],
    ['days', sales, 'window', 'Days', '14', { window_days: 14 }],
    [
        'a step',
        sales,
        'bands',
        'Line 2: by how much',
        '2,5',
        { bands: [sales.kind === 'sales' && sales.bands[0], { units_at_least: 30, move: 'up', amount: '2.50' }] },
    ],
    [
        'a tier',
        markup,
        'tiers',
        'Line 2: from a cost of',
        '1.250,50',
        {
            tiers: [
                { from: '0.00', percent: '85' },
                { from: '1250.50', amount: '20.00' },
            ],
        },
    ],
    ['a profit', markup, 'minProfit', 'Profit per unit', '3,5', { min_profit: '3.50' }],
];

describe('what is typed key by key into a panel', () => {
    it.each(CASES)(
        'stays as it was typed and is read as it was meant: %s',
        async (_, document, part, label, text, wanted) => {
            await render(<Writing document={document} part={part} />);
            await type(label, text);
            expect(written()).toMatchObject(wanted);
            await expect.element(page.getByTestId('errors')).toHaveTextContent('{}');
        },
    );

    it('is said to be wrong beside it, in words, when it is left', async () => {
        await render(<Writing document={guarded} part="minMove" />);
        await type('Smallest change', '1.2.3');
        await userEvent.tab();
        await expect.element(field('Smallest change')).toHaveAttribute('aria-invalid', 'true');
        await expect
            .element(page.getByText('Thousands stand in groups of three, such as 1 299.00.', { exact: true }))
            .toBeInTheDocument();
        await expect.element(page.getByTestId('errors')).toHaveTextContent('brakes.min_move');
    });

    it('is shown as it was read where that differs', async () => {
        await render(<Writing document={guarded} part="minMove" />);
        await type('Smallest change', '1.299,00');
        await expect.element(page.getByText('→ 1,299.00\u00a0€')).toBeInTheDocument();
    });

    it('may be emptied on the way to another figure', async () => {
        await render(<Writing document={sales} part="bands" />);
        await userEvent.tripleClick(field('Line 1: fewer than so many'));
        await userEvent.keyboard('{Backspace}8');
        await expect.element(field('Line 1: fewer than so many')).toHaveValue('8');
        expect(written()).toMatchObject({ bands: [{ units_below: 8, move: 'down', percent: '5' }, {}] });
    });
});

it('takes names of sellers key by key', async () => {
    await render(<Writing document={NEW_DOCUMENT} part="field" />);
    await userEvent.click(page.getByText('More'));
    await userEvent.click(page.getByRole('checkbox', { name: 'leaving out these sellers' }));
    await type('leaving out these sellers, separated by commas', 'oldtap, tin-and-tun', 'combobox');
    expect(written()).toMatchObject({ field: { exclude_sellers: ['oldtap', 'tin-and-tun'] } });
});

it('lets prices end in another way in each currency', async () => {
    await render(<Writing document={guarded} part="ending" />);
    const inEach = page.getByRole('checkbox', { name: 'Its own in each currency' });
    await userEvent.click(inEach);
    await type('End prices in', '.95 .45');
    const kept = { endings: ['.99'], round: 'nearest' };
    expect(written().ending).toEqual({ EUR: { endings: ['.95', '.45'], round: 'nearest' }, CHF: kept });
    await userEvent.click(page.getByRole('checkbox', { name: 'Prices in EUR end in a way of their own' }));
    expect(written().ending).toEqual({ EUR: null, CHF: kept });
    await userEvent.click(inEach);
    expect(written().ending).toEqual(kept);
});
