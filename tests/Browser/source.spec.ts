import { expect, test, type Page } from '@playwright/test';
import { call, expectAccessible, marketAddress, signIn } from './helpers';
import { assortment, pageOf, setShop } from './shops';

const HOST = 'cellar-supply.test';

/** A site is asked for its robots.txt first, then left alone for some seconds. */
const READ = { timeout: 90_000 };

interface Listing {
    id: number;
    sku: string;
}

/** What a buyer meets on the marketplace. */
async function shownStock(sku: string): Promise<number> {
    const answer = await fetch(`${marketAddress()}/v1/prices?skus=${sku}`, {
        headers: { Authorization: `Bearer ${process.env.MARKET_TOKEN}` },
    });
    const { prices } = (await answer.json()) as { prices: { stock: number }[] };
    return prices[0]!.stock;
}

/** Has the page read again, and waits for that. */
async function readAgain(page: Page, watch: number) {
    const read = async () => (await call<{ read_at: string | null }>(page, 'GET', `watches/${watch}`)).read_at;
    const before = await read();
    await call(page, 'POST', 'watches/read', { ids: [watch] });
    await expect.poll(read, READ).not.toBe(before);
}

test('where we buy sells out, ours follows on the marketplace, and comes back', async ({ page }) => {
    await signIn(page);
    const skus = await assortment(HOST);
    const { listings } = await call<{ listings: Listing[] }>(page, 'GET', 'listings?limit=100&sort=sku');
    const listing = listings.find((one) => skus.includes(one.sku))!;
    await setShop({ host: HOST, sku: listing.sku, stock: true });
    expect(await shownStock(listing.sku)).toBeGreaterThan(0);
    const { id } = await call<{ id: number }>(page, 'POST', 'watches', {
        url: pageOf(HOST, listing.sku),
        listing_id: listing.id,
    });
    let reading: number | null = null;
    await expect
        .poll(
            async () => (reading = (await call<{ reading: number | null }>(page, 'GET', `watches/${id}`)).reading),
            READ,
        )
        .not.toBeNull();
    await call(page, 'POST', `watches/${id}/confirm`, { reading });
    await call(
        page,
        'PATCH',
        `sites/${(await call<{ id: number; host: string }[]>(page, 'GET', 'sites')).find((one) => one.host === HOST)!.id}`,
        { delay_seconds: 1 },
    );

    await page.goto(`/listings?q=${listing.sku}&listing=${listing.id}`);
    const inspector = page.getByRole('complementary', { name: 'Inspector' });
    await inspector.getByRole('button', { name: 'Follow a page' }).click();
    await inspector.getByLabel('Page', { exact: true }).selectOption({ index: 1 });
    await inspector.getByLabel('On top for each piece').pressSequentially('0.50', { delay: 20 });
    // As many as before may be another number by then: customers buy meanwhile.
    await inspector.getByLabel(/^Pieces then/).pressSequentially('37', { delay: 20 });
    await expectAccessible(page, 'a listing that is to follow a page');
    await inspector.getByRole('button', { name: 'Follow', exact: true }).click();
    await expect(inspector.getByText('Cost there', { exact: true })).toBeVisible();

    await setShop({ host: HOST, sku: listing.sku, stock: false });
    await readAgain(page, id);
    await expect.poll(() => shownStock(listing.sku), READ).toBe(0);
    await expect(inspector.getByText(/^Sold out there: stock/)).toBeVisible();
    await expect(inspector.getByText(/shown by the channel/)).toBeVisible();
    await expectAccessible(page, 'a listing that follows a page');

    await setShop({ host: HOST, sku: listing.sku, stock: true });
    await readAgain(page, id);
    expect(await shownStock(listing.sku)).toBe(0);
    await readAgain(page, id);
    await expect.poll(() => shownStock(listing.sku), READ).toBe(37);
    await expect(inspector.getByText(/^There again: stock/)).toBeVisible();
});
