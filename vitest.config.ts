import react from '@vitejs/plugin-react';
import tailwindcss from '@tailwindcss/vite';
import { playwright } from '@vitest/browser-playwright';
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';
import launchOptions from './tests/Browser/chromium.json' with { type: 'json' };

const alias = { '@': fileURLToPath(new URL('./resources/js', import.meta.url)) };

/** What computes runs in Node; what people type into runs in a real browser, with real keystrokes. */
export default defineConfig({
    test: {
        projects: [
            {
                resolve: { alias },
                test: {
                    name: 'unit',
                    include: ['resources/js/**/*.test.{ts,tsx}'],
                    exclude: ['resources/js/**/*.browser.test.{ts,tsx}'],
                },
            },
            {
                plugins: [react(), tailwindcss()],
                resolve: { alias },
                // Known beforehand: one that is found during a test would load the page anew.
                optimizeDeps: {
                    include: [
                        'react',
                        'react-dom/client',
                        'react/jsx-dev-runtime',
                        'react-router',
                        'react-hook-form',
                        '@hookform/resolvers/zod',
                        'zod',
                        '@tanstack/react-query',
                        'radix-ui',
                        'lucide-react',
                        'sonner',
                        'clsx',
                        'openapi-fetch',
                        'cmdk',
                        'intl-messageformat',
                        '@tanstack/react-table',
                        '@tanstack/react-virtual',
                        'vitest-browser-react',
                    ],
                },
                test: {
                    name: 'browser',
                    include: ['resources/js/**/*.browser.test.{ts,tsx}'],
                    browser: {
                        enabled: true,
                        headless: true,
                        screenshotFailures: false,
                        provider: playwright({ launchOptions }),
                        instances: [{ browser: 'chromium' }],
                    },
                },
            },
        ],
    },
});
