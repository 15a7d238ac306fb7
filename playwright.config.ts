import { defineConfig } from '@playwright/test';
import launchOptions from './tests/Browser/chromium.json' with { type: 'json' };

// Debian's Chromium, no downloads. The application, its workers and the simulated marketplaces run already: bin/test browser.
export default defineConfig({
    testDir: 'tests/Browser',
    outputDir: 'var/test/playwright',
    workers: 2,
    retries: 0,
    forbidOnly: true,
    // Only what hangs takes as long: slow machines are no fault.
    timeout: 420_000,
    expect: { timeout: 20_000 },
    reporter: [['line']],
    use: {
        baseURL: process.env.WRASSE_URL ?? 'http://127.0.0.1:8580',
        viewport: { width: 1280, height: 800 },
        trace: 'retain-on-failure',
        launchOptions,
    },
});
