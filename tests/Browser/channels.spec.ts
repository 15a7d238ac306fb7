import { expect, test } from '@playwright/test';
import { expectAccessible, signIn } from './helpers';

test('a channel that takes files is connected, tried, and its files are fetched; a wrong address is said at its field', async ({
    page,
}) => {
    await signIn(page);
    await page.goto('/settings/channels');
    await page.getByRole('button', { name: 'Connect a channel' }).click();
    const window = page.getByRole('dialog');
    await window.getByRole('radio', { name: /^Messages/ }).click();
    await window.getByLabel('Name').fill('Till');
    await window.getByLabel('Address that takes the messages').fill('till');
    await window.getByRole('button', { name: 'Connect', exact: true }).click();
    await expect(window.getByLabel('Address that takes the messages')).toHaveAttribute('aria-invalid', 'true');
    await expectAccessible(page, 'a channel with a wrong address');

    await window.getByRole('radio', { name: /^Files/ }).click();
    await window.getByLabel('Name').fill('Price list for the depot');
    await window.getByRole('button', { name: 'Connect', exact: true }).click();
    await expect(page.getByText('Price list for the depot is connected.')).toBeVisible();
    await page
        .getByRole('navigation', { name: 'Sections of the settings' })
        .getByRole('link', { name: 'Price list for the depot' })
        .click();
    const channel = page
        .locator('section')
        .filter({ has: page.getByRole('heading', { name: 'Price list for the depot' }) });
    await expect(channel.getByText('Prices go to: CSV files, to be fetched here')).toBeVisible();
    await channel.getByRole('button', { name: 'Try it' }).click();
    await expect(channel.getByText(/^Sent without prices: prices-/)).toBeVisible();
    await channel.getByRole('button', { name: 'Files' }).click();
    const fetched = page.waitForEvent('download');
    await page
        .getByRole('link', { name: /Nov|Dec|Jan|Feb|Mar|Apr|May|Jun|Jul|Aug|Sep|Oct/ })
        .first()
        .click();
    expect((await fetched).suggestedFilename()).toMatch(/^prices-.*\.csv$/);
});

test('the history of a listing is shown at full width, in figures too', async ({ page }) => {
    await signIn(page);
    await page.goto('/listings?q=KC-1105');
    await page.getByRole('grid').getByRole('row').nth(1).click();
    await page.getByRole('link', { name: 'In full' }).click();
    await expect(page.getByRole('heading', { name: 'In figures' })).toBeVisible();
    await expect(page.getByRole('table').getByRole('row').nth(3)).toBeVisible();
    await expect(page.locator('.uplot')).toHaveCount(2);
    await page.getByLabel('How far back').selectOption('7 days');
    await expect(page).toHaveURL(/days=7/);
    await expectAccessible(page, 'history of a listing');
});
