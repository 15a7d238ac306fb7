import { expect, test, type Browser, type Page, type Route } from '@playwright/test';
import { signIn } from './helpers';

/** What a request of the page itself carries. */
async function asPage(page: Page) {
    const token = (await page.context().cookies()).find((cookie) => cookie.name === 'XSRF-TOKEN')?.value ?? '';
    return { 'X-XSRF-TOKEN': decodeURIComponent(token), Accept: 'application/json', Referer: page.url() };
}

/** A rule of its own for each test, made by the API of the signed-in page. */
async function newRule(page: Page, name: string): Promise<string> {
    const answer = await page.request.post('/api/v1/rules', {
        headers: await asPage(page),
        data: {
            name: `${name} ${Date.now()}`,
            document: {
                version: 1,
                kind: 'competitive',
                reference: { of: 'lowest' },
                position: { move: 'below', percent: '1' },
                brakes: { min_move: '0.05' },
            },
        },
    });
    expect(answer.status(), await answer.text()).toBe(201);
    return `/rules/${((await answer.json()) as { id: number }).id}`;
}

async function typeMove(page: Page, shown: string, text: string) {
    await page.getByRole('button', { name: shown, exact: true }).click();
    const field = page.getByRole('textbox', { name: 'Smallest change' });
    await field.click({ clickCount: 3 });
    await field.pressSequentially(text, { delay: 15 });
    await expect(field).toHaveValue(text);
    await page.keyboard.press('Escape');
}

async function someoneElse(browser: Browser, path: string): Promise<Page> {
    const page = await (await browser.newContext()).newPage();
    await signIn(page);
    await page.goto(path);
    return page;
}

const piece = (page: Page, says: string) => page.getByRole('button', { name: says, exact: true });
const save = (page: Page) => page.getByRole('button', { name: 'Save for later' });

test.beforeEach(async ({ page }) => signIn(page));

test('a session that ends in the middle of a sentence is begun again over it, and nothing is lost', async ({
    page,
}) => {
    await page.goto(await newRule(page, 'Session'));
    await typeMove(page, '0.05', '2,5');
    // Signed out in another window of the browser.
    const other = await page.context().newPage();
    await other.goto('/account');
    await other.getByRole('button', { name: 'Sign out' }).click();
    await expect(other.getByLabel('Password')).toBeVisible();
    await other.close();
    const dialog = page.getByRole('dialog', { name: 'Sign in again' });
    await expect(dialog).toBeVisible();
    await dialog.getByLabel('Password').pressSequentially('brine-and-barrel');
    await dialog.getByRole('button', { name: 'Sign in' }).click();
    await expect(dialog).toBeHidden();
    await expect(piece(page, '2.50')).toBeVisible();
    await save(page).click();
    await expect(page.getByText('Version 2 saved')).toBeVisible();
    await page.reload();
    await expect(piece(page, '2.50')).toBeVisible();
});

test('a server that fails says so where one saved, and what was typed stays', async ({ page }) => {
    const path = await newRule(page, 'Failing');
    await page.goto(path);
    await typeMove(page, '0.05', '1.50');
    await page.route(`**/api/v1${path}`, (route) =>
        route.request().method() === 'PATCH' ? route.fulfill({ status: 500, body: 'oops' }) : route.continue(),
    );
    await save(page).click();
    await expect(page.getByText('The server gave no readable answer')).toBeVisible();
    await expect(piece(page, '1.50')).toBeVisible();
    await page.unroute(`**/api/v1${path}`);
    await save(page).click();
    await expect(page.getByText('Version 2 saved')).toBeVisible();
    await expect(page.getByText('The server gave no readable answer')).toBeHidden();
});

const PATIENCE = { type: 'about:blank', title: 'Too many requests at once; try again shortly', status: 429 };

const TROUBLES = {
    'too busy': {
        stop: (route: Route) =>
            route.fulfill({ status: 429, contentType: 'application/problem+json', body: JSON.stringify(PATIENCE) }),
        says: PATIENCE.title,
        figure: '37',
    },
    offline: {
        stop: (route: Route) => route.abort('internetdisconnected'),
        says: 'The server cannot be reached',
        figure: '38',
    },
};

/** Each kind of action: how it is begun, done, and how one sees that nothing of it was lost. */
const ACTIONS: Record<
    string,
    {
        begin: (page: Page, figure: string) => Promise<void>;
        act: (page: Page) => Promise<void>;
        kept: (page: Page, figure: string) => Promise<void>;
    }
