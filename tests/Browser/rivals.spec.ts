import { expect, test, type Page } from '@playwright/test';
import { call, expectAccessible, marketAddress, signIn, turnMainSwitch } from './helpers';
import { assortment, pageOf, setShop } from './shops';

/** A site is asked for its robots.txt first, then left alone for five seconds. */
const READ = { timeout: 40_000 };

const panel = (page: Page) => page.getByRole('complementary', { name: 'The page' });

interface Listing {
    id: number;
    sku: string;
    version: number;
    price: string;
    ceiling: string;
}

const listingOf = async (page: Page, sku: string) =>
    (await call<{ listings: Listing[] }>(page, 'GET', `listings?q=${sku}`)).listings.find((one) => one.sku === sku)!;

/** What a buyer sees of us on the marketplace. */
async function shownPrice(sku: string): Promise<string> {
    const answer = await fetch(`${marketAddress()}/v1/prices?skus=${sku}`, {
        headers: { Authorization: `Bearer ${process.env.MARKET_TOKEN}` },
    });
    const { prices } = (await answer.json()) as { prices: { sku: string; price: string }[] };
    return prices.find((one) => one.sku === sku)!.price;
}

/** A page that is watched for a listing, read and confirmed. */
async function confirmed(page: Page, host: string, sku: string): Promise<number> {
    const listing = await listingOf(page, sku);
    const { id } = await call<{ id: number }>(page, 'POST', 'watches', {
        url: pageOf(host, sku),
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
    return id;
}

test.beforeEach(async ({ page }) => signIn(page));

test('a page is pasted, confirmed, counts, is said to be wrong, pointed at and counts again', async ({ page }) => {
    const host = 'jar-corner.test';
    const sku = (await assortment(host))[3]!;
    const listing = await listingOf(page, sku);
    await call(page, 'PATCH', `listings/${listing.id}`, { version: listing.version, floor: '1.00' });
    // Ten cents below ours; the data of the page says twice as much, and three euros.
    const theirs = Math.round(Number(listing.price) * 100) - 10;
    await setShop({ host, sku, price: theirs });
    const written = (2 * theirs + 300) / 100;
    const below = (Math.round(theirs * 0.99) / 100).toFixed(2);
    // Prices may jump in this test.
    await call(page, 'PATCH', 'workspace', { brake_move_percent: '900' });
    const channels = await call<{ id: number }[]>(page, 'GET', 'channels');
    await call(page, 'POST', 'rules', {
        name: 'Below other shops',
        is_on: true,
        settings: { default_channel_id: channels[0]!.id },
        document: {
            version: 1,
            kind: 'competitive',
            reference: { of: 'lowest' },
            compare: 'item',
            field: { sources: ['web'] },
            position: { move: 'below', percent: '1' },
            when_holding_buy_box: 'ignore',
        },
    });
    await turnMainSwitch(page, 'Running');

    await page.goto(`/listings?q=${sku}&listing=${listing.id}`);
    const inspector = page.getByRole('complementary', { name: 'Inspector' });
    await inspector.getByRole('button', { name: 'Watch a page' }).click();
    const window = page.getByRole('dialog', { name: 'Watch pages' });
    await window.getByRole('textbox').pressSequentially(pageOf(host, sku), { delay: 10 });
    await expectAccessible(page, 'the window that takes addresses');
    await window.getByRole('button', { name: 'Watch', exact: true }).click();
    await expect(inspector.getByText('Is this the price you see?')).toBeVisible(READ);

    // Someone is not careful.
    await inspector.getByRole('link', { name: host }).click();
    await expect(panel(page)).toContainText(written.toFixed(2));
    await expectAccessible(page, 'a page and what was found on it');
    await panel(page).getByRole('button', { name: 'Yes, it is the price' }).click();
    await expect(panel(page).getByText('Counts', { exact: true })).toBeVisible();
    await expect.poll(() => shownPrice(sku), { timeout: 60_000 }).toBe(listing.ceiling);

    await panel(page).getByRole('button', { name: 'This price is wrong' }).click();
    await expect(panel(page).getByText('You said this price is wrong')).toBeVisible();
    await page.goto(`/listings?q=${sku}&listing=${listing.id}`);
    await expect(inspector.getByText('0 offers')).toBeVisible({ timeout: 20_000 });

    await inspector.getByRole('link', { name: host }).click();
    await panel(page).getByRole('button', { name: 'Point at the right price' }).click();
    const shown = page.getByRole('dialog').frameLocator('iframe');
    await shown.getByText(`€${(theirs / 100).toFixed(2)}`).click();
    await expect(page.getByText(`On this page: ${(theirs / 100).toFixed(2)}`)).toBeVisible();
    await page.getByRole('button', { name: 'Read the shop’s pages like this' }).click();
    const found = panel(page).getByRole('region', { name: 'Found on the page' });
    await expect(found).toContainText('your recipe', READ);
    await expect(found).toContainText((theirs / 100).toFixed(2));
    await panel(page).getByRole('button', { name: 'Yes, it is the price' }).click();
    await expect.poll(() => shownPrice(sku), { timeout: 60_000 }).toBe(below);
});

test('a shop that has changed its pages is told once, and its prices are not used for ever', async ({ page }) => {
    const host = 'maison-du-bocal.test';
    const ids: number[] = [];
    for (const sku of (await assortment(host)).slice(5, 9)) ids.push(await confirmed(page, host, sku));
    await setShop({ host, name: 'redesign', seconds: 600 });
    await call(page, 'POST', 'watches/read', { ids });
    await page.goto('/rivals');
    await expect(page.getByText(/4 of 4 pages find no price: the shop has probably changed/)).toBeVisible({
        timeout: 60_000,
    });
    await expectAccessible(page, 'rivals');
    await expect(page.getByRole('row').filter({ hasText: host })).toHaveCount(0);
    await page.getByRole('link', { name: 'Look at them' }).click();
    await expect(page.getByRole('row').filter({ hasText: host })).toHaveCount(4);
    await setShop({ host, name: 'redesign', seconds: 0 });
});

test('one of several variants at one address is chosen by its name', async ({ page }) => {
    const host = 'barrel-lane.test';
    const sku = (await assortment(host)).find((one) => one.startsWith('KC-11'))!;
    const listing = await listingOf(page, sku);
    const { id } = await call<{ id: number }>(page, 'POST', 'watches', {
        url: pageOf(host, sku),
        listing_id: listing.id,
    });
    await page.goto(`/rivals?view=pages&watch=${id}`);
    const choice = panel(page).getByLabel('Which variant is meant?');
    await expect(choice).toBeVisible(READ);
    const names = await choice.locator('option').allTextContents();
    expect(names.length).toBeGreaterThan(2);
    const [name, price] = names.at(-1)!.split(': ');
    await choice.selectOption({ label: names.at(-1)! });
    const found = panel(page).getByRole('region', { name: 'Found on the page' });
    await expect(found.getByRole('definition').filter({ hasText: price! })).toBeVisible(READ);
    await expect(found.getByRole('definition').filter({ hasText: name! })).toBeVisible();
});

test('what robots may not read, and what leads nowhere good, is said and not read', async ({ page }) => {
    const sku = (await assortment('barrel-lane.test'))[0]!;
    const listing = await listingOf(page, sku);
    const paths: [string, string, string][] = [
        ['barrel-lane.test', '/trade/p/kc-1101', 'does not let programs read this page'],
        ['brouwgroothandel.test', '/inside', 'is in a network that is not open to the public'],
        ['fermento.test', '/round', 'sends us on from address to address'],
    ];
    for (const [host, path, says] of paths) {
        const { id } = await call<{ id: number }>(page, 'POST', 'watches', {
            url: pageOf(host, 'x').replace('/p/x', path),
            listing_id: listing.id,
        });
        await page.goto(`/rivals?view=pages&watch=${id}`);
        await expect(panel(page).getByRole('alert').getByText(says)).toBeVisible(READ);
    }
    await page.goto('/rivals');
    await page.getByRole('button', { name: 'Watch pages' }).click();
    const field = page.getByRole('dialog').getByRole('textbox');
    await field.pressSequentially('http://169.254.169.254/latest/meta-data', { delay: 5 });
    await page.getByRole('dialog').getByRole('button', { name: 'Watch', exact: true }).click();
    await expect(page.getByRole('dialog').getByRole('alert')).toContainText('not open to the public');
    await expect(field).toHaveValue('http://169.254.169.254/latest/meta-data');
});

test('what needs a look is answered with the keyboard, one page after the other', async ({ page }) => {
    const host = 'casa-del-tarro.test';
    const ids: number[] = [];
    for (const sku of (await assortment(host)).slice(0, 3)) {
        const listing = await listingOf(page, sku);
        const body = { url: pageOf(host, sku), listing_id: listing.id };
        ids.push((await call<{ id: number }>(page, 'POST', 'watches', body)).id);
    }
    const state = async (id: number) => (await call<{ verdict: string | null }>(page, 'GET', `watches/${id}`)).verdict;
    for (const id of ids) await expect.poll(() => state(id), { timeout: 60_000 }).toBe('new');
    await page.goto('/rivals');
    const rows = page.getByRole('row').filter({ hasText: host });
    await expect(rows).toHaveCount(3);
    await rows.first().getByRole('button').click();
    await expect(panel(page)).toContainText('Is this the price you see?');
    await page.keyboard.press('y');
    await expect(rows).toHaveCount(2);
    await expect(panel(page)).toContainText('Is this the price you see?');
    await page.keyboard.press('w');
    await expect.poll(() => state(ids[1]!)).toBe('wrong');
    await page.keyboard.press('j');
    await page.keyboard.press('y');
    await expect.poll(() => state(ids[2]!)).toBe('good');
    await expect(rows).toHaveCount(1);
});

test('a recipe is made step by step, with what each step finds on several pages', async ({ page }) => {
    const host = 'brouwgroothandel.test';
    for (const sku of (await assortment(host)).slice(0, 2)) await confirmed(page, host, sku);
    await page.goto('/rivals?view=sites');
    await page.getByRole('row').filter({ hasText: host }).getByRole('button').first().click();
    await page.getByRole('link', { name: 'Open the recipe, step by step' }).click();
    await page.getByLabel('Another thing to read').selectOption({ label: 'Price' });
    const price = page.getByRole('region', { name: 'Price', exact: true });
    const found = price.getByRole('row').nth(1).getByRole('cell');
    await price.getByLabel('With what step 1 does it').pressSequentially('main p.', { delay: 30 });
    // Half a selector is said to be none, and nothing is lost.
    await expect(page.getByRole('alert')).toContainText('fields.price[0].select');
    await price.getByLabel('With what step 1 does it').pressSequentially('price', { delay: 30 });
    await expect(found).toHaveCount(3);
    await expect(found.nth(1)).toContainText('€');
    await expect(price.getByRole('row').nth(3).getByRole('cell').nth(1)).toContainText('EUR');
    await expectAccessible(page, 'a recipe, step by step');
    await page.reload();
    await expect(price.getByLabel('With what step 1 does it')).toHaveValue('main p.price');
    await page.getByRole('button', { name: 'Try it on all pages' }).click();
    await expect(page.getByText('Reads 2 of 2 pages of this shop.')).toBeVisible();
    await page.getByRole('button', { name: 'Read the shop’s pages like this' }).click();
    await expect(page.getByRole('heading', { name: 'Versions' })).toBeVisible();
    await expect(page.getByText('in use')).toBeVisible();
});

test('all rivals stand in one place, are opened, and are compared side by side', async ({ page }) => {
    await page.goto('/rivals?view=all');
    const table = page.getByRole('grid', { name: 'Rivals' });
    const seller = table.getByRole('row').filter({ hasText: 'Quayside' }).first();
    await expect(seller).toContainText(/a day/, { timeout: 90_000 });
    await expectAccessible(page, 'all rivals');
    const name = (await seller.getByRole('button').first().textContent())!;
    await seller.getByRole('button').first().click();
    await expect(page.getByRole('heading', { level: 2, name })).toBeVisible();
    const met = page.getByRole('grid', { name: 'Listings' });
    await expect(met.getByRole('img', { name: /^Theirs over 30 days: from / }).first()).toBeVisible();
    await expectAccessible(page, 'one rival');
    await page.getByRole('tab', { name: 'Price moves' }).click();
    await expect(page.getByRole('grid', { name: 'Price moves' }).getByRole('row').nth(1)).toBeVisible();

    await page.getByRole('button', { name: 'Compare' }).click();
    const matrix = page.getByRole('grid', { name: 'Listings beside rivals' });
    const lowest = async () => {
        const texts = await matrix.getByRole('row').locator('b').allTextContents();
        return texts.map((text) => Number(text.replace('−', '-').replace(/[^\d.-]/g, '')));
    };
    await expect.poll(async () => (await lowest()).length).toBeGreaterThan(10);
    const figures = await lowest();
    expect(figures).toEqual([...figures].sort((a, b) => a - b));
    await expectAccessible(page, 'listings beside rivals');
    await page.getByRole('button', { name: 'Rivals beside each other' }).click();
    const first = page.getByRole('dialog').getByRole('checkbox', { checked: true }).first();
    const gone = (await first.getAttribute('aria-label'))!;
    await first.click();
    await expect(matrix.getByRole('columnheader', { name: gone })).toHaveCount(0);
    await page.keyboard.press('Escape');
    const [download] = await Promise.all([
        page.waitForEvent('download'),
        page.getByRole('link', { name: 'Export (CSV)' }).click(),
    ]);
    expect(download.suggestedFilename()).toMatch(/^rivals-.*\.csv$/);
});

test('a CSV of 200 pages is mapped, tried out, taken in, paused in bulk, exported and taken back', async ({ page }) => {
    const hosts = ['jar-corner.test', 'casa-del-tarro.test', 'brouwgroothandel.test', 'cellar-supply.test'];
    const lines = ['Article number;Link;Notes;How often;Until'];
    for (const host of hosts) {
        const skus = await assortment(host);
        for (let n = 0; n < 50; n++) {
            const sku = skus[n % skus.length]!;
            lines.push(`${sku};${pageOf(host, sku)}?from=${n};page ${n};${n % 2 ? '2 a day' : 'hourly'};31.12.2030`);
        }
    }
    lines.push('KC-NONE;https://a.test/p/1;;;', 'KC-1101;javascript:alert(1);;;');
    await page.goto('/rivals?view=pages');
    await page.getByRole('button', { name: 'Import' }).click();
    const window = page.getByRole('dialog');
    await window.getByLabel('File').setInputFiles({
        name: 'pages.csv',
        mimeType: 'text/csv',
        buffer: Buffer.from(lines.join('\r\n')),
    });
    await expect(window.getByLabel('What “Link” holds')).toHaveValue('url');
    await expect(window.getByLabel('What “How often” holds')).toHaveValue('interval');
    await expectAccessible(page, 'columns of a file of pages');
    await window.getByRole('button', { name: 'Show what it would do' }).click();
    await expect(window.getByRole('status')).toContainText('200 are new, 2 are refused');
    await expect(window).toContainText('No listing of yours has this SKU.');
    await window.getByRole('button', { name: 'Make 200 changes' }).click();
    await expect(window.getByRole('status')).toContainText('200 were made', { timeout: 60_000 });
    const taken = page.url();
    await window.getByRole('button', { name: 'Close' }).first().click();

    const table = page.getByRole('grid', { name: 'Pages' });
    await expect(table).toHaveAttribute('aria-rowcount', /^2\d\d$/);
    // They are being read while the rest goes on.
    await expect
        .poll(
            async () => {
                const some = await call<{ url: string; read_at: string | null }[]>(page, 'GET', 'watches?after=0');
                return some.filter((one) => one.url.includes('?from=') && one.read_at !== null).length;
            },
            { timeout: 60_000 },
        )
        .toBeGreaterThan(2);
    await page.getByRole('checkbox', { name: 'Choose all pages that match' }).click();
    const bar = page.getByRole('region', { name: 'Chosen pages' });
    await bar.getByRole('button', { name: 'Pause' }).click();
    await expect(page.getByText(/^2\d\d pages are changed$/)).toBeVisible();
    await expect(table.getByText('Paused').first()).toBeVisible();
    await page.getByRole('button', { name: 'Export' }).click();
    const [download] = await Promise.all([
        page.waitForEvent('download'),
        page.getByRole('link', { name: 'Pages with their newest price' }).click(),
    ]);
    expect(download.suggestedFilename()).toMatch(/^pages-.*\.csv$/);

    await page.goto(taken);
    await window.getByRole('button', { name: 'Undo' }).click();
    await expect(window.getByRole('status')).toContainText('Taken back', { timeout: 60_000 });
    const left = await call<{ url: string }[]>(page, 'GET', 'watches?after=0');
    expect(left.filter((one) => one.url.includes('?from='))).toEqual([]);
});
