// How much script the browser runs for each thing a person does, as its own trace says. Prints figures; judges nothing.
import { chromium } from '@playwright/test';
import launchOptions from '../tests/Browser/chromium.json' with { type: 'json' };

const { WRASSE_URL: url, BENCH_EMAIL: email, BENCH_PASSWORD: password } = process.env;
const browser = await chromium.launch(launchOptions);
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });

await page.goto(`${url}/sign-in`);
await page.getByLabel('E-mail').fill(email);
await page.getByLabel('Password').fill(password);
await page.getByRole('button', { name: 'Sign in' }).click();
await page.getByRole('row').nth(5).waitFor();

const SCRIPT = new Set([
    'EvaluateScript',
    'EventDispatch',
    'FireAnimationFrame',
    'FunctionCall',
    'RunMicrotasks',
    'TimerFire',
    'v8.callFunction',
    'v8.run',
]);
const SETTLE_MS = 250;
/** Until a search has been asked for, answered and drawn. */
const SEARCH_MS = 1_200;

/**
 * Milliseconds of script for each of the interactions: nested pieces count once. It is the thread's own time as the trace has it, so that
 * a server on the same machine does not count; by the clock it is said beside it.
 */
async function measure(name, many, act, settle = SETTLE_MS) {
    await page.waitForTimeout(1_000);
    await browser.startTracing(page, { categories: ['devtools.timeline', 'v8.execute', 'blink.user_timing'] });
    for (let at = 0; at < many; at++) {
        await page.evaluate((mark) => performance.mark(mark), `interaction ${at}`);
        await act(at);
        await page.waitForTimeout(settle);
    }
    const { traceEvents } = JSON.parse((await browser.stopTracing()).toString());
    const marks = traceEvents
        .filter((event) => event.cat?.includes('user_timing') && /^interaction \d+$/.test(event.name))
        .sort((a, b) => a.ts - b.ts);
    const thread = marks[0];
    const scripts = traceEvents
        .filter((event) => event.ph === 'X' && event.pid === thread.pid && event.tid === thread.tid)
        .filter((event) => SCRIPT.has(event.name))
        .sort((a, b) => a.ts - b.ts || b.dur - a.dur);
    const spent = marks.map(() => 0);
    const byClock = marks.map(() => 0);
    let end = 0;
    for (const { ts, dur, tdur } of scripts) {
        if (ts < end) continue;
        end = ts + dur;
        const at = marks.findLastIndex((mark) => mark.ts <= ts);
        if (at < 0) continue;
        spent[at] += (tdur ?? dur) / 1_000;
        byClock[at] += dur / 1_000;
    }
    const of = (part, figures = spent) => {
        const sorted = [...figures].sort((a, b) => a - b);
        return sorted[Math.min(sorted.length - 1, Math.floor(part * sorted.length))].toFixed(1).padStart(6);
    };
    const clock = `median ${of(0.5, byClock)}, most ${of(1, byClock)}`;
    console.log(
        `${name.padEnd(32)} median ${of(0.5)} ms, 95 % ${of(0.95)}, most ${of(1)} of script; by the clock ${clock}`,
    );
}

const grid = page.getByTestId('grid-scroll');
console.log(`${await page.getByText(/ match$/).textContent()}:`);
await measure('scroll the list by a screen', 30, () => grid.evaluate((box) => box.scrollBy(0, 600)));
console.log(`${await page.getByRole('row').count()} rows in the page`);
await grid.evaluate((box) => box.scrollTo(0, 0));
await page.getByRole('row').nth(2).getByRole('button').first().focus();
await measure('an arrow key in the list', 30, () => page.keyboard.press('ArrowDown'));
await page.keyboard.press('e');
await measure('a digit in a price', 8, (at) => page.keyboard.press(String(at)));
await page.keyboard.press('Escape');
await page.getByRole('searchbox').focus();
await measure('a letter in the search', 10, (at) => page.keyboard.press('crock jars'[at]));
await page.getByRole('searchbox').fill('');
await measure('a letter, and what it finds', 10, (at) => page.keyboard.press('crock jars'[at]), SEARCH_MS);
await page.goto(`${url}/rules/new`);
await page.getByRole('button', { name: 'Just under the cheapest' }).click();
await page.getByLabel('Name').focus();
await measure('a letter in a rule', 12, (at) => page.keyboard.press('under others'[at]));
await browser.close();
