import { expect, test, type Page } from '@playwright/test';
import { expectAccessible, signIn } from './helpers';

/** As a spreadsheet on a German machine saves it: Windows-1252, semicolons, decimal commas, a note over two lines. */
const MESSY = [
    'Ref;Bezeichnung;Netto;Liste;Bemerkung',
    'KC-0201;"Gärröhrchen, dreiteilig";1,10;4,90;"neu',
    'ab Herbst"',
    'KC-0202;;1.299,00;;',
    'KC-0203;;zwölf;;',
    'KC-0204;;-2,00;;',
    'KC-9901;;3,00;;',
].join('\r\n');

const bring = async (page: Page, name: string, content: Buffer) => {
    await page.getByRole('button', { name: 'Import', exact: true }).click();
    await page.getByLabel('File', { exact: true }).setInputFiles({ name, mimeType: 'text/csv', buffer: content });
    await expect(page.getByText('was read as')).toBeVisible();
};
const check = (page: Page) => page.getByRole('button', { name: 'Show what it would do' }).click();
/** Makes the changes; where floors would move a long way, it says first that this has been seen. */
const make = async (page: Page, words: string) => {
    await expect(page.getByRole('status').filter({ hasText: 'Nothing is changed yet.' })).toBeVisible();
    const seen = page.getByRole('checkbox', { name: 'I have looked at them; it is meant' });
    if (await seen.isVisible()) await seen.click();
    await page.getByRole('button', { name: words }).click();
    await expect(page.getByText('Done.')).toBeVisible();
};
const close = (page: Page) => page.getByRole('button', { name: 'Close' }).last().click();

test('a messy supplier file is mapped, looked at, taken in, mended, and a bulk change is undone', async ({ page }) => {
    await signIn(page);

    // The columns are named in another way, and the supplier’s are remembered.
    await bring(page, 'herbst.csv', Buffer.from(MESSY, 'latin1'));
    await expect(page.getByText('Windows-1252')).toBeVisible();
    await page.getByLabel('What “Ref” holds').selectOption('SKU');
    await page.getByLabel('What “Netto” holds').selectOption('Unit cost');
    await page.getByLabel('What “Liste” holds').selectOption('Recommended price (RRP)');
    await page.getByLabel('What “Bezeichnung” holds').selectOption('not imported');
    await page.getByLabel('Supplier of this file').fill('Glashütte Nord');
    await check(page);
    await expect(page.getByText('Nothing is changed yet. Of 5 rows, 2 change, 3 are refused.')).toBeVisible();
    await page.getByRole('tab', { name: /Refused/ }).click();
    await expect(page.getByText('The unit cost “zwölf” cannot be read')).toBeVisible();
    await expect(page.getByText('The unit cost “-2,00” is negative.')).toBeVisible();
    await expectAccessible(page, 'what a messy file would do');

    // The list price of the third was meant to be its cost: back to the columns, nothing is lost.
    await page.getByRole('button', { name: 'Change the columns' }).click();
    await expect(page.getByLabel('What “Netto” holds')).toHaveValue('cost');
    await check(page);
    await page.getByRole('tab', { name: /Changes/ }).click();
    await expect(page.getByRole('row', { name: /KC-0202/ })).toContainText('1,299.00');
    await make(page, 'Make 2 changes');
    await expect(page.getByText('Done. Of 5 rows, 2 were changed, 3 were refused.')).toBeVisible();

    // The refused rows come back as a file; mended, they go in with the columns that were remembered.
    const download = page.waitForEvent('download');
    await page.getByRole('link', { name: 'Refused rows as a file' }).click();
    const refused = await (await download).createReadStream();
    let text = '';
    for await (const part of refused) text += String(part);
    expect(text).toContain('Why it was refused');
    await close(page);
    await bring(page, 'mended.csv', Buffer.from(text.replace('zwölf', '12,00').replace('-2,00', '2,00'), 'utf8'));
    await expect(page.getByLabel('Supplier of this file')).toHaveValue('Glashütte Nord');
    await expect(page.getByLabel('What “Netto” holds')).toHaveValue('cost');
    await check(page);
    await expect(page.getByText('2 change, 1 is refused.')).toBeVisible();
    await make(page, 'Make 2 changes');
    await close(page);

    // Limits by category; the wrong cost makes them contradict each other. That stands under Today, and is mended there.
    await page.goto('/settings/limits');
    await page.getByRole('button', { name: 'Set limits for…' }).click();
    const limits = page.getByRole('dialog');
    await limits.getByLabel('named').fill('Airlocks');
    await limits.getByLabel('floor: margin of price').fill('10');
    await limits.getByLabel('Add to the ceiling').selectOption('rrp');
    await limits.getByRole('button', { name: 'Save limits' }).click();
    await expect(limits).toBeHidden();
    await page.getByRole('link', { name: 'Today' }).click();
    await expect(page.getByRole('heading', { name: 'Floor above ceiling' })).toBeVisible({ timeout: 20_000 });
    await expectAccessible(page, 'today');
    const line = page.getByRole('row', { name: /KC-0202 · Quayside/ });
    await expect(line).toContainText('10 % margin of price, for the category Airlocks');
    await line.getByRole('button', { name: /unit cost of KC-0202/ }).click();
    await page.getByRole('textbox', { name: 'unit cost of KC-0202' }).fill('1,29');
    await page.keyboard.press('Enter');
    // So large a step is asked about, whichever way it goes.
    await make(page, 'Make 1 change');
    await close(page);
    await expect(line).toBeHidden({ timeout: 20_000 });

    // What was done in bulk stands in a list, and is taken back.
    await page.goto('/listings?q=KC-0201');
    const cost = () =>
        page.evaluate(async () => {
            const answer = await fetch('/api/v1/listings?q=KC-0201', { headers: { Accept: 'application/json' } });
            return ((await answer.json()) as { listings: { cost: string }[] }).listings[0]?.cost;
        });
    expect(await cost()).toBe('1.10');
    await page.getByRole('checkbox', { name: 'Choose all that match' }).click();
    await page.getByRole('button', { name: 'Cost', exact: true }).click();
    await page.getByLabel('How').selectOption('add percent');
    await page.getByLabel('Figure').fill('400');
    await check(page);
    await make(page, 'Make 1 change');
    await close(page);
    expect(await cost()).toBe('5.50');
    await page.getByRole('button', { name: 'Clear selection' }).click();
    await page.getByRole('button', { name: 'Bulk changes' }).click();
    await page.getByRole('button', { name: /Unit cost \+ 400 %/ }).click();
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByText('Taken back: everything is as it was.')).toBeVisible();
    expect(await cost()).toBe('1.10');
});
