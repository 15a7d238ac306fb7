import { expect, test, type Page } from '@playwright/test';
import { expectAccessible, setRival, signIn } from './helpers';

const inbox = () => process.env.INBOX_URL!;

const get = (page: Page, path: string) =>
    page.evaluate(
        async (at) => (await fetch(`/api/v1/${at}`, { headers: { Accept: 'application/json' } })).json(),
        path,
    );

/** A listing with a rival whose price can be moved. */
async function some(page: Page) {
    const { listings } = await get(page, 'listings?limit=100&sort=sku');
    for (const listing of listings) {
        const detail = await get(page, `listings/${listing.id}`);
        const offer = detail.offers.find(
            (one: { dropped: unknown; shipping: string }) => !one.dropped && one.shipping === '0.00',
        );
        if (offer) return { listing, item: listing.sku.replace('KC-', 'QU-') as string, offer };
    }
    throw new Error('no listing has a rival');
}

async function type(page: Page, label: string, text: string) {
    const field = page.getByLabel(label, { exact: true });
    await field.click();
    await field.pressSequentially(text, { delay: 15 });
}

test('an alert on a listing: a rival drops, mail arrives, and its link opens the listing', async ({ page }) => {
    await signIn(page);
    const { listing, item, offer } = await some(page);

    // Where it goes to; an example shows whether it arrives.
    await page.goto('/alerts?view=destinations');
    await expect(page.getByRole('heading', { name: 'Messages stand here only' })).toBeVisible();
    await page.getByRole('button', { name: 'Add a destination' }).click();
    const to = `nora+${Date.now()}@kettle-crock.example`;
    await type(page, 'Name', 'Nora at night');
    await type(page, 'Address', 'nora at kettle-crock');
    await page.getByRole('button', { name: 'Save destination' }).click();
    await expect(page.getByText('This is not an e-mail address.')).toBeVisible();
    await page.getByLabel('Address', { exact: true }).fill('');
    await type(page, 'Address', to);
    await page.getByRole('button', { name: 'Save destination' }).click();
    await expect(page.getByText('Nora at night')).toBeVisible();
    await page.getByRole('button', { name: 'Send an example' }).click();
    await expect(page.getByText('An example was sent')).toBeVisible();
    await expectAccessible(page, 'where messages go');

    // From the listing; the sentence is about it already.
    await page.goto(`/listings?q=${listing.sku}&listing=${listing.id}`);
    await page.getByRole('link', { name: 'Tell me when this changes' }).click();
    await expect(page.getByLabel('Name', { exact: true })).toHaveValue(listing.title);
    const first = page.getByRole('group', { name: 'Condition 1' });
    await first.getByLabel('Whose price').selectOption('of any rival');
    await first.getByLabel('by more than').pressSequentially('0,5', { delay: 20 });
    await page.getByRole('checkbox', { name: 'Nora at night' }).click();
    const preview = page.getByRole('complementary', { name: 'What it would have told' });
    await expect(preview.getByRole('status')).toHaveText(/Nothing\.|messages? on 1 listing/);
    await expectAccessible(page, 'an alert and what it would have told');

    // The line is cut while it is saved: nothing that was typed is lost.
    await page.route('**/api/v1/alerts', (route) => route.abort('connectionreset'));
    await page.getByRole('button', { name: 'Save alert' }).click();
    await expect(page.getByRole('alert').first()).toBeVisible();
    await page.unroute('**/api/v1/alerts');
    await expect(first.getByLabel('by more than')).toHaveValue('0,5');
    await page.getByRole('button', { name: 'Save alert' }).click();
    await expect(page.getByText('You will be told from now on')).toBeVisible();
    // What is so now is what later is compared with: it has been looked at once.
    await page.waitForTimeout(8_000);

    const lower = Math.round(Number(offer.price) * 90);
    await setRival(item, offer.seller, lower);
    await expect(page.getByRole('link', { name: /Alerts\s*\d+ unread/ })).toBeVisible({ timeout: 60_000 });
    await page.goto('/alerts');
    const told = page.getByRole('listitem').filter({ hasText: listing.sku }).first();
    await expect(told).toContainText(`→ ${(lower / 100).toFixed(2)}`);
    await expectAccessible(page, 'messages');

    // The mail: what, from and to, where we stand, and a link.
    await expect
        .poll(
            async () => {
                await page.goto(inbox());
                return page.getByRole('row').filter({ hasText: to }).filter({ hasText: listing.title }).count();
            },
            { timeout: 60_000 },
        )
        .toBe(1);
    await page.getByRole('row').filter({ hasText: to }).filter({ hasText: listing.title }).getByRole('link').click();
    await expect(page.locator('pre')).toContainText(`→ ${(lower / 100).toFixed(2)}`);
    await expect(page.locator('pre')).toContainText('rank');
    await page.getByRole('link', { name: /\/listings\?listing=/ }).click();
    await expect(page.getByRole('complementary', { name: 'Inspector' })).toContainText(listing.sku);
});

test('messages are read, alerts are paused and removed, and what is edited by two is not lost', async ({
    page,
    context,
}) => {
    await signIn(page);
    await page.goto('/alerts?alert=new');
    await type(page, 'Name', 'Buy box');
    await page
        .getByRole('group', { name: 'Condition 1' })
        .getByLabel('When', { exact: true })
        .selectOption('the buy box is');
    await page.getByRole('button', { name: 'Add a condition' }).click();
    const second = page.getByRole('group', { name: 'Condition 2' });
    await second.getByLabel('When', { exact: true }).selectOption('a price is');
    await second.getByLabel('To what').selectOption('an amount');
    await second.getByLabel('Amount, with shipping').pressSequentially('1.299,00', { delay: 15 });
    await type(page, 'Not from', '25:00');
    await page.getByRole('button', { name: 'Save alert' }).click();
    await expect(page.getByText('Write a time like 22:00.')).toBeVisible();
    await page.getByLabel('Not from', { exact: true }).fill('22:00');
    await type(page, 'until', '06:30');
    await page.getByRole('button', { name: 'Save alert' }).click();
    await expect(page.getByText('You will be told from now on')).toBeVisible();
    await expect(page).toHaveURL(/alert=\d+/);

    // Someone else renames it; what is typed here goes in beside that.
    const other = await context.newPage();
    await other.goto(page.url());
    await other.getByLabel('Name', { exact: true }).fill('Buy box, all channels');
    await other.getByRole('button', { name: 'Save alert' }).click();
    await expect(other.getByText('The alert is saved')).toBeVisible();
    await type(page, 'Of one listing not again for', '6');
    await page.getByRole('button', { name: 'Save alert' }).click();
    await expect(page.getByText('The alert is saved')).toBeVisible();
    await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Buy box, all channels');

    await page.getByRole('link', { name: 'All alerts' }).click();
    const row = page.getByRole('listitem').filter({ hasText: 'Buy box, all channels' });
    await row.getByRole('button', { name: 'Pause' }).click();
    await expect(row).toContainText('paused');
    await expectAccessible(page, 'what was asked for');
    await row.getByRole('link').click();
    await expect(page.getByRole('group', { name: 'Condition 2' }).getByLabel('Amount, with shipping')).toHaveValue(
        '1299.00',
    );
    await page.getByRole('button', { name: 'Remove alert' }).click();
    await expect(page.getByText('The alert is removed')).toBeVisible();
});
