import { expect, test } from '@playwright/test';
import { choose, expectAccessible, signIn } from './helpers';

test('limits of a category hold for its listings until they are removed', async ({ page }) => {
    await signIn(page);
    await page.goto('/settings/limits');
    await page.getByRole('button', { name: 'Set limits for…' }).click();
    const window = page.getByRole('dialog');
    await window.getByLabel('named').fill('Nowhere');
    await window.getByLabel('floor: margin of price').fill('lots');
    await window.getByRole('button', { name: 'Save limits' }).click();
    await expect(window.getByText('A percentage such as 12.5.')).toBeVisible();
    await window.getByRole('button', { name: 'Remove margin of price' }).click();
    await window.getByLabel('Add to the floor').selectOption('amount');
    await window.getByLabel('floor: a price').fill('17,5');
    await window.getByRole('button', { name: 'Save limits' }).click();
    await expect(window.getByText('No listing has the category “Nowhere”.')).toBeVisible();
    await expectAccessible(page, 'limits of a category');
    await window.getByLabel('named').fill('Fermenters');
    await window.getByRole('button', { name: 'Save limits' }).click();
    await expect(window).toBeHidden();
    await expect(page.getByText('Floor: 17.50')).toBeVisible();

    await page.goto('/listings');
    await page.getByRole('button', { name: 'Add filter' }).click();
    await choose(page, 'Category', 'Fermenters');
    await expect(page).toHaveURL(/category=Fermenters/);
    // Until the filter has taken effect, other listings are shown.
    await expect(page.getByRole('grid').getByRole('row').nth(1)).toContainText('Fermenter');
    await page.getByRole('grid').getByRole('row').nth(2).click();
    const inspector = page.getByRole('complementary', { name: 'Inspector' });
    await expect(inspector.getByText('for the category Fermenters')).toBeVisible();
    await expect(inspector.getByRole('row', { name: 'set by hand' })).toContainText('17.50');

    await page.goto('/settings/limits');
    await page.getByRole('button', { name: 'Change limits of Fermenters' }).click();
    await page.getByRole('button', { name: 'Remove these limits' }).click();
    await expect(page.getByText('Floor: 17.50')).toBeHidden();
});
