import { expect, test, type Page } from '@playwright/test';
import { call, expectAccessible, signIn } from './helpers';
import { pageOf } from './shops';

const HOST = 'ton-und-topf.test';

/** Pages are asked for a second apart. */
const READ = { timeout: 120_000 };

const open = (page: Page) => page.getByRole('region', { name: 'Matches, the surest first' });

const titleOf = (page: Page) =>
    open(page)
        .getByRole('row', { name: /^Title/ })
        .getByRole('cell')
        .last();

test('a shop is read through, matches are accepted by keyboard, and their pages are watched and count', async ({
    page,
}) => {
    await signIn(page);
    await page.goto('/rivals?view=matches');
    await expect(page.getByRole('heading', { name: 'Nothing to decide' })).toBeVisible();
    await page.getByRole('button', { name: 'Read through a shop' }).click();
    const window = page.getByRole('dialog', { name: 'Read through a shop' });
    await window.getByLabel('Address of the shop').pressSequentially('http://nobody-there.invalid/', { delay: 10 });
    await window.getByRole('button', { name: 'Begin' }).click();
    // What was typed stays, with the reason beside it.
    await expect(window.getByLabel('Address of the shop')).toHaveAttribute('aria-invalid', 'true');
    await window.getByLabel('Address of the shop').fill('');
    await window
        .getByLabel('Address of the shop')
        .pressSequentially(new URL('/', pageOf(HOST, 'x')).href, { delay: 10 });
    await expectAccessible(page, 'the window that reads through a shop');
    await window.getByRole('button', { name: 'Begin' }).click();
    await expect(window).toBeHidden();

    // The shop is in the list, and how far it is can be seen.
    const [site] = (await call<{ id: number; host: string }[]>(page, 'GET', 'sites')).filter(
        (one) => one.host === HOST,
    );
    await call(page, 'PATCH', `sites/${site!.id}`, { delay_seconds: 1 });
    await page.getByRole('row', { name: new RegExp(HOST) }).click();
    const panel = page.getByRole('complementary', { name: HOST });
    await expect(panel.getByText(/products found/)).toBeVisible(READ);
    await expect(panel.getByRole('progressbar')).toBeVisible();
    await expectAccessible(page, 'the shop that is read through');
    await expect.poll(async () => (await call<unknown[]>(page, 'GET', 'matches')).length, READ).toBeGreaterThan(5);
    await panel.getByRole('link', { name: /to decide/ }).click();

    await expect(open(page)).toBeVisible();
    await expectAccessible(page, 'two products side by side');
    const accepted = (await open(page).getAttribute('data-match'))!;
    await page.keyboard.press('y');
    await expect(page.getByText('Accepted: the page is watched')).toBeVisible();
    await expect(open(page)).not.toHaveAttribute('data-match', accepted);
    // Rejected, and taken back.
    const rejected = (await open(page).getAttribute('data-match'))!;
    const title = (await titleOf(page).textContent())!;
    await page.keyboard.press('n');
    await expect(open(page)).not.toHaveAttribute('data-match', rejected);
    await expect(page.getByText('Rejected: it is not proposed again')).toBeVisible();
    await page.keyboard.press('u');
    await expect(page.getByText('Taken back')).toBeVisible();
    await expect(page.getByRole('list', { name: 'Matches, the surest first' }).getByText(title).first()).toBeVisible();
    // Put off, and on to the next.
    await page.keyboard.press('j');
    const later = (await open(page).getAttribute('data-match'))!;
    await page.keyboard.press('l');
    await expect(open(page)).not.toHaveAttribute('data-match', later);

    // The page is watched, read and counts.
    await expect
        .poll(
            async () =>
                (await call<{ host: string; counting: number }[]>(page, 'GET', 'sites')).find(
                    (one) => one.host === HOST,
                )!.counting,
            READ,
        )
        .toBeGreaterThan(0);
    const [match] = await call<{ ours: { listing_id: number } }[]>(page, 'GET', 'matches?state=accepted');
    await expect
        .poll(
            async () =>
                (
                    await call<{ offers: { seller: string }[] }>(page, 'GET', `listings/${match!.ours.listing_id}`)
                ).offers.map((offer) => offer.seller),
            READ,
        )
        .toContain(HOST);

    // Many at once, after it is said how many that would be.
    await page.getByRole('button', { name: 'Accept many' }).click();
    await page.getByLabel('From which score').selectOption('95');
    await expect(page.getByText(/pages will be watched from now on/)).toBeVisible();
    await page.getByRole('button', { name: /^Accept all/ }).click();
    await expect(page.getByText(/accepted: their pages are watched/)).toBeVisible();
});

test('an answer that the server did not get leaves the match where it was', async ({ page }) => {
    await signIn(page);
    await page.goto('/rivals?view=matches&state=later');
    await expect(open(page)).toBeVisible();
    const match = (await open(page).getAttribute('data-match'))!;
    await page.route('**/api/v1/matches/decide', (route) => route.abort());
    await page.keyboard.press('n');
    await expect(page.getByText('The answer was not taken')).toBeVisible();
    await expect(open(page)).toHaveAttribute('data-match', match);
});

test('what a shop sells and we do not becomes a draft', async ({ page }) => {
    await signIn(page);
    await expect
        .poll(async () => (await call<unknown[]>(page, 'GET', 'gaps')).length, { timeout: 300_000 })
        .toBeGreaterThan(1);
    await page.goto('/rivals?view=gaps');
    const gaps = page.getByRole('region', { name: 'What we do not sell' });
    const row = gaps
        .getByRole('row')
        .filter({ has: page.getByRole('button', { name: /^Make a draft/ }) })
        .first();
    const title = (await row.getByRole('cell').first().locator('span').first().textContent())!;
    await expectAccessible(page, 'market gaps');
    // What it would cost us, kept when one goes on; what is known comes first.
    await row.getByRole('textbox').pressSequentially('10.00', { delay: 30 });
    await page.keyboard.press('Tab');
    await expect(gaps.getByRole('row').nth(1)).toContainText(title);
    await expect(gaps.getByRole('row').nth(1)).toContainText('%');

    await page.getByRole('button', { name: `Make a draft of ${title}` }).click();
    const window = page.getByRole('dialog', { name: 'Make a draft' });
    await window.getByLabel('SKU').pressSequentially('KC-9901', { delay: 20 });
    await window.getByLabel('Offer it on').selectOption({ index: 1 });
    await expectAccessible(page, 'a draft of a gap');
    await window.getByRole('button', { name: 'Make it' }).click();
    await expect(page.getByText(/The product is made/)).toBeVisible();
    await expect(gaps.getByText(title, { exact: true })).toBeHidden();
    await page.goto('/listings?q=KC-9901');
    await expect(page.getByRole('row').filter({ hasText: 'KC-9901' })).toContainText('draft');
});
