import { useEffect, useState } from 'react';
import { expect, test } from 'vitest';
import { page, userEvent } from 'vitest/browser';
import { render } from 'vitest-browser-react';
import '../../../css/app.css';
import type { GridColumn, HeadColumn } from './columns';
import { Grid } from './Grid';
import { choose, has, NONE, size } from './selection';
import { useKeptColumns } from './useKeptColumns';

interface Jar {
    id: number;
    name: string;
    price: number;
}

const jars = (many: number): Jar[] =>
    Array.from({ length: many }, (_, at) => ({ id: at + 1, name: `Jar ${at + 1}`, price: (at * 7) % 100 }));

const drawn = new Map<number, number>();

const HEAD: HeadColumn<Jar> = {
    name: 'Jar',
    minWidth: 150,
    text: (jar) => jar.name,
    second: (jar) => `KC-${jar.id}`,
};

const COLUMNS: GridColumn<Jar>[] = [
    {
        id: 'price',
        name: 'Price',
        width: 90,
        isKept: true,
        value: (jar) => jar.price,
        cell: (jar) => {
            drawn.set(jar.id, (drawn.get(jar.id) ?? 0) + 1);
            return jar.price.toFixed(2);
        },
    },
    { id: 'stock', name: 'Stock', width: 90, cell: () => '12' },
    { id: 'act', name: 'Do', width: 160, cell: (jar) => <Do jar={jar} /> },
];

function Do({ jar }: { jar: Jar }) {
    const [said, setSaid] = useState('');
    return (
        <>
            <button type="button" onClick={() => setSaid('yes')}>
                Take {jar.id}
            </button>
            <button type="button" onClick={() => setSaid('no')}>
                Leave {jar.id}
            </button>
            <span>{said}</span>
        </>
    );
}

interface Props {
    many?: number;
    width?: number;
    onReady?: (change: (to: (rows: Jar[]) => Jar[]) => void) => void;
}

function Jars({ many = 200, width = 900, onReady }: Props) {
    const [rows, setRows] = useState(() => jars(many));
    const [open, setOpen] = useState<number | null>(null);
    const [chosen, setChosen] = useState(NONE);
    useEffect(() => onReady?.(setRows), [onReady]);
    return (
        <div style={{ width, height: 500, display: 'flex', flexDirection: 'column' }}>
            <button type="button">Before</button>
            <Grid
                label="Jars"
                rows={rows}
                total={rows.length}
                idOf={(jar) => jar.id}
                head={HEAD}
                columns={useKeptColumns('test', COLUMNS)}
                open={open}
                onOpen={setOpen}
                choice={{
                    has: (id) => has(chosen, id),
                    size: size(chosen, rows.length),
                    label: (jar) => `Choose ${jar.name}`,
                    labelAll: 'Choose all',
                    onChoose: (ids, on) => setChosen((before) => choose(before, ids, on)),
                    onChooseAll: (on) => setChosen({ isAllBut: on, ids: new Set() }),
                }}
                empty="No jar"
            />
            <button type="button">After</button>
            <p>
                open {open}, chosen {size(chosen, rows.length)}
            </p>
        </div>
    );
}

const focused = () => {
    const element = document.activeElement;
    const row = element?.closest('[role="row"]')?.getAttribute('aria-rowindex');
    return `${row}: ${element?.getAttribute('aria-label') ?? element?.textContent}`;
};

async function show(props: Props = {}) {
    localStorage.clear();
    drawn.clear();
    await render(<Jars {...props} />);
    await expect.element(page.getByRole('row').nth(3)).toBeVisible();
}

test('is one stop for Tab, and arrows go from cell to cell', async () => {
    await show();
    page.getByRole('button', { name: 'Before' }).element().focus();
    await userEvent.keyboard('{Tab}');
    expect(focused()).toBe('2: Choose Jar 1');
    await userEvent.keyboard('{ArrowRight}');
    expect(focused()).toBe('2: Jar 1');
    await userEvent.keyboard('{ArrowDown}{ArrowDown}{ArrowRight}');
    expect(focused()).toBe('4: 14.00');
    await userEvent.keyboard('{ArrowRight}{ArrowRight}');
    expect(focused()).toBe('4: Take 3');
    await userEvent.keyboard('{ArrowRight}');
    expect(focused()).toBe('4: Leave 3');
    await userEvent.keyboard('{Enter}');
    expect(document.activeElement?.parentElement?.textContent).toContain('no');
    await userEvent.keyboard('{Tab}');
    expect(focused()).toBe('undefined: After');
    await userEvent.keyboard('{Shift>}{Tab}{/Shift}');
    expect(focused()).toBe('4: Leave 3');
});

