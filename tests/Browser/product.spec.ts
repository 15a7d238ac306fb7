import { expect, test } from '@playwright/test';
import { expectAccessible, signIn } from './helpers';

test('a product is added by hand with a draft, mended, offered once more and changed', async ({ page }) => {
    await signIn(page);
    await page.getByRole('button', { name: 'Add a product' }).click();
    const window = page.getByRole('dialog');
    await window.getByLabel('SKU').fill('KC-7700');
    await window.getByLabel('Title').fill('Glass airlock, tall');
    await window.getByLabel('GTIN').fill('2000000000016');
    await window.getByLabel('Unit cost').fill('2,40');
    await window.getByLabel('Recommended (RRP)').fill('9,90');
    await window.getByLabel('Offered on').selectOption('Quayside');
    await window.getByLabel('Price', { exact: true }).fill('7,90');
    await window.getByRole('button', { name: 'Add it' }).click();
    await expect(window.getByText('Its check digit should be 5, not 6')).toBeVisible();
    await expectAccessible(page, 'a new product');
    await window.getByLabel('GTIN').fill('2000000000015');
    await window.getByRole('button', { name: 'Add it' }).click();
    await expect(window).toBeHidden();
    await expect(page).toHaveURL(/q=KC-7700/);
    await page.getByRole('row', { name: 'KC-7700' }).getByText('Glass airlock').click();
    const inspector = page.getByRole('complementary', { name: 'Inspector' });
    await expect(inspector.getByText('GTIN 2000000000015')).toBeVisible();

    await inspector.getByRole('button', { name: 'Offer it once more' }).click();
    await window.getByLabel('Its SKU there').fill('KC-7700-B');
    await window.getByLabel('Offered on').selectOption('Quayside');
    await window.getByLabel('Price', { exact: true }).fill('5');
    await window.getByLabel('Condition').selectOption('used');
    await window.getByRole('button', { name: 'Add it' }).click();
    await expect(page).toHaveURL(/q=KC-7700-B/);

    await page.getByRole('row', { name: 'KC-7700-B' }).getByText('Glass airlock').click();
    await inspector.getByRole('button', { name: 'Change the product' }).click();
    await window.getByLabel('Brand').fill('Saltwell');
    await window.getByRole('button', { name: 'Save the product' }).click();
    await expect(window).toBeHidden();
    await expect(inspector.getByText('Saltwell')).toBeVisible();
});

test('a draft is found in the catalogue as a buyer finds it, and its rivals are seen from then on', async ({
    page,
}) => {
    await signIn(page);
    await page.getByRole('button', { name: 'Add a product' }).click();
    const window = page.getByRole('dialog');
    await window.getByLabel('SKU').fill('KC-7800');
    await window.getByLabel('Title').fill('Fermenter 33 l, stainless');
    await window.getByLabel('Unit cost').fill('60');
    await window.getByLabel('Offered on').selectOption('Quayside');
    await window.getByLabel('Price', { exact: true }).fill('149');
    await window.getByRole('button', { name: 'Add it' }).click();
    await expect(page).toHaveURL(/q=KC-7800/);
    await page.getByRole('row', { name: 'KC-7800' }).getByText('Fermenter 33 l').click();
    const inspector = page.getByRole('complementary', { name: 'Inspector' });

    // The line is cut while it is searched for: that is said, and it can be tried again.
    await page.route('**/catalogue*', (route) => route.abort('connectionreset'));
    await inspector.getByRole('button', { name: 'Find it in the catalogue of Quayside' }).click();
    await expect(window.getByRole('alert')).toBeVisible();
    await page.unroute('**/catalogue*');
    await window.getByRole('button', { name: 'Try again' }).click();
    const words = window.getByLabel('Words that are searched for');
    await expect(words).toHaveValue('Fermenter 33 l stainless');
    await words.fill('');
    await words.pressSequentially('fermenter 33 l', { delay: 20 });
    await words.press('Enter');
    const first = window.getByRole('listitem').first();
    await expect(first).toContainText('Fermenter 33 l, stainless');
    await expect(first).toContainText(/sellers?/);
    await expectAccessible(page, 'what a buyer finds');
    await first.getByRole('button', { name: 'This is it' }).click();
    await expect(first.getByText('Ours')).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(inspector.getByRole('table', { name: /rivals/i })).toBeVisible({ timeout: 30_000 });
});
