import { expect, test, type Page } from '@playwright/test';
import { choose, expectAccessible, marketAddress, turnMainSwitch } from './helpers';

const steps = (page: Page) => page.getByRole('region', { name: 'First steps' });
const step = (page: Page, name: string) => steps(page).getByRole('listitem').filter({ hasText: name });

/** Goes where the next step leads. */
async function begin(page: Page, action: string) {
    await page.goto('/today');
    await steps(page).getByRole('link', { name: action }).click();
}

test('a new seller is walked from an empty workspace to prices that are sent', async ({ page }) => {
    await page.goto('/sign-in');
    await page.getByLabel('E-mail').fill('nora@kettle-crock.example');
    await page.getByLabel('Password').fill('brine-and-barrel');
    await page.getByRole('button', { name: 'Sign in' }).click();
    await expect(steps(page)).toBeVisible();
    await expectAccessible(page, 'the first steps');

    // Connect: listings and rivals come in by themselves.
    await begin(page, 'Connect a channel');
    await page.getByRole('button', { name: 'Connect a channel' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByRole('radio', { name: /^Quayside/ }).click();
    await dialog.getByLabel('Name', { exact: true }).fill('Quayside');
    await dialog.getByLabel('Address of its interface').fill(marketAddress());
    await dialog.getByLabel('Token').fill(process.env.MARKET_TOKEN ?? '');
    await dialog.getByLabel('Your name as a seller there').fill('kettle-crock');
    await dialog.getByRole('button', { name: 'Connect', exact: true }).click();
    await expect(page.getByText('Quayside is connected.')).toBeVisible();
    await page.goto('/today');
    await expect(step(page, 'Bring in your listings')).toContainText(/\d{3} listings are here/, { timeout: 90_000 });

    // Costs.
    await begin(page, 'Import costs');
    await page.getByLabel('File', { exact: true }).setInputFiles('demo/costs.csv');
    await page.getByRole('button', { name: 'Show what it would do' }).click();
    await page.getByRole('button', { name: /^Make \d+ changes$/ }).click();
    await expect(page.getByText(/^Done\./)).toBeVisible({ timeout: 30_000 });
    await page.goto('/today');
    await expect(step(page, 'Add what they cost you')).toContainText(/\d{3} listings have a cost/);

    // Limits.
    await begin(page, 'Set limits');
    await page.getByLabel('floor: margin of price').fill('12');
    await page.getByLabel('ceiling: part of the recommended price').fill('100');
    await page.getByRole('button', { name: 'Save limits' }).click();
    await expect(page.getByText('Saved. Floors and ceilings are being worked out again.')).toBeVisible();
    await page.goto('/today');
    await expect(step(page, 'Set the limits')).toContainText(/\d{3} listings have a floor and a ceiling/, {
        timeout: 30_000,
    });

    // A rule, with listings on it, tried and turned on.
    await begin(page, 'Write a rule');
    await page.getByRole('button', { name: 'Just under the cheapest' }).click();
    await page.getByLabel('Name').fill('My first rule');
    await page.getByRole('button', { name: 'Save for later' }).click();
    await expect(page.getByText('My first rule, version 1')).toBeVisible();
    await begin(page, 'Open the rule');
    await page.locator('summary', { hasText: 'Assign listings automatically' }).click();
    await choose(page, 'Category', 'Airlocks');
    await page.getByRole('button', { name: 'Assign them' }).click();
    await expect(page.getByText(/listings are on it/).first()).toBeVisible();
    const on = page.getByRole('switch', { name: 'My first rule is on' });
    await on.click();
    // Before that has been answered, leaving would take it back.
    await expect(on).toBeChecked();
    await page.goto('/today');
    await expect(step(page, 'Try it, and put listings on it')).toContainText(
        /“My first rule” is on, with \d+ listings/,
    );

    // On, to the end of the way: the marketplace has taken prices.
    await turnMainSwitch(page, 'Running');
    await expect(steps(page)).toBeHidden();
    await page.goto('/changes?state=confirmed');
    await expect(page.getByRole('grid', { name: 'Ledger' }).getByRole('row').nth(1)).toContainText('confirmed', {
        timeout: 60_000,
    });
});
