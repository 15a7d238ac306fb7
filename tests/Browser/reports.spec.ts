import { expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { expectAccessible, signIn } from './helpers';

test('what followed changes, where we stand and what moved is looked back at, filtered, sorted and taken along', async ({
    page,
}) => {
    test.setTimeout(180_000);
    await signIn(page);
    await page.getByRole('link', { name: 'Reports' }).click();
    await expect(page.getByRole('heading', { name: 'What followed changes' })).toBeVisible();
    // Moves are worked out while one waits.
    const note = page.getByText(/It shows what followed, not why/);
    await expect(note).toHaveText(/Of [\d,]+ changes, [1-9][\d,]* counts?;/, { timeout: 90_000 });
    await page.getByLabel('Days before and after').selectOption('3 days before and after');
    await expect(page).toHaveURL(/window=3/);
    await expect(note).toContainText('3 days before');
    const groups = page.getByRole('region', { name: 'By size of the change' });
    await expect(groups.getByRole('row', { name: /Lowered by more than 5 %/ })).toContainText('→');
    await expectAccessible(page, 'what followed changes');

    // The days that are chosen stay while another question is asked, and after a reload.
    await page.getByLabel('Period').selectOption('Last 7 days');
    await expect(page).toHaveURL(/days=7/);
    await page.getByRole('link', { name: /Position and buy box/ }).click();
    await expect(page).toHaveURL(/\/reports\/position\?.*days=7/);
    await expect(page.getByRole('img', { name: /^Rank by price/ })).toBeVisible();
    await page.reload();
    const days = page.getByRole('region', { name: 'By day' });
    // Below the head; today is written down every few minutes.
    await expect(async () => expect([7, 8]).toContain(await days.getByRole('row').count())).toPass();
    await page.getByLabel('Category', { exact: true }).selectOption('Crocks');
    await expect(page.getByRole('region', { name: 'By category' }).getByRole('row')).toHaveCount(2);
    await expectAccessible(page, 'position and buy box');

    // Sorted by any column, and as a file with the same figures.
    await page.getByLabel('Category', { exact: true }).selectOption('Every category');
    await expect(page).not.toHaveURL(/category=/);
    await expect(page.locator('[aria-busy="true"]')).toHaveCount(0);
    const brands = page.getByRole('region', { name: 'By brand' });
    const shares = () =>
        brands
            .getByRole('row')
            .evaluateAll((rows) => rows.slice(1).map((row) => parseFloat(row.children[3]!.textContent!)));
    await brands.getByRole('button', { name: 'Buy box' }).click();
    await expect(brands.getByRole('columnheader', { name: 'Buy box' })).toHaveAttribute('aria-sort', 'descending');
    const falling = await shares();
    expect(falling).toEqual(falling.toSorted((one, other) => other - one));
    await brands.getByRole('button', { name: 'Buy box' }).click();
    expect(await shares()).toEqual(falling.toReversed().toSorted((one, other) => one - other));
    const [file] = await Promise.all([
        page.waitForEvent('download'),
        page.getByRole('link', { name: 'By brand as CSV' }).click(),
    ]);
    expect(file.suggestedFilename()).toMatch(/^position-by_brand-.*\.csv$/);
    expect(
        readFileSync(await file.path(), 'utf8')
            .trim()
            .split('\n'),
    ).toHaveLength(falling.length + 1);

    // The server does not answer: what was shown stays, and it can be asked again.
    await page.route('**/api/v1/reports/**', (route) => route.abort('connectionreset'));
    await page.getByRole('link', { name: /Prices that never move/ }).click();
    await expect(page.getByRole('alert')).toBeVisible({ timeout: 30_000 });
    await page.unroute('**/api/v1/reports/**');
    await page.getByRole('button', { name: 'Try again' }).click();
    const listings = page.getByRole('region', { name: 'Listings' });
    const title = await listings.getByRole('link').first().textContent();
    await listings.getByRole('link').first().click();
    await expect(page).toHaveURL(/\/listings\?listing=\d+/);
    await expect(page.getByRole('complementary').getByRole('heading', { name: title! })).toBeVisible();
});

test('days of one’s own are typed, and what cannot be is said', async ({ page }) => {
    await signIn(page);
    await page.goto('/reports/margin');
    await page.getByLabel('Period').selectOption('Days of my own');
    await page.getByLabel('From', { exact: true }).fill('2001-01-01');
    await page.getByLabel('To', { exact: true }).fill('2001-01-31');
    await expect(page.getByRole('heading', { name: 'Nothing is known of this period' })).toBeVisible();
    await page.goto('/reports/margin?from=2026-11-20&to=2026-11-10');
    await expect(page.getByRole('alert')).toBeVisible();
});

test('the summary of last week arrives, and its link leads to the same days', async ({ page }) => {
    await signIn(page);
    await page.goto('/reports');
    await page.getByRole('link', { name: 'Weekly summary by e-mail' }).click();
    await page.getByRole('button', { name: 'Add a destination' }).click();
    const to = `nora+${Date.now()}@kettle-crock.example`;
    await page.getByLabel('Name', { exact: true }).pressSequentially('Nora on Mondays', { delay: 15 });
    await page.getByLabel('Address', { exact: true }).pressSequentially(to, { delay: 15 });
    await page.getByRole('button', { name: 'Save destination' }).click();
    const row = page.getByRole('listitem').filter({ hasText: to });
    await row.getByRole('checkbox', { name: 'Summary of each week to Nora on Mondays' }).click();
    await expect(row.getByRole('checkbox')).toBeChecked();
    await page.reload();
    await expect(row.getByRole('checkbox')).toBeChecked();
    await expectAccessible(page, 'where summaries go');

    // Turned on in the middle of a week, that of the week before comes at once.
    const mail = await page.context().newPage();
    await expect(async () => {
        await mail.goto(process.env.INBOX_URL!);
        await expect(mail.getByRole('row').filter({ hasText: to })).toBeVisible({ timeout: 1_000 });
    }).toPass({ timeout: 60_000 });
    await mail.getByRole('row').filter({ hasText: to }).getByRole('link').click();
    await expect(mail.getByText(/Revenue: [\d,.]+ EUR -> [\d,.]+ EUR/)).toBeVisible();
    await mail.getByRole('link', { name: /reports\/changes/ }).click();
    await expect(mail.getByRole('heading', { name: 'What followed changes' })).toBeVisible();
    const { searchParams } = new URL(mail.url());
    expect(Date.parse(searchParams.get('to')!) - Date.parse(searchParams.get('from')!)).toBe(6 * 86_400_000);
    await expect(mail.getByLabel('Period')).toHaveValue('own');
});
