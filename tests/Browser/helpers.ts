import AxeBuilder from '@axe-core/playwright';
import { basename } from 'node:path';
import { expect, test, type Locator, type Page } from '@playwright/test';

export const PASSWORD = 'brine-and-barrel';

/** Each file of tests has a seller of its own, with a workspace and a marketplace: bin/test makes them. */
export const seller = () => basename(test.info().file, '.spec.ts');

export async function signIn(page: Page, email = `${seller()}@kettle-crock.example`, password = PASSWORD) {
    await page.goto('/sign-in');
    await page.getByLabel('E-mail').fill(email);
    await page.getByLabel('Password').fill(password);
    await page.getByRole('button', { name: 'Sign in' }).click();
    await expect(page.getByRole('heading', { name: 'Listings' })).toBeVisible();
}

/** WCAG 2.2 AA as far as a machine can check it. */
export async function expectAccessible(page: Page, what: string, of: 'all' | 'colours' = 'all') {
    // What is fading in or out has no colours of its own yet.
    await page.evaluate(async () => {
        const ending = document.getAnimations().filter((one) => one.effect?.getComputedTiming().endTime !== Infinity);
        await Promise.allSettled(ending.map((one) => one.finished));
    });
    // Without the places of all that is right: naming each takes longer than checking it.
    const axe = new AxeBuilder({ page }).options({ resultTypes: ['violations'] });
    const result = await (
        of === 'all'
            ? axe.withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])
            : axe.withRules(['color-contrast'])
    ).analyze();
    const found = result.violations.map(
        (one) => `${one.id}: ${one.nodes.map((node) => node.target.join(' ')).join(' | ')}`,
    );
    expect(found, what).toEqual([]);
}

/** Takes one of many names, found by typing. */
export async function choose(within: Page | Locator, label: string, name: string) {
    await within.getByRole('button', { name: new RegExp(`^${label} `) }).click();
    const page = 'page' in within ? within.page() : within;
    await page.getByPlaceholder('Type to find').pressSequentially(name.slice(0, 5));
    await page.getByRole('option', { name, exact: true }).click();
}

/** Nothing may come from another host. */
export function watchHosts(page: Page): string[] {
    const foreign: string[] = [];
    const own = new URL(process.env.WRASSE_URL ?? 'http://127.0.0.1:8580').host;
    page.on('request', (request) => {
        const url = new URL(request.url());
        if (url.protocol.startsWith('http') && url.host !== own) foreign.push(request.url());
    });
    return foreign;
}

/** Where the Quayside of this file's seller answers. */
export const marketAddress = () => `${process.env.QUAYSIDE_URL}/as/${seller()}`;

/** Moves a rival by force, in the simulated marketplace. Price in minor units. */
export async function setRival(item: string, seller: string, price: number) {
    await control('offer', { item, seller, price });
}

export async function control(knob: string, body: object) {
    const answer = await fetch(`${marketAddress()}/control/${knob}`, {
        method: 'PUT',
        headers: { Authorization: `Bearer ${process.env.MARKET_CONTROL_TOKEN}`, 'Content-Type': 'application/json' },
        body: JSON.stringify(body),
    });
    expect(answer.status, knob).toBe(200);
}

/** The switch for everything, at the head of each place. */
export async function turnMainSwitch(page: Page, position: 'Running' | 'Rules paused' | 'Stopped') {
    await page.getByRole('button', { name: /^(Repricing runs|Rules are paused|Stopped)$/ }).click();
    await page.getByRole('radio', { name: new RegExp(`^${position}`) }).click();
    await expect(page.getByRole('radio', { name: new RegExp(`^${position}`) })).toBeChecked();
    await page.keyboard.press('Escape');
}

/** The API, as the signed-in page calls it. */
export async function call<T>(page: Page, method: string, path: string, body?: object): Promise<T> {
    return page.evaluate(
        async ([method, path, body]) => {
            const token = /XSRF-TOKEN=([^;]+)/.exec(document.cookie)?.[1] ?? '';
            const answer = await fetch(`/api/v1/${path}`, {
                method,
                headers: {
                    Accept: 'application/json',
                    'Content-Type': 'application/json',
                    'X-XSRF-TOKEN': decodeURIComponent(token),
                },
                body: body === undefined ? undefined : JSON.stringify(body),
            });
            if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status} ${await answer.text()}`);
            return (await answer.json()) as T;
        },
        [method, path, body] as const,
    );
}
