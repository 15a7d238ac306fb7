import { expect, test } from '@playwright/test';
import { control, expectAccessible, signIn } from './helpers';

test('a wrong password is said at the field and what was typed stays', async ({ page }) => {
    await page.goto('/rules');
    await expect(page).toHaveURL(/sign-in/);
    await page.getByLabel('E-mail').fill('nobody@kettle-crock.example');
    await page.getByLabel('Password').fill('guess');
    await page.getByRole('button', { name: 'Sign in' }).click();
    await expect(page.getByText('This address and password do not go together.')).toBeVisible();
    await expect(page.getByLabel('E-mail')).toHaveValue('nobody@kettle-crock.example');
    await expectAccessible(page, 'sign in');
});

test('of 100,000 listings only the rows in sight are in the page, however far one scrolls', async ({ page }) => {
    await signIn(page, 'bench@kettle-crock.example', process.env.BENCH_PASSWORD);
    await expect(page.getByText('100,000 match')).toBeVisible();
    const rows = page.getByRole('grid', { name: 'Listings' }).getByRole('row');
    await expect(rows.nth(5)).toBeVisible();
    const scroller = page.getByTestId('grid-scroll');
    const last = async () => Number(await rows.last().getAttribute('aria-rowindex'));
    while ((await last()) < 1_500) {
        const before = await last();
        await scroller.evaluate((box) => box.scrollTo(0, box.scrollHeight));
        await expect.poll(last).toBeGreaterThan(before);
        expect(await rows.count()).toBeLessThanOrEqual(60);
    }
    await scroller.evaluate((box) => box.scrollTo(0, 0));
    await expect.poll(last).toBeLessThanOrEqual(60);
    expect(await rows.count()).toBeLessThanOrEqual(60);
});

test('the list is worked with the keyboard, and its state is in the address', async ({ page }) => {
    await signIn(page);
    await expect(page.getByRole('grid', { name: 'Listings' }).getByRole('row').nth(3)).toBeVisible();
    await page.keyboard.press('/');
    await page.keyboard.type('airlock');
    await expect(page).toHaveURL(/q=airlock/);
    // Until what was found is there, the keys move in what was shown before.
    await expect(page.getByRole('grid').getByRole('row').nth(1)).toContainText('Airlock');
    await expect(page.getByRole('grid')).not.toHaveAttribute('aria-busy', 'true');
    await page.keyboard.press('Tab');
    await page.locator('body').click({ position: { x: 700, y: 20 } });
    await page.keyboard.press('j');
    await expect(page).toHaveURL(/listing=\d+/);
    const first = page.url();
    await page.keyboard.press('j');
    await expect(page).not.toHaveURL(first);
    await page.keyboard.press('k');
    await expect(page).toHaveURL(first);
    await page.keyboard.press('x');
    await expect(page.getByText('1 listing chosen')).toBeVisible();
    await page.reload();
    await expect(page.getByRole('complementary', { name: 'Inspector' })).toContainText('Airlock');
    await page.keyboard.press('?');
    await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
    await expectAccessible(page, 'keys');
    await page.keyboard.press('Escape');
    await page.keyboard.press('g');
    await page.keyboard.press('r');
    await expect(page).toHaveURL(/rules/);
    await page.goBack();
    await expect(page).toHaveURL(/listings/);
});

test('what is typed into the search arrives letter by letter, however slow the server is', async ({ page }) => {
    await signIn(page);
    await page.route('**/api/v1/listings?**', async (route) => {
        await new Promise((done) => setTimeout(done, 700));
        await route.continue();
    });
    const search = page.getByRole('searchbox', { name: 'Find listings' });
    await search.pressSequentially('airlock three', { delay: 90 });
    await expect(search).toHaveValue('airlock three');
    await expect(page).toHaveURL(/q=airlock\+three/);
    await search.press('Backspace');
    await search.pressSequentially('e-piece', { delay: 130 });
    await expect(page).toHaveURL(/q=airlock\+three-piece/);
    await expect(search).toHaveValue('airlock three-piece');
});

test('all that match but one stay selected, those that are not loaded too', async ({ page }) => {
    await signIn(page);
    const matching = page.getByText(/^[\d,]+ match$/);
    await expect(matching).toBeVisible();
    const all = Number((await matching.textContent())!.replace(/\D/g, ''));
    await page.getByRole('checkbox', { name: 'Choose all that match' }).click();
    await page.getByRole('row').nth(2).getByRole('checkbox').click();
    await expect(page.getByText(`${(all - 1).toLocaleString('en')} listings chosen`)).toBeVisible();
    await expect(page.getByRole('row').nth(2).getByRole('checkbox')).not.toBeChecked();
    await expect(page.getByRole('row').nth(3).getByRole('checkbox')).toBeChecked();
});

test('a file that cannot be read is refused with a reason, and another can be chosen', async ({ page }) => {
    await signIn(page);
    await page.getByRole('button', { name: 'Import', exact: true }).click();
    const choose = (name: string, content: string) =>
        page
            .getByLabel('File', { exact: true })
            .setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(content) });
    await choose('picture.csv', 'GIF89a\u0000\u0000');
    await expect(page.getByText('This is not a CSV file.')).toBeVisible();
    await choose('costs.csv', 'What;How much\nKC-1101;8,40\n');
    await page.getByRole('button', { name: 'Show what it would do' }).click();
    await expect(page.getByText('Say which column holds the SKU.')).toBeVisible();
    await page.getByLabel('What “What” holds').selectOption('Title');
    await page.getByRole('button', { name: 'Another file' }).click();
    await choose('costs.csv', 'What;How much\nKC-1101;8,40\n');
    await page.getByLabel('What “What” holds').selectOption('SKU');
    await page.getByLabel('What “How much” holds').selectOption('Unit cost');
    await page.getByRole('button', { name: 'Show what it would do' }).click();
    await expect(page.getByText('Nothing is changed yet.')).toBeVisible();
    await expect(page.getByRole('cell', { name: 'KC-1101' })).toBeVisible();
});

test('a marketplace that is out of order is said where prices are looked at, until it is mended', async ({ page }) => {
    await control('faults', { error_share: 1 });
    try {
        await signIn(page);
        await control('offer', { item: 'QU-1101', seller: 'kettle-crock', price: 2099 });
        await expect(page.getByText('Quayside is out of order')).toBeVisible({ timeout: 30_000 });
    } finally {
        await control('faults', {});
    }
    await control('offer', { item: 'QU-1101', seller: 'kettle-crock', price: 2199 });
    await expect(page.getByText('Quayside is out of order')).toBeHidden({ timeout: 60_000 });
});
