import { expect, test, type Page } from '@playwright/test';
import { choose, expectAccessible, signIn, turnMainSwitch } from './helpers';

const dialog = (page: Page) => page.getByRole('dialog');
const waiting = (page: Page) =>
    page
        .getByRole('grid', { name: 'Needs approval' })
        .getByRole('row')
        .filter({ has: page.getByRole('button', { name: /^Approve/ }) });

/** Opens a part of the rule page that is folded away. */
async function unfold(page: Page, name: string) {
    const part = page.locator('details', { hasText: name });
    if ((await part.getAttribute('open')) === null) await part.locator('summary').click();
    return part;
}

/** What the interface's own address answers to the person signed in. */
async function ask<T>(page: Page, path: string): Promise<T> {
    const headers = { accept: 'application/json', referer: page.url() };
    return (await (await page.request.get(`/api/v1/${path}`, { headers })).json()) as T;
}

/** How many changes the ledger has under a filter; a hundred at most. */
const many = async (page: Page, filter: string) =>
    (await ask<{ changes: unknown[] }>(page, `changes?${filter}`)).changes.length;

const runs = (page: Page) => ask<{ id: number; moves: number; state: string }[]>(page, 'runs');

test('a starter rule begins with ten listings, asks, is answered, widened, stopped by the brake and undone', async ({
    page,
}) => {
    await signIn(page);
    await turnMainSwitch(page, 'Running');
    await expect(page.getByRole('button', { name: 'Repricing runs' })).toBeVisible();

    // From a starter rule, adjusted: it asks every time.
    await page.goto('/rules/new');
    await page.getByRole('button', { name: 'Just under the cheapest' }).click();
    await page.getByLabel('Name').fill('Crocks, carefully');
    await page.getByRole('button', { name: 'my approval' }).click();
    await page.getByRole('button', { name: 'about changes of more than 10 %' }).click();
    await page.getByRole('radio', { name: 'every time' }).click();
    await page.keyboard.press('Escape');
    await expect(page.getByText('Revenue, 30 days, €')).toBeVisible();
    await page.getByRole('button', { name: 'Save for later' }).click();
    await expect(page.getByText('Crocks, carefully, version 1')).toBeVisible();

    // It keeps all crocks, and begins with ten of them.
    let part = await unfold(page, 'Assign listings automatically');
    await choose(part, 'Category', 'Crocks');
    await part.getByRole('button', { name: 'Assign them' }).click();
    await expect(page.getByText(/listings are on it/).first()).toBeVisible();
    part = await unfold(page, 'Start with a few');
    await part.getByRole('radio', { name: /a number of them/ }).click();
    await part.getByLabel('Listings', { exact: true }).fill('10');
    await part.getByRole('button', { name: 'Start with these' }).click();
    await expect(part.getByRole('row', { name: /repriced/ })).toContainText('10');
    await expectAccessible(page, 'rule with some of its listings');
    await page.getByRole('switch', { name: 'Crocks, carefully is on' }).click();

    // What it would do waits for approval.
    await page.goto('/today');
    const decided = async () => (await runs(page)).every((run) => run.state !== 'deciding');
    await expect.poll(decided, { timeout: 30_000 }).toBe(true);
    await expect.poll(() => waiting(page).count()).toBeGreaterThan(2);
    const asked = await waiting(page).count();
    expect(asked).toBeLessThanOrEqual(10);
    await expectAccessible(page, 'today with prices that wait');
    await waiting(page)
        .first()
        .getByRole('button', { name: /^Approve/ })
        .click();
    await expect(waiting(page)).toHaveCount(asked - 1);
    await waiting(page)
        .first()
        .getByRole('button', { name: /^Another price/ })
        .click();
    await page.getByLabel(/^Price, from/).fill('1,00');
    await page.getByRole('button', { name: 'Set this price' }).click();
    await expect(page.getByText('1.00 is below its floor')).toBeVisible();
    const limits = (await page.getByText(/^Price, from/).textContent()) ?? '';
    const ceiling = limits.split(' to ')[1]!.trim();
    await page.getByLabel(/^Price, from/).fill(ceiling);
    await page.getByRole('button', { name: 'Set this price' }).click();
    await expect(waiting(page)).toHaveCount(asked - 2);
    await waiting(page)
        .first()
        .getByRole('button', { name: /^Reject/ })
        .click();
    await page.getByLabel('Why (for those who look back)').fill('He sells seconds');
    await page.getByRole('button', { name: /^Keep / }).click();
    await expect(waiting(page)).toHaveCount(asked - 3);
    await page.goto('/changes?by=person');
    await expect(
        page.getByRole('grid', { name: 'Ledger' }).getByRole('row').filter({ hasText: 'confirmed' }),
    ).toHaveCount(2, { timeout: 30_000 });

    // A brake that is set tight stops the run that comes of letting it have all, unasked.
    await page.goto('/settings/brakes');
    await page.getByLabel('A run is stopped when more than').fill('2');
    await page.getByLabel('would move by more than').fill('1');
    await page.getByRole('button', { name: 'Save brakes' }).click();
    await expect(page.getByText('Saved', { exact: true })).toBeVisible();
    await page.goto('/rules');
    await page.getByRole('link', { name: 'Crocks, carefully' }).click();
    part = await unfold(page, 'Start with a few');
    await part.getByRole('radio', { name: 'all its listings' }).click();
    await part.getByRole('button', { name: 'Reprice all' }).click();
    await expect(page.getByText('All its listings are repriced now')).toBeVisible();
    await page.getByRole('button', { name: 'every time' }).click();
    await page.getByRole('button', { name: 'Remove from the rule' }).click();
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page.getByText('Version 2 saved')).toBeVisible();
    await page.goto('/today');
    await expect(page.getByRole('heading', { name: /stopped/ })).toBeVisible({ timeout: 30_000 });
    await page.getByRole('button', { name: 'Look', exact: true }).first().click();
    await expect(dialog(page).getByText(/Nothing was sent|nothing of this rule is sent/)).toBeVisible();
    await expect(dialog(page).getByRole('row').nth(3)).toBeVisible();
    await expectAccessible(page, 'a stopped run');
    await dialog(page).getByRole('button', { name: 'It is meant: let it go on' }).click();
    await expect(dialog(page)).toBeHidden();
    await page.goto('/settings/brakes');
    await page.getByLabel('A run is stopped when more than').fill('90');
    await page.getByLabel('would move by more than').fill('90');
    await page.getByRole('button', { name: 'Save brakes' }).click();
    await expect(page.getByText('Saved', { exact: true })).toBeVisible();
    const underWay = async () =>
        (await runs(page)).filter((run) => run.state === 'deciding').length + (await many(page, 'state=on_the_way'));
    await expect.poll(underWay, { timeout: 30_000 }).toBe(0);

    // The earlier version is still there, word for word.
    await page.goto('/rules');
    await page.getByRole('link', { name: 'Crocks, carefully' }).click();
    part = await unfold(page, '1 earlier version');
    await expect(part.getByText('every time').first()).toBeVisible();
    await expect(part.getByLabel('Compare')).toHaveValue('1');

    // A run is undone: its listings go back and are paused.
    await page.getByRole('button', { name: '1 %, at least 0.05, below' }).click();
    await page.getByRole('textbox', { name: 'Percent' }).fill('4');
    await page.keyboard.press('Escape');
    const before = (await runs(page))[0]!.id;
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page.getByText('Version 3 saved')).toBeVisible();
    await page.goto('/changes?view=runs');
    const moved = async () =>
        (await runs(page)).find((run) => run.id > before && run.moves > 5 && run.state === 'released')?.id;
    await expect.poll(moved, { timeout: 30_000 }).toBeDefined();
    const number = await moved();
    await expect.poll(() => many(page, `run=${number}&state=on_the_way`), { timeout: 60_000 }).toBe(0);
    const undone = page.getByRole('listitem').filter({ hasText: `run ${number},` });
    await undone.getByRole('button', { name: 'Undo' }).click();
    await page.getByRole('button', { name: /^Take .* back$/ }).click();
    await expect(page.getByText(/\d+ old prices are on the way back/)).toBeVisible();
});
