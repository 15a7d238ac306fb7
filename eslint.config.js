import js from '@eslint/js';
import tanstackQuery from '@tanstack/eslint-plugin-query';
import jsxA11y from 'eslint-plugin-jsx-a11y';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** Each uses only those before it. */
const parts = [
    'messages',
    'api',
    'ui',
    'edit',
    'charts',
    'accounts',
    'bulk',
    'imports',
    'catalogue',
    'channels',
    'market',
    'watching',
    'pricing',
    'publishing',
    'alerts',
    'settings',
    'screens',
    'shell',
];

const usesOnlyThoseBefore = (part, index) => ({
    files: [`resources/js/${part}/**`],
    rules: {
        'no-restricted-imports': ['error', { patterns: parts.slice(index + 1).map((later) => `@/${later}/*`) }],
    },
});

const SHOWN = '/^(aria-label|alt|empty|head|heading|hint|label|note|placeholder|save|says|title|what)$/';
const LETTERS = '/[A-Za-z]{2}/';
const SENTENCE = '/^[A-Z][a-z]+ [a-z]|[a-z]{2} [a-z]+ [a-z]{2,}[.?!]?$/';

/** What people read is a message of resources/js/messages, so that it can be said in other languages too. */
const words = [
    `JSXText[value=${LETTERS}][value!='Wrasse']`,
    `JSXAttribute[name.name=${SHOWN}] > Literal[value=${LETTERS}]`,
    `JSXAttribute[name.name=${SHOWN}] > JSXExpressionContainer > :matches(Literal[value=${LETTERS}], TemplateLiteral > TemplateElement[value.raw=${LETTERS}])`,
    `:matches(JSXElement, JSXFragment) > JSXExpressionContainer > ConditionalExpression > Literal[value=${LETTERS}]`,
    `CallExpression[callee.name="toast"] > :matches(Literal, TemplateLiteral > TemplateElement[value.raw=${LETTERS}])`,
    `:not(JSXAttribute, NewExpression) > Literal[value=${SENTENCE}]`,
].map((selector) => ({ selector, message: 'Words are messages: resources/js/messages.' }));

export default tseslint.config(
    { ignores: ['resources/js/api/schema.d.ts'] },
    js.configs.recommended,
    ...tseslint.configs.recommended,
    reactHooks.configs.flat['recommended-latest'],
    ...tanstackQuery.configs['flat/recommended'],
    jsxA11y.flatConfigs.recommended,
    {
        languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
        rules: {
            '@typescript-eslint/no-floating-promises': 'error',
            '@typescript-eslint/no-misused-promises': 'error',
            '@typescript-eslint/await-thenable': 'error',
            // Objects in a template would be "[object Object]".
            '@typescript-eslint/restrict-template-expressions': [
                'error',
                { allowNumber: true, allowBoolean: true, allowNullish: true },
            ],
            // Where it is set, someone has just asked for the field: a window, an edit in place.
            'jsx-a11y/no-autofocus': 'off',
            // What scrolls is reached with the keyboard.
            'jsx-a11y/no-noninteractive-tabindex': ['error', { roles: ['region', 'tabpanel'], tags: [] }],
            'jsx-a11y/label-has-associated-control': [
                'error',
                { controlComponents: ['Tick', 'Switch.Root', 'RadioGroup.Item'], depth: 3 },
            ],
        },
    },
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
        files: ['resources/js/**/*.{ts,tsx}'],
        ignores: ['**/*.test.*'],
        rules: { 'no-restricted-syntax': ['error', ...words] },
    },
    ...parts.slice(0, -1).map(usesOnlyThoseBefore),
);
