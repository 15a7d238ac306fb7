import { expect, test, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { expectAccessible, setRival, signIn, turnMainSwitch, watchHosts } from './helpers';

const SKU = 'KC-1105';
const ITEM = 'QU-1105';
const FLOOR = '19.50';

const row = (page: Page) => page.getByRole('row').filter({ hasText: `${SKU} · Quayside` });
const inspector = (page: Page) => page.getByRole('complementary', { name: 'Inspector' });

/** What the API says of the listing on Quayside. */
async function detail(page: Page) {
    return page.evaluate(async (sku) => {
        const get = async (path: string) => (await fetch(path, { headers: { Accept: 'application/json' } })).json();
        const list = await get(`/api/v1/listings?q=${sku}`);
        const listing = list.listings.find((one: { channel: string }) => one.channel === 'Quayside');
        return get(`/api/v1/listings/${listing.id}`);
    }, SKU);
}

async function openListing(page: Page) {
    const { listing } = await detail(page);
    await page.goto(`/listings?q=${SKU}&listing=${listing.id}`);
    await expect(inspector(page)).toContainText(SKU);
}

test('a seller brings in costs, sets limits, makes a rule, and the price follows a rival', async ({ page }) => {
    const foreign = watchHosts(page);
    await signIn(page);
    await expect(page.getByRole('grid', { name: 'Listings' })).toBeVisible();
    await expect(page.getByText('match', { exact: false }).first()).toContainText(/\d{3} match/);

    // Costs come first.
    await page.getByRole('button', { name: 'Import', exact: true }).click();
    const costs = readFileSync('demo/costs.csv', 'utf8');
    const messy = `${costs}KC-9999,Nobody,4.00,,,\nKC-1106,Ostwyk Ceramics,twelve,,,\n`;
    await page
        .getByLabel('File', { exact: true })
        .setInputFiles({ name: 'costs.csv', mimeType: 'text/csv', buffer: Buffer.from(messy) });
    await expect(page.getByText('was read as 382 rows with columns separated by commas, UTF-8')).toBeVisible();
    await expect(page.getByLabel('What “Unit cost” holds')).toHaveValue('cost');
    await expectAccessible(page, 'columns of a cost file');
    await page.getByRole('button', { name: 'Show what it would do' }).click();
    await expect(page.getByText('Of 382 rows, 380 change, 2 are refused.')).toBeVisible();
    await expect(page.getByRole('gridcell', { name: 'No product of yours has this SKU.' })).toBeVisible();
    await expect(page.getByRole('gridcell', { name: 'The same SKU stands on line' })).toBeVisible();
    await expectAccessible(page, 'what a cost file would do');
    await page.getByRole('button', { name: 'Make 380 changes' }).click();
    await expect(page.getByText('Done. Of 382 rows')).toBeVisible();
    await page.getByRole('button', { name: 'Close' }).last().click();

    // Limits for everything.
    await page.getByRole('link', { name: 'Settings' }).click();
    await page.getByRole('link', { name: 'Limits' }).click();
    await page.getByLabel('floor: margin of price').fill('120');
    await page.getByLabel('ceiling: part of the recommended price').fill('100');
    await page.getByRole('button', { name: 'Save limits' }).click();
    await expect(page.getByText('At most 99.9999\u00a0%.')).toBeVisible();
    await expect(page.getByLabel('floor: margin of price')).toHaveValue('120');
    await page.getByLabel('floor: margin of price').fill('12,0 %');
    await page.getByRole('button', { name: 'Save limits' }).click();
    await expect(page.getByText('Saved. Floors and ceilings are being worked out again.')).toBeVisible();
    await expectAccessible(page, 'settings');

    // What cannot be priced, and why.
    await page.getByRole('link', { name: 'Listings' }).click();
    await page.getByRole('button', { name: 'Add filter' }).click();
    await page.getByRole('button', { name: 'no cost', exact: true }).click();
    await expect(page.getByText(/^\d+ match$/)).toBeVisible();
    await expect(page.getByText('No cost, so no floor').first()).toBeVisible();
    await page.getByRole('row').nth(1).click();
    await expect(inspector(page)).toContainText('Why it cannot be priced');
    await expect(inspector(page).getByRole('button', { name: 'Add its cost' })).toBeVisible();

    // A floor by hand for one listing.
    await openListing(page);
    await inspector(page).getByLabel('Floor by hand').fill('cheap');
    await inspector(page).getByRole('button', { name: 'Save' }).click();
    await expect(inspector(page).getByText('An amount such as 25.90.')).toBeVisible();
    await inspector(page).getByLabel('Floor by hand').fill('19,5');
    await inspector(page).getByRole('button', { name: 'Save' }).click();
    await expect(inspector(page)).toContainText(`floor ${FLOOR}`);
    await expectAccessible(page, 'inspector');

    // A rule, as a sentence, tried before anything moves.
    await page.getByRole('link', { name: 'Rules' }).click();
    await expect(page.getByText('No rule yet')).toBeVisible();
    await page.getByRole('button', { name: 'Make the first rule' }).click();
    await expectAccessible(page, 'rules to start from');
    await page.getByRole('button', { name: 'Just under the cheapest' }).click();
    await page.getByLabel('Name').fill('Just under');
    await page.getByRole('button', { name: '1 %, at least 0.05, below' }).click();
    await page.getByRole('textbox', { name: 'Percent' }).fill('2');
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'offers in the same condition' }).click();
    await page.getByRole('checkbox', { name: 'rated at least' }).click();
    await page.getByRole('checkbox', { name: 'rated at least' }).click();
    await expectAccessible(page, 'whose offers count');
    await page.keyboard.press('Escape');
    await expect(page.getByRole('button', { name: 'from sellers rated 90 % or better' })).toBeVisible();
    await page.getByLabel('with these words').fill(SKU);
    await expect(page.getByText('1 listing, nothing is sent')).toBeVisible();
    await expect(page.getByRole('list', { name: 'What would happen' })).toContainText(/down|up|stay/);
    await expectAccessible(page, 'rule');
    await page.getByRole('button', { name: 'All listings, one by one' }).click();
    await expect(page.getByRole('columnheader', { name: 'Markup on cost' })).toBeVisible();
    await expectAccessible(page, 'try-out');
    await page.getByRole('button', { name: 'Back to the sentence' }).click();
    await expect(page.getByLabel('Name')).toHaveValue('Just under');
    await page.getByRole('button', { name: 'Save for later' }).click();
    await expect(page.getByText('No listing is on this rule, so it does nothing.')).toBeVisible();
    const before = (await detail(page)).listing.price;

    // Put the listing on it.
    await openListing(page);
    await row(page)
        .getByRole('checkbox', { name: `Choose ${SKU}` })
        .click();
    await page.getByRole('button', { name: 'Rule', exact: true }).click();
    await page.getByRole('button', { name: 'Just under' }).click();
    await page.getByRole('button', { name: 'Make 1 change' }).click();
    await page.getByRole('button', { name: 'Close' }).last().click();
    await expect(row(page)).toContainText('stopped: nothing is sent');
    expect((await detail(page)).listing.price).toBe(before);

    // Switch on.
    await page.getByRole('link', { name: 'Rules' }).click();
    await page.getByRole('switch', { name: 'Just under is on' }).click();
    await turnMainSwitch(page, 'Running');
    await expect(page.getByRole('button', { name: 'Repricing runs' })).toBeVisible();
    await page.keyboard.press('Escape');

    // A rival drops its price; ours follows while we watch, without a reload.
    const rival = (await detail(page)).offers.find(
        (offer: { dropped: string | null; shipping: string }) => offer.dropped === null && offer.shipping === '0.00',
    );
    await openListing(page);
    await setRival(ITEM, rival.seller, 2150);
    await expect(row(page)).toContainText('21.07', { timeout: 30_000 });
    await expect(inspector(page)).toContainText('Why it stays at 21.07', { timeout: 30_000 });

    // However far it goes down, ours stops at the floor.
    await setRival(ITEM, rival.seller, 100);
    await expect(row(page)).toContainText(FLOOR, { timeout: 30_000 });
    await expect(inspector(page)).toContainText('Floor binds: set by hand', { timeout: 30_000 });
    await expect(row(page)).toContainText(/no change needed|at the floor|confirmed/);
    expect((await detail(page)).listing.price).toBe(FLOOR);

    // The ledger tells it all again.
    await page.getByRole('link', { name: 'Changes', exact: true }).click();
    await page.getByLabel('Find changes by SKU, GTIN or words').fill(SKU);
    const newest = page.getByRole('grid', { name: 'Ledger' }).getByRole('row').nth(1);
    await expect(newest).toContainText(FLOOR);
    await expect(newest).toContainText('at the floor');
    await expect(newest).toContainText('confirmed');
    await newest.click();
    await expect(inspector(page)).toContainText('as it was decided');
    await expect(inspector(page)).toContainText('decided by “Just under”, version 1: the market moved');
    await expectAccessible(page, 'ledger');
    expect(foreign).toEqual([]);
});
