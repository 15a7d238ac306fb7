import { expect, test, type Page } from '@playwright/test';
import { expectAccessible, PASSWORD, seller, signIn } from './helpers';

const PLACES = [
    '/today',
    '/listings',
    '/rules',
    '/rules/new',
    '/changes',
    '/settings/workspace',
    '/settings/limits',
    '/settings/channels',
    '/settings/rates',
    '/account',
];

const focused = (page: Page) =>
    page.evaluate(() => {
        const element = document.activeElement;
        return element?.getAttribute('aria-label') ?? element?.textContent ?? '';
    });

/** Everything that is wider than the window, and cannot be scrolled on its own. */
const overflowing = (page: Page) =>
    page.evaluate(() => {
        const wide = document.documentElement.clientWidth + 1;
        const scrolls = (element: Element) => element.closest('.overflow-auto, [data-testid="grid-scroll"]') !== null;
        return [...document.querySelectorAll('body *')]
            .filter((element) => element.getBoundingClientRect().right > wide && !scrolls(element))
            .map((element) => `${element.tagName} ${element.className.toString().slice(0, 60)}`)
            .slice(0, 5);
    });

async function visit(page: Page, place: string) {
    await page.goto(place);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await expect(page.locator('[aria-busy="true"]')).toHaveCount(0);
}

test('a price is found, changed, followed and its rule made with the keyboard alone', async ({ page }) => {
    await page.goto('/sign-in');
    await expect(page.getByLabel('E-mail')).toBeFocused();
    await page.keyboard.type(`${seller()}@kettle-crock.example`);
    await page.keyboard.press('Tab');
    await page.keyboard.type(PASSWORD);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('grid', { name: 'Listings' }).getByRole('row').nth(3)).toBeVisible();

    // Found by its words, reached by Tab and arrows, opened with Enter.
    await page.keyboard.press('/');
    await page.keyboard.type('KC-1105', { delay: 20 });
    await expect(page.getByRole('grid').getByRole('row')).toHaveCount(2);
    for (let tabs = 0; !(await focused(page)).startsWith('Choose KC-1105') && tabs < 12; tabs++)
        await page.keyboard.press('Tab');
    expect(await focused(page)).toBe('Choose KC-1105');
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('Enter');
    const inspector = page.getByRole('complementary', { name: 'Inspector' });
    await expect(inspector).toContainText('KC-1105');

    // Changed in its cell; the focus is in the table again afterwards.
    await page.keyboard.press('e');
    const cell = page.getByRole('textbox', { name: 'price of KC-1105' });
    await expect(cell).toBeFocused();
    const price = (Number(await cell.inputValue()) - 0.01).toFixed(2);
    await page.keyboard.type(price);
    await page.keyboard.press('Enter');
    await expect(cell).toBeHidden();
    expect(await focused(page)).toContain('price of KC-1105');

    // Followed in the ledger.
    await page.keyboard.press('g');
    await page.keyboard.press('c');
    const first = page.getByRole('grid', { name: 'Ledger' }).getByRole('row').nth(1);
    await expect(first).toContainText(price);

    // A rule from a starter, written, saved.
    await page.keyboard.press('Control+k');
    await expect(page.getByRole('dialog', { name: 'Go to' }).getByRole('combobox')).toBeFocused();
    await page.keyboard.type('new rule', { delay: 20 });
    await page.keyboard.press('Enter');
    await expect(page).toHaveURL(/rules\/new/);
    await page.getByRole('button', { name: 'Just under the cheapest' }).focus();
    await page.keyboard.press('Enter');
    await page.getByLabel('Name').focus();
    await page.keyboard.press('Control+a');
    await page.keyboard.type('By keys');
    await page.keyboard.press('Enter');
    await expect(page.getByText('By keys, version 1')).toBeVisible();
});

test('nothing is cut off at 768 px, nor at a zoom of 200 %', async ({ page }) => {
    await signIn(page);
    for (const [width, height] of [
        [768, 1024],
        [640, 400],
    ] as const) {
        await page.setViewportSize({ width, height });
        for (const place of PLACES) {
            await visit(page, place);
            expect(await overflowing(page), `${place} at ${width} px`).toEqual([]);
        }
    }
    // The list folds its columns away instead of scrolling sideways.
    await page.setViewportSize({ width: 768, height: 1024 });
    await visit(page, '/listings');
    const box = page.getByTestId('grid-scroll');
    expect(await box.evaluate((element) => element.scrollWidth - element.clientWidth)).toBe(0);
    await expect(page.getByRole('row').nth(1)).toContainText('Rule');
});

test('marks are drawn in the colours that a person forces, and the focus can be seen', async ({ page }) => {
    await page.emulateMedia({ forcedColors: 'active', colorScheme: 'dark' });
    await signIn(page);
    const row = page.getByRole('row').nth(1);
    await expect(row).toBeVisible();
    const colours = await row
        .locator('svg[role="img"]')
        .first()
        .evaluate((svg) => ({
            scale: getComputedStyle(svg.querySelector('line')!).stroke,
            sheet: getComputedStyle(document.body).backgroundColor,
        }));
    expect(colours.scale).not.toBe(colours.sheet);
    await row.getByRole('checkbox').focus();
    await page.keyboard.press('ArrowRight');
    expect(
        await page.evaluate(() => getComputedStyle(document.activeElement!).outlineStyle),
        'the focus has an outline',
    ).not.toBe('none');
});

test('nothing moves for those who asked for less motion', async ({ page }) => {
    await page.emulateMedia({ reducedMotion: 'reduce' });
    await signIn(page);
    await page.getByRole('button', { name: 'Import', exact: true }).click();
    await expect(page.getByRole('dialog')).toBeVisible();
    const moving = await page.evaluate(() =>
        document
            .getAnimations()
            .map((one) => Number(one.effect?.getComputedTiming().duration))
            .filter((duration) => duration > 1),
    );
    expect(moving).toEqual([]);
});

for (const colours of ['light', 'dark'] as const) {
    test(`windows and panels are accessible in ${colours} colours`, async ({ browser }) => {
        const page = await (await browser.newContext({ colorScheme: colours })).newPage();
        await signIn(page);
        const dialog = page.getByRole('dialog');
        for (const [place, button] of [
            ['/listings', 'Import'],
            ['/listings', 'Add a product'],
            ['/listings', 'Columns'],
            ['/listings', 'Views'],
            ['/settings/limits', 'Set limits for…'],
            ['/settings/channels', 'Connect a channel'],
        ] as const) {
            await visit(page, place);
            await page.getByRole('button', { name: button, exact: true }).click();
            await expect(dialog).toBeVisible();
            await expectAccessible(page, `${button} in ${colours}`, colours === 'light' ? 'all' : 'colours');
            await page.keyboard.press('Escape');
        }
        await page.context().close();
    });
}