> = {
    'a rule that is saved': {
        begin: async (page) => {
            await page.goto(await newRule(page, 'Trouble'));
            await typeMove(page, '0.05', '1.50');
        },
        act: (page) => save(page).click(),
        kept: (page) => expect(piece(page, '1.50')).toBeVisible(),
    },
    'settings that are saved': {
        begin: async (page, figure) => {
            await page.goto('/settings/brakes');
            const field = page.getByRole('textbox', { name: 'A run is stopped when more than' });
            await field.click({ clickCount: 3 });
            await field.pressSequentially(figure);
        },
        act: (page) => page.getByRole('button', { name: 'Save brakes' }).click(),
        kept: (page, figure) =>
            expect(page.getByRole('textbox', { name: 'A run is stopped when more than' })).toHaveValue(figure),
    },
    'limits of a listing': {
        begin: async (page, figure) => {
            await page.goto('/listings?q=KC-1105');
            await page.getByRole('grid').getByRole('row').nth(1).click();
            const floor = page.getByLabel('Floor by hand');
            await floor.click({ clickCount: 3 });
            await floor.pressSequentially(`1,${figure}`);
        },
        act: (page) => page.getByRole('complementary').getByRole('button', { name: 'Save' }).click(),
        kept: (page, figure) => expect(page.getByLabel('Floor by hand')).toHaveValue(`1,${figure}`),
    },
    'a price typed in the list': {
        begin: async (page, figure) => {
            await page.goto('/listings?q=KC-1106');
            await page
                .getByRole('button', { name: /^price of KC-1106/ })
                .first()
                .click();
            const cell = page.getByRole('textbox', { name: 'price of KC-1106' });
            await cell.press('Control+a');
            await cell.pressSequentially(`77,${figure}`);
        },
        act: (page) => page.getByRole('textbox', { name: 'price of KC-1106' }).press('Enter'),
        kept: (page, figure) =>
            expect(page.getByRole('textbox', { name: 'price of KC-1106' })).toHaveValue(`77,${figure}`),
    },
    'a file that is brought in': {
        begin: async (page) => {
            await page.goto('/listings?file=new');
            await expect(page.getByLabel('File', { exact: true })).toBeAttached();
        },
        act: (page) =>
            page.getByLabel('File', { exact: true }).setInputFiles({
                name: 'costs.csv',
                mimeType: 'text/csv',
                buffer: Buffer.from('SKU;Unit cost\nKC-1101;8,40\n'),
            }),
        kept: (page) => expect(page.getByLabel('File', { exact: true })).toBeAttached(),
    },
};

for (const [trouble, { stop, says, figure }] of Object.entries(TROUBLES)) {
    for (const [name, { begin, act, kept }] of Object.entries(ACTIONS)) {
        test(`${trouble}: ${name} is said to have failed where it was asked, and can be tried again`, async ({
            page,
        }) => {
            await begin(page, figure);
            const writes = (route: Route) => (route.request().method() === 'GET' ? route.continue() : stop(route));
            await page.route('**/api/v1/**', writes);
            await act(page);
            await expect(page.getByText(says).first()).toBeVisible();
            await kept(page, figure);
            await page.unroute('**/api/v1/**', writes);
            await act(page);
            await expect(page.getByText(says)).toHaveCount(0);
        });
    }
}

test('what was loaded stays on the screen while it cannot be brought up to date', async ({ page }) => {
    await page.goto('/rules');
    await expect(page.getByRole('heading', { name: 'Rules' })).toBeVisible();
    const path = await newRule(page, 'Standing');
    await page.goto(path);
    await expect(piece(page, '0.05')).toBeVisible();
    await page.route('**/api/v1/**', (route) => route.abort());
    await page.evaluate(() => window.dispatchEvent(new Event('visibilitychange')));
    await expect(page.getByRole('status').filter({ hasText: 'Shown as of' })).toBeVisible({ timeout: 60_000 });
    await expect(piece(page, '0.05')).toBeVisible();
    await page.unroute('**/api/v1/**');
    await page.getByRole('button', { name: 'Try now' }).click();
    await expect(page.getByRole('status').filter({ hasText: 'Shown as of' })).toBeHidden({ timeout: 30_000 });
});

