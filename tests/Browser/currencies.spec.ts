import { expect, test } from '@playwright/test';
import { choose, expectAccessible, signIn } from './helpers';

test('rates come in by file, a cost is in dollars, and its floor follows the rate after it was asked', async ({
    page,
}) => {
    await signIn(page);
    await page.goto('/settings/rates');
    await expect(page.getByText('No rate is known.')).toBeVisible();

    // A file that is not one says where it is wrong, and can be chosen again once it was mended.
    const file = (text: string) => ({ name: 'rates.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
    const chooser = page.getByLabel('Bring in a file');
    await chooser.setInputFiles(file('Date,USD\n2026-11-27,a lot\n'));
    await expect(page.getByRole('alert')).toContainText('Line 2');
    await chooser.setInputFiles(file('Date,USD,JPY,\n2026-11-27,1.2500,N/A,\n2026-11-26,1.2400,161.00,\n'));
    const row = page.getByRole('row', { name: /^1 EUR in USD/ });
    await expect(row).toContainText('1.25');
    await row.getByRole('button', { name: 'History' }).click();
    await expect(page.getByRole('img', { name: 'EUR in USD, day by day' })).toBeVisible();
    await expectAccessible(page, 'exchange rates');

    // The costs of a product are given in dollars, and kept so.
    await page.goto('/listings?q=KC-1101');
    await page.getByRole('grid').getByRole('row').nth(1).click();
    const inspector = page.getByRole('complementary', { name: 'Inspector' });
    const floor = async () => Number(/floor ([\d.]+)/.exec((await inspector.innerText()) ?? '')?.[1]);
    await expect.poll(floor).toBeGreaterThan(0);
    const inEuros = await floor();
    await page.getByRole('button', { name: 'Change the product' }).click();
    const window = page.getByRole('dialog', { name: 'The product' });
    await choose(window, 'Costs are in', 'USD – US Dollar');
    const cost = window.getByRole('textbox', { name: 'Unit cost' });
    await cost.click({ clickCount: 3 });
    await cost.pressSequentially('9,60', { delay: 15 });
    await window.getByRole('button', { name: 'Save the product' }).click();
    await expect(window).toBeHidden();
    await expect(inspector.getByText(/1 USD = 0\.8 EUR of 27 Nov 2026/)).toBeVisible();
    await expect.poll(floor).toBeLessThan(inEuros);
    const before = await floor();

    // A slip in a rate would move floors far: it is asked about, and nothing moves until it was answered.
    await page.goto('/settings/rates');
    const rate = page.getByRole('textbox', { name: 'Rate', exact: true });
    await rate.pressSequentially('0,90', { delay: 15 });
    await page.getByRole('button', { name: 'Add the rate' }).click();
    await expect(page.getByText('EUR in USD would go from 1.25 to 0.9')).toBeVisible();
    await page.goto('/today');
    await expect(page.getByText('An exchange rate would move floors far')).toBeVisible();
    await page.goto('/listings?q=KC-1101');
    await page.getByRole('grid').getByRole('row').nth(1).click();
    await expect.poll(floor).toBe(before);
    await page.goto('/settings/rates');
    await page.getByRole('button', { name: 'Use it' }).click();
    await expect(page.getByText('would go from 1.25')).toBeHidden();
    await page.goto('/listings?q=KC-1101');
    await page.getByRole('grid').getByRole('row').nth(1).click();
    await expect(inspector.getByText(/1 USD = 1\.11111 EUR/)).toBeVisible();
    await expect.poll(floor).toBeGreaterThan(before);
});

test('two people on one supplier’s markup are told of each other', async ({ page, browser }) => {
    await signIn(page);
    const open = async (of: typeof page) => {
        await of.goto('/settings/suppliers');
        await of.getByRole('button', { name: 'Set the markup of Pell Glassworks' }).click();
        return of.getByRole('dialog', { name: 'Markup of Pell Glassworks' });
    };
    const other = await (await browser.newContext()).newPage();
    await signIn(other);
    const mine = await open(page);
    const theirs = await open(other);
    const markup = (of: typeof mine) => of.getByRole('textbox', { name: 'markup', exact: true });
    await markup(mine).pressSequentially('90', { delay: 15 });
    await markup(theirs).pressSequentially('120', { delay: 15 });
    await theirs.getByRole('button', { name: 'Save for new drafts' }).click();
    await expect(theirs).toBeHidden();
    await expect(mine.getByText('was changed by someone else')).toBeVisible();
    await mine.getByRole('button', { name: 'Keep mine' }).click();
    await mine.getByRole('button', { name: 'Save for new drafts' }).click();
    await expect(mine).toBeHidden();
    await expect(page.getByText('90 % on cost')).toBeVisible();
    await other.context().close();
});
