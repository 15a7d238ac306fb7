import { expect, test } from '@playwright/test';
import { expectAccessible, signIn, watchHosts } from './helpers';

for (const colours of ['light', 'dark'] as const) {
    test(`every place is accessible in ${colours} colours and loads nothing from elsewhere`, async ({ browser }) => {
        test.setTimeout(900_000);
        const context = await browser.newContext({ colorScheme: colours });
        const page = await context.newPage();
        const foreign = watchHosts(page);
        await signIn(page);
        for (const place of [
            '/listings',
            '/listings?state=no_cost',
            '/listings?q=nothing+like+it',
            '/today',
            '/changes?view=runs',
            '/rivals',
            '/rivals?view=pages',
            '/rivals?view=sites',
            '/rules',
            '/rules/new',
            '/changes',
            '/changes?q=nothing',
            '/reports',
            '/reports/position',
            '/settings/workspace',
            '/settings/limits',
            '/settings/brakes',
            '/settings/suppliers',
            '/settings/rates',
            '/settings/channels',
            '/settings/tokens',
            '/settings/data',
            '/account',
        ]) {
            await page.goto(place);
            await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
            await expect(page.locator('[aria-busy="true"]')).toHaveCount(0);
            await expect(page.locator('html')).toHaveAttribute('data-theme', colours);
            // What else there is to check is the same in both.
            await expectAccessible(page, `${place} in ${colours}`, colours === 'light' ? 'all' : 'colours');
        }
        expect(foreign).toEqual([]);
        await context.close();
    });
}
