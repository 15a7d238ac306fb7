import { expect, test, type Page } from '@playwright/test';
import { expectAccessible, signIn, turnMainSwitch } from './helpers';

const get = (page: Page, path: string) =>
    page.evaluate(
        async (at) => (await fetch(`/api/v1/${at}`, { headers: { Accept: 'application/json' } })).json(),
        path,
    );

const detail = (page: Page, id: number) => get(page, `listings/${id}`);

/** A listing on Quayside with limits, and room for a price of its own. */
async function some(page: Page) {
    const { listings } = await get(page, 'listings?limit=100&sort=sku');
    return listings.find(
        (one: { channel: string; floor: string | null; ceiling: string | null; price: string }) =>
            one.channel === 'Quayside' &&
            one.floor !== null &&
            one.ceiling !== null &&
            Number(one.ceiling) > Number(one.price) + 1 &&
            Number(one.floor) < Number(one.price),
    );
}

async function setFloor(page: Page, id: number, floor: string) {
    const version = (await detail(page, id)).listing.version;
    const status = await page.evaluate(
        async ({ id, body }) => {
            const token = decodeURIComponent(/XSRF-TOKEN=([^;]+)/.exec(document.cookie)?.[1] ?? '');
            const headers = { Accept: 'application/json', 'Content-Type': 'application/json', 'X-XSRF-TOKEN': token };
            return (await fetch(`/api/v1/listings/${id}`, { method: 'PATCH', headers, body })).status;
        },
        { id, body: JSON.stringify({ version, floor }) },
    );
    expect(status).toBe(200);
}

test('a price is typed key by key, stands for as long as was said, waits while everything is stopped, and is told when it no longer holds', async ({
    page,
}) => {
    await signIn(page);
    await turnMainSwitch(page, 'Stopped');
    const listing = await some(page);
    const wanted = (Number(listing.price) + 0.37).toFixed(2);

    // Typed as people type, with a comma; for how long is asked beside it.
    await page.goto(`/listings?q=${listing.sku}&listing=${listing.id}`);
    await page
        .getByRole('button', { name: `price of ${listing.sku}` })
        .first()
        .click();
    const cell = page.getByRole('textbox', { name: `price of ${listing.sku}` });
    await cell.press('Control+a');
    await cell.pressSequentially(wanted.replace('.', ','), { delay: 30 });
    await expect(cell).toHaveValue(wanted.replace('.', ','));
    await page.getByLabel('The price stands').selectOption('for a day');
    await expectAccessible(page, 'a price being typed');
    await cell.press('Enter');

    const inspector = page.getByRole('complementary', { name: 'Inspector' });
    await expect(inspector).toContainText(`set ${wanted} by hand. It stands until`);
    await expect(inspector).toContainText('It is waiting for the channel or repricing to be switched on');
    expect((await detail(page, listing.id)).listing.price).toBe(listing.price);

    // The switch says what waits because of it.
    await page.getByRole('button', { name: 'Stopped' }).click();
    await expect(page.getByText(/price(s)? wait(s)?\. Rules keep them up to date/)).toBeVisible();
    await page.keyboard.press('Escape');

    // Someone else raises the floor above it meanwhile: it never leaves, and whoever set it is told.
    await setFloor(page, listing.id, (Number(wanted) + 0.1).toFixed(2));
    await page.goto('/today');
    const told = page.getByRole('region', { name: 'Prices set by hand that did not go out' });
    await expect(told).toContainText(`${wanted} is below its floor`);
    await expectAccessible(page, 'today with a price that did not go out');
    await turnMainSwitch(page, 'Running');
    await told
        .getByRole('button', { name: new RegExp(`^Dismiss: ${listing.sku}`) })
        .first()
        .click();
    await expect(page.getByText(`${wanted} is below its floor`)).toHaveCount(0);
    const { changes } = await get(page, `changes?listing=${listing.id}`);
    expect(
        changes
            .filter((one: { to: string; state: string }) => one.to === wanted)
            .map((one: { state: string }) => one.state),
    ).toEqual(['withdrawn']);
    await setFloor(page, listing.id, '');
});