test('Home, End and the page keys go far, to rows that are not in the page yet', async () => {
    await show();
    await page.getByRole('button', { name: 'Jar 2', exact: true }).click();
    await userEvent.keyboard('{Control>}{End}{/Control}');
    await expect.poll(focused).toBe('201: Take 200');
    await userEvent.keyboard('{Home}');
    await expect.poll(focused).toBe('201: Choose Jar 200');
    await userEvent.keyboard('{PageUp}');
    await expect.poll(() => Number(focused().split(':')[0])).toBeLessThan(201);
    await userEvent.keyboard('{Control>}{Home}{/Control}');
    await expect.poll(focused).toBe('2: Choose Jar 1');
    await userEvent.keyboard('{ArrowUp}');
    await expect.poll(focused).toBe('1: Choose all');
});

test('keeps the focus while its row is scrolled far away', async () => {
    await show({ many: 5_000 });
    await page.getByRole('button', { name: 'Jar 2', exact: true }).click();
    const box = document.querySelector('[data-testid="grid-scroll"]')!;
    box.scrollTo(0, 100_000);
    await expect.poll(() => document.querySelectorAll('[aria-rowindex^="23"]').length).toBeGreaterThan(5);
    expect(focused()).toBe('3: Jar 2');
    await userEvent.keyboard('{ArrowDown}');
    await expect.poll(focused).toBe('4: Jar 3');
    await expect.poll(() => box.scrollTop).toBeLessThan(500);
});

test('rows are chosen with Space, a range with Shift, all with Ctrl A', async () => {
    await show();
    await page.getByRole('checkbox', { name: 'Choose Jar 2', exact: true }).click();
    await userEvent.keyboard('{ArrowDown}{ArrowDown}{ArrowRight}{ArrowRight}[Space]');
    await expect.element(page.getByText('chosen 2')).toBeVisible();
    await page.getByRole('checkbox', { name: 'Choose Jar 7', exact: true }).click({ modifiers: ['Shift'] });
    await expect.element(page.getByText('chosen 5')).toBeVisible();
    await userEvent.keyboard('{Control>}a{/Control}');
    await expect.element(page.getByText('chosen 200')).toBeVisible();
    await page.getByRole('checkbox', { name: 'Choose Jar 7', exact: true }).click();
    await expect.element(page.getByText('chosen 199')).toBeVisible();
});

test('is sorted at the head with the keyboard, and widened', async () => {
    await show();
    await page.getByRole('button', { name: 'Price' }).click();
    expect(document.querySelector('[aria-sort="ascending"]')?.textContent).toContain('Price');
    await userEvent.keyboard('{Enter}');
    await expect.poll(() => document.querySelector('[aria-sort="descending"]')?.textContent).toContain('Price');
    await expect.element(page.getByRole('row').nth(1)).toHaveTextContent('99.00');
    await userEvent.keyboard('{Shift>}{ArrowRight}{/Shift}');
    await expect.poll(() => localStorage.getItem('wrasse.test-columns')).toContain('"price":106');
});

test('draws again only the row that changed', async () => {
    let change: (to: (rows: Jar[]) => Jar[]) => void = () => {};
    await show({ many: 100_000, onReady: (set) => (change = set) });
    expect(document.querySelectorAll('[role="row"]').length).toBeLessThanOrEqual(60);
    drawn.clear();
    change((rows) => rows.map((jar) => (jar.id === 3 ? { ...jar, price: 55 } : jar)));
    await expect.element(page.getByRole('row').nth(3)).toHaveTextContent('55.00');
    expect(Object.fromEntries(drawn)).toEqual({ 3: 1 });
    drawn.clear();
    await page.getByRole('button', { name: 'Jar 5', exact: true }).click();
    await userEvent.keyboard('{ArrowDown}{ArrowDown}');
    await page.getByRole('button', { name: 'Jar 9', exact: true }).click();
    await expect.element(page.getByText('open 9')).toBeVisible();
    // Opened, closed again, opened: nothing else.
    expect(Object.fromEntries(drawn)).toEqual({ 5: 2, 9: 1 });
});

test('folds columns into a line of their own when it is narrow, and does not scroll sideways', async () => {
    await show({ width: 420 });
    await expect.element(page.getByRole('row').nth(1)).toHaveTextContent('Do Take 1');
    await expect.poll(() => document.querySelectorAll('[role="columnheader"]').length).toBe(4);
    const box = document.querySelector('[data-testid="grid-scroll"]')!;
    expect(box.scrollWidth).toBe(box.clientWidth);
});

test('says so when there is nothing', async () => {
    await render(<Jars many={0} />);
    await expect.element(page.getByText('No jar')).toBeVisible();
});
