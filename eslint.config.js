import js from '@eslint/js';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

const parts = ['accounts', 'catalogue', 'workbench', 'pricing', 'publishing', 'shell'];

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
    {
        files: ['resources/js/ui/**', 'resources/js/charts/**'],
        rules: {
            'no-restricted-imports': ['error', { patterns: parts.map((part) => `@/${part}/*`) }],
        },
    },
);
