import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { expectAccessible, setRival, signIn } from './helpers';

const get = (page: Page, path: string) =>
    page.evaluate(
        async (at) => (await fetch(`/api/v1/${at}`, { headers: { Accept: 'application/json' } })).json(),
        path,
    );

/** A listing with an advertised minimum and a rival. */
async function some(page: Page) {
    const { listings } = await get(page, 'listings?limit=100&sort=sku');
    for (const listing of listings) {
        const detail = await get(page, `listings/${listing.id}`);
        const offer = detail.offers.find((one: { dropped: unknown }) => !one.dropped);
        if (offer && detail.map) return { listing, map: Number(detail.map), offer };
    }
    throw new Error('no listing with a rival has an advertised minimum');
}

test('a rival sells below the advertised minimum: it is named, with what was seen, as a PDF too', async ({ page }) => {
    await signIn(page);
    const { listing, map, offer } = await some(page);
    const below = Math.round(map * 90);
    await setRival(listing.sku.replace('KC-', 'QU-'), offer.seller, below);
    await expect
        .poll(async () => JSON.stringify((await get(page, `listings/${listing.id}`)).offers), { timeout: 60_000 })
        .toContain((below / 100).toFixed(2));

    await page.goto('/rivals?view=minimum');
    const row = page
        .getByRole('row')
        .filter({ hasText: listing.sku })
        .filter({ hasText: (below / 100).toFixed(2) });
    await expect(row).toBeVisible({ timeout: 90_000 });
    await expect(row).toContainText('still so');
    await row.getByRole('button', { name: 'What was seen' }).click();
    await expect(page.getByText(/^Seen /)).toBeVisible();
    await expect(page.getByRole('definition').filter({ hasText: offer.seller })).toBeVisible();
    await expectAccessible(page, 'prices below the minimum');

    const download = page.waitForEvent('download');
    await page.getByRole('link', { name: 'Report as PDF' }).click();
    const file = await (await download).path();
    expect(readFileSync(file).subarray(0, 5).toString()).toBe('%PDF-');

    // Only that seller; the address bar keeps it.
    await page
        .getByRole('region', { name: 'By seller' })
        .getByRole('button')
        .filter({ hasNotText: 'We ourselves' })
        .first()
        .click();
    await expect(page).toHaveURL(/of=\d+/);
});
