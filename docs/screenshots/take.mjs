// Takes the pictures in this folder from a running bin/demo: node docs/screenshots/take.mjs [address] [name …]
import { chromium } from '@playwright/test';
import launchOptions from '../../tests/Browser/chromium.json' with { type: 'json' };

const [address = 'http://127.0.0.1:8480', ...only] = process.argv.slice(2);
const folder = process.env.PICTURES ?? 'docs/screenshots';

const browser = await chromium.launch(launchOptions);
const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, baseURL: address });
const page = await context.newPage();

const settle = () => page.waitForTimeout(1500);
const open = async (row) => {
    await page.getByRole('grid').getByRole('row').nth(row).click();
    await settle();
};

const pictures = {
    listings: async () => {
        await page.goto('/listings?q=stoneware&rule=1');
        await settle();
        await open(6);
    },
    'listings-dark': async () => {
        await page.emulateMedia({ colorScheme: 'dark' });
        await pictures.listings();
    },
    history: async () => {
        await page.goto('/listings?q=KC-1105');
        await settle();
        await open(1);
        await page.getByRole('link', { name: 'In full' }).click();
        await settle();
    },
    channel: async () => {
        await page.goto('/settings/channels');
        await page.getByRole('button', { name: 'Connect a channel' }).click();
        await settle();
    },
    rivals: async () => {
        await page.goto('/rivals?view=pages');
        await settle();
        await open(3);
    },
    'found-products': async () => {
        await page.goto('/rivals?view=matches');
        await settle();
        for (let i = 0; i < 12; i++) await page.keyboard.press('j');
        await settle();
    },
    'all-rivals': async () => {
        await page.goto('/rivals?view=all');
        await page.getByText(/^As of/).waitFor({ timeout: 120_000 });
        await settle();
    },
    today: async () => {
        await page.goto('/today');
        await page.getByRole('heading', { name: 'Needs approval' }).waitFor();
        await settle();
    },
    bulk: async () => {
        await page.goto('/listings?category=Crocks');
        await page.getByRole('checkbox', { name: 'Choose all that match' }).click();
        await page.getByRole('button', { name: 'Cost', exact: true }).click();
        await page.getByLabel('How').selectOption('add percent');
        await page.getByLabel('Figure').fill('28');
        await page.getByRole('button', { name: 'Show what it would do' }).click();
        await page.getByRole('button', { name: /^Make / }).waitFor();
        await settle();
    },
    file: async () => {
        await page.goto('/listings');
        await page.getByRole('button', { name: 'Import', exact: true }).click();
        await page.getByLabel('File', { exact: true }).setInputFiles('demo/costs.csv');
        await page.getByRole('button', { name: 'Show what it would do' }).waitFor();
        await settle();
    },
    product: async () => {
        await page.goto('/listings?q=stoneware&rule=1');
        await settle();
        await open(6);
        await page.getByRole('button', { name: 'Change the product' }).click();
        await settle();
    },
    tax: async () => {
        await page.goto('/settings/tax');
        await page.getByText(/floors will move/).waitFor();
    },
    reports: async () => {
        // Moves are worked out when they are first asked for.
        await page.goto('/reports/changes?window=3');
        await page.getByText(/Of [\d,]+ changes, [1-9]/).waitFor({ timeout: 120_000 });
        await settle();
    },
    alert: async () => {
        await page.goto('/alerts?view=alerts');
        await page.getByRole('link', { name: /^Crocks/ }).click();
        await page.getByText(/messages on \d+ listings/).waitFor();
        await settle();
    },
    rules: async () => {
        await page.goto('/rules');
        await settle();
    },
    rule: async () => {
        await page.goto('/rules');
        await page.getByRole('link', { name: 'Just under the cheapest' }).click();
        await page.getByRole('button', { name: /offers in the same condition/ }).click();
        await settle();
    },
    'try-out': async () => {
        await page.goto('/rules');
        await page.getByRole('link', { name: 'Just under the cheapest' }).click();
        await page.getByRole('button', { name: 'All listings, one by one' }).click();
        await settle();
    },
    changes: async () => {
        await page.goto('/changes');
        await settle();
        await open(3);
    },
    settings: async () => {
        await page.goto('/settings/limits');
        await settle();
    },
};

await page.goto('/sign-in');
await page.getByLabel('E-mail').fill('nora@kettle-crock.example');
await page.getByLabel('Password').fill('brine-and-barrel');
await page.getByRole('button', { name: 'Sign in' }).click();
await page.getByRole('heading', { name: 'Listings' }).waitFor();
for (const [name, show] of Object.entries(pictures)) {
    if (only.length > 0 && !only.includes(name)) continue;
    await page.emulateMedia({ colorScheme: 'light' });
    await show();
    await page.screenshot({ path: `${folder}/${name}.png` });
    console.log(name);
}
await browser.close();
