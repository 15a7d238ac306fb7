import js from '@eslint/js';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** Each uses only those before it. */
const parts = ['api', 'ui', 'edit', 'charts', 'accounts', 'catalogue', 'pricing', 'publishing', 'settings', 'screens', 'shell'];

const usesOnlyThoseBefore = (part, index) => ({
    files: [`resources/js/${part}/**`],
    rules: {
        'no-restricted-imports': ['error', { patterns: parts.slice(index + 1).map((later) => `@/${later}/*`) }],
    },
});

export default tseslint.config(
    { ignores: ['resources/js/api/schema.d.ts'] },
    js.configs.recommended,
    ...tseslint.configs.recommended,
    reactHooks.configs.flat['recommended-latest'],
    {
        rules: {
            // The virtual table hands out functions the compiler cannot memoise; it is not used here.
            'react-hooks/incompatible-library': 'off',
        },
    },
    {
        files: ['resources/js/**/*.{ts,tsx}'],
        ignores: ['resources/js/api/**'],
        rules: {
            'no-restricted-globals': [
                'error',
                { name: 'fetch', message: 'The API is reached through api/client only.' },
            ],
        },
    },
    ...parts.slice(0, -1).map(usesOnlyThoseBefore),
);