test('the main switch that could not be turned says so and stays where it is', async ({ page }) => {
    const state = page.getByRole('button', { name: /^(Repricing runs|Rules are paused|Stopped)$/ });
    const before = await state.textContent();
    await page.route('**/api/v1/workspace', (route) =>
        route.request().method() === 'PATCH' ? route.abort() : route.continue(),
    );
    await state.click();
    const wanted = before === 'Stopped' ? /^Rules paused/ : /^Stopped/;
    await page.getByRole('radio', { name: wanted }).click();
    await expect(page.getByRole('alert').filter({ hasText: 'The server cannot be reached' })).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(state).toHaveText(before ?? '');
});

test('news that came while the stream was cut is caught up with', async ({ page, browser }) => {
    const path = await newRule(page, 'Cut');
    await page.goto(path);
    await expect(piece(page, '0.05')).toBeVisible();
    await page.context().setOffline(true);
    const other = await someoneElse(browser, path);
    await typeMove(other, '0.05', '0.75');
    await save(other).click();
    await expect(other.getByText('Version 2 saved')).toBeVisible();
    await page.context().setOffline(false);
    await expect(piece(page, '0.75')).toBeVisible({ timeout: 40_000 });
    await other.context().close();
});

test('two people on one rule see each other’s change and choose', async ({ page, browser }) => {
    const path = await newRule(page, 'Two');
    await page.goto(path);
    const other = await someoneElse(browser, path);
    await typeMove(page, '0.05', '0.30');
    await typeMove(other, '0.05', '0.80');
    await save(other).click();
    await expect(other.getByText('Version 2 saved')).toBeVisible();
    await expect(page.getByText('Smallest change was changed by someone else while you edited it.')).toBeVisible();
    await expect(piece(page, '0.30')).toBeVisible();
    await page.getByRole('button', { name: 'Keep mine' }).click();
    await save(page).click();
    await expect(page.getByText('Version 3 saved')).toBeVisible();
    await expect(piece(other, '0.30')).toBeVisible();
    await other.context().close();
});

test('two people on one settings page: what one changed is not undone by the other', async ({ page, browser }) => {
    await page.goto('/settings/brakes');
    const share = (of: Page) => of.getByRole('textbox', { name: 'A run is stopped when more than' });
    const move = (of: Page) => of.getByRole('textbox', { name: 'would move by more than' });
    await expect(share(page)).not.toHaveValue('');
    const [shareBefore, moveBefore] = [await share(page).inputValue(), await move(page).inputValue()];
    const other = await someoneElse(browser, '/settings/brakes');
    const retype = async (field: ReturnType<typeof share>, text: string) => {
        await field.click({ clickCount: 3 });
        await field.pressSequentially(text, { delay: 15 });
    };
    await retype(share(page), '41,5');
    await retype(move(other), '33');
    await other.getByRole('button', { name: 'Save brakes' }).click();
    await expect(other.getByText('Saved', { exact: true })).toBeVisible();
    await page.getByRole('button', { name: 'Save brakes' }).click();
    await expect(page.getByText('Saved', { exact: true })).toBeVisible();
    await page.reload();
    await expect(share(page)).toHaveValue('41.5');
    await expect(move(page)).toHaveValue('33');
    await retype(share(page), shareBefore);
    await retype(move(page), moveBefore);
    await page.getByRole('button', { name: 'Save brakes' }).click();
    await expect(page.getByText('Saved', { exact: true })).toBeVisible();
    await other.context().close();
});

test('unsaved work outlives a reload, and leaving it asks', async ({ page }) => {
    await page.goto(await newRule(page, 'Reload'));
    await typeMove(page, '0.05', '1.299,00');
    page.on('dialog', (dialog) => void dialog.accept());
    await page.reload();
    await expect(piece(page, '1,299.00')).toBeVisible();
    await expect(page.getByText('were not saved; here they are again')).toBeVisible();
    await page.getByRole('link', { name: /^Listings/ }).click();
    await expect(page.getByRole('dialog', { name: 'Leave without saving?' })).toBeVisible();
    await page.getByRole('button', { name: 'Stay' }).click();
    await expect(piece(page, '1,299.00')).toBeVisible();
    await page.getByRole('link', { name: /^Listings/ }).click();
    await page.getByRole('button', { name: 'Leave without saving' }).click();
    await expect(page.getByRole('heading', { name: 'Listings' })).toBeVisible();
});
