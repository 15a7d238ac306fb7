import { expect, test } from '@playwright/test';
import { choose, expectAccessible, signIn } from './helpers';

const SWISS = `${process.env.QUAYSIDE_URL}/as/ch`;

test('a marketplace in francs is connected; a rule has amounts for both countries, and is tried out and assigned by country', async ({
    page,
}) => {
    await signIn(page);
    await page.goto('/settings/rates');
    const day = new Date().toISOString().slice(0, 10);
    await page.getByLabel('Bring in a file').setInputFiles({
        name: 'rates.csv',
        mimeType: 'text/csv',
        buffer: Buffer.from(`date,currency,rate\n${day},CHF,0.9500\n`),
    });
    await expect(page.getByRole('row', { name: /^1 EUR in CHF/ })).toContainText('0.95');

    // An account in francs that is taken for one in euros brings nothing in, and says why.
    await page.goto('/settings/channels');
    const connect = async (name: string, currency?: string) => {
        await page.getByRole('button', { name: 'Connect a channel' }).click();
        const window = page.getByRole('dialog');
        await window.getByRole('radio', { name: /^Quayside/ }).click();
        await window.getByLabel('Name', { exact: true }).pressSequentially(name);
        await choose(window, 'Country', 'CH – Switzerland');
        if (currency) {
            await choose(window, 'Currency', currency);
            await expect(window.getByText('Its prices are in CHF, not in EUR.')).toBeVisible();
            await expectAccessible(page, 'connecting a channel in another currency');
        }
        await window.getByLabel('Address of its interface').fill(SWISS);
        await window.getByLabel('Token').fill(process.env.MARKET_TOKEN ?? '');
        await window.getByLabel('Your name as a seller there').fill('kettle-crock');
        await window.getByRole('button', { name: 'Connect', exact: true }).click();
        await expect(page.getByText(`${name} is connected.`)).toBeVisible();
    };
    await connect('Mistaken');
    await page.getByRole('link', { name: 'Mistaken' }).first().click();
    await expect(
        page.getByText(/The account at Mistaken is in CHF; this channel was connected for EUR/).first(),
    ).toBeVisible({
        timeout: 60_000,
    });
    await page.goto('/settings/channels');
    await connect('Quayside Switzerland', 'CHF – Swiss Franc');

    // Its ceiling comes from the cost, as recommended prices are in euros.
    await page.goto('/settings/limits');
    await page.getByRole('button', { name: 'Set limits for…' }).click();
    const limits = page.getByRole('dialog');
    await limits.getByLabel('For', { exact: true }).selectOption('the channel');
    await limits.getByLabel('named').fill('Quayside Switzerland');
    await limits.getByRole('button', { name: 'Remove margin of price' }).click();
    await limits.getByLabel('Add to the ceiling').selectOption('markup');
    await limits.getByLabel('ceiling: markup on cost').fill('300');
    await limits.getByRole('button', { name: 'Save limits' }).click();
    await expect(limits).toBeHidden();

    await page.goto('/listings?country=CH');
    await expect(page.getByRole('grid').getByRole('row').nth(3)).toContainText('CHF', { timeout: 90_000 });

    // What the country takes now, and from a day to come.
    await page.goto('/settings/tax');
    const addTax = async (percent: string, from: string) => {
        await choose(page, 'Country', 'CH – Switzerland');
        await page.getByLabel('Rate', { exact: true }).pressSequentially(percent, { delay: 15 });
        await page.getByLabel('From', { exact: true }).pressSequentially(from, { delay: 15 });
        await page.getByRole('button', { name: 'Add a rate of tax' }).click();
    };
    await addTax('8,1', '');
    await expect(page.getByRole('row', { name: /^Switzerland everything else 8\.1 % since/ })).toBeVisible();
    await addTax('8,5 %', '1.1.2031');
    const coming = page.getByRole('row', { name: /^Switzerland everything else 8\.5 % from 1 Jan 2031/ });
    await expect(coming).toContainText(/[1-9]\d* floors will move, of [1-9]\d* listings/, { timeout: 30_000 });
    await addTax('9', '1.1.2031');
    await expect(page.getByText('There is a rate from that day already. Take it back first.')).toBeVisible();
    await expectAccessible(page, 'tax by country');
    await page.goto('/today');
    await expect(page.getByText('1 Jan 2031: Switzerland, everything without a rate of its own, 8.5 %')).toBeVisible();

    // The rule: plain amounts are in euros, and nothing is converted.
    await page.goto('/rules/new');
    await page.getByRole('button', { name: 'Win the buy box, keep the margin' }).click();
    await page.getByLabel('Name').pressSequentially('In both countries');
    await expect(page.getByText('No amount in CHF for: Where to stand.')).toBeVisible();
    await page.getByRole('radio', { name: 'CHF' }).click();
    await page.getByRole('button', { name: '0.05 below' }).click();
    const amount = page.getByRole('textbox', { name: 'amount' });
    await expect(amount).toHaveValue('');
    await amount.pressSequentially('0,20', { delay: 15 });
    await page.keyboard.press('Escape');
    await expect(page.getByRole('button', { name: '0.05 EUR / 0.20 CHF below' })).toBeVisible();
    await expect(page.getByText(/^No amount in CHF/)).toBeHidden();
    // What it would do is worked out anew, and dimmed until then.
    await expect(page.locator('[aria-busy="true"]')).toHaveCount(0, { timeout: 30_000 });
    await expectAccessible(page, 'a rule with amounts in two currencies');

    // Tried out in each country; sums stay in euros.
    const tried = page.getByLabel('Tried on');
    await tried.selectOption('listings in Switzerland');
    const effect = page.getByRole('region', { name: 'What it would do now' });
    await expect(effect.getByRole('cell', { name: 'CHF' }).first()).toBeVisible({ timeout: 30_000 });
    await expect(effect.getByText('Revenue, 30 days, €')).toBeVisible();
    await tried.selectOption('listings in Germany');
    await expect(effect.getByRole('cell', { name: 'CHF' })).toHaveCount(0);

    await page.getByRole('button', { name: 'Save for later' }).click();
    await expect(page.getByText('Version 1 saved')).toBeVisible();
    await page.getByText('Assign listings automatically').click();
    await page.getByLabel('Channel or country').selectOption('Switzerland');
    await page.getByRole('button', { name: 'Assign them' }).click();
    await expect(page.getByText(/^[1-9]\d* listings are on it now/)).toBeVisible({ timeout: 30_000 });
    await page.goto('/listings?country=CH&sort=sku');
    await expect(page.getByRole('grid').getByRole('row').nth(2)).toContainText('In both countries');
});
