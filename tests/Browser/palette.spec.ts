import { expect, test } from '@playwright/test';
import { expectAccessible, signIn } from './helpers';

test('anything is reached by its name, with the keyboard alone', async ({ page }) => {
    await signIn(page);
    await page.keyboard.press('Control+k');
    const palette = page.getByRole('dialog', { name: 'Go to' });
    await expect(palette.getByRole('combobox')).toBeFocused();
    await page.keyboard.type('KC-1106', { delay: 20 });
    await expect(palette.getByRole('option', { name: /KC-1106 · Quayside/ })).toBeVisible();
    await expectAccessible(page, 'what is found by its SKU');
    await expect(palette.getByRole('option').first()).toHaveAttribute('aria-selected', 'true');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('complementary', { name: 'Inspector' })).toContainText('KC-1106');

    // Keys of one letter mean nothing behind it.
    await page.keyboard.press('Control+k');
    await page.keyboard.type('brakes', { delay: 20 });
    await expect(palette.getByRole('option', { name: 'Settings: brakes and hours' })).toHaveAttribute(
        'aria-selected',
        'true',
    );
    await expect(page).toHaveURL(/q=KC-1106/);
    await page.keyboard.press('Enter');
    await expect(page).toHaveURL(/settings\/brakes/);
    await expect(page.getByRole('textbox', { name: 'A run is stopped when more than' })).toBeVisible();
    await expect(page).toHaveTitle('Brakes and hours – Settings – Wrasse');
});
