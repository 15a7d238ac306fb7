import { defineConfig } from '@playwright/test';

// Debian's Chromium, no downloads. The application, its workers and the simulated marketplaces run already: bin/test browser.
export default defineConfig({
    testDir: 'tests/Browser',
    outputDir: 'var/test/playwright',
    workers: 1,
    retries: 0,
    forbidOnly: true,
    timeout: 120_000,
    expect: { timeout: 15_000 },
    reporter: [['line']],
    use: {
        baseURL: process.env.WRASSE_URL ?? 'http://127.0.0.1:8580',
        viewport: { width: 1280, height: 800 },
        trace: 'retain-on-failure',
        launchOptions: {
            executablePath: '/usr/bin/chromium',
            args: [
                '--no-sandbox',
                '--disable-gpu',
                '--disable-quic',
                '--no-first-run',
                '--disable-background-networking',
                '--disable-component-update',
                '--disable-sync',
            ],
        },
    },
});
