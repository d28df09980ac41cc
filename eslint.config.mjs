import js from '@eslint/js'
import prettier from 'eslint-config-prettier'
import reactHooks from 'eslint-plugin-react-hooks'
import regexp from 'eslint-plugin-regexp'
import tseslint from 'typescript-eslint'

/** What a pattern can tell of a sentence that no keeper says; a person who reads it aloud hears the rest. */
const SENTENCES = [
  [
    'TemplateElement[value.raw=/; and $/], Literal[value=/; and \\d/], JSXText[value=/; and $/]',
    'the rest of a list is told as ‘and 3 more’ or ‘(2 other reasons)’: firstOf and counted',
  ],
  [
    'JSXText[value=/[a-z]\\(s\\)/], Literal[value=/[a-z]\\(s\\)(?![:?|])/], TemplateElement[value.raw=/[a-z]\\(s\\)/]',
    'one egg, two eggs: counted',
  ],
  ['JSXText[value=/\\b(?:null|undefined|NaN)\\b/]', 'what is not known has a word of its own'],
  ['JSXText[value=/\\p{L}!\\s*$/u]', 'nothing is shouted'],
  [
    'JSXText[value=/\\b(?:[Nn]ine times in ten|[Tt]ake it over|[Ss]et beside|[Nn]obody is|[Nn]obody here|[Aa]sleep|[Ss]leepers?|parted|mends it|last word)\\b/]',
    'say it as a keeper would: a 90 % range, Use this figure, Compare, empty, fixes it, last reading, No animal is, resting, separated',
  ],
].map(([selector, message]) => ({ selector, message }))

export default tseslint.config(
  { ignores: ['**/node_modules/', '**/dist/', '.data/', 'test-results/', 'apps/server/src/db/migrations/'] },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  {
    files: ['**/*.{ts,tsx}'],
    ignores: ['apps/server/drizzle.config.ts'],
    languageOptions: { parserOptions: { project: './tsconfig.json', tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: { attributes: false } }],
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'max-lines': ['error', { max: 300, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    // Expressions are read over what strangers send: none may take more than a time that grows with its length.
    ignores: ['e2e/**', '**/test/**'],
    plugins: { regexp },
    rules: {
      'regexp/no-super-linear-backtracking': ['error', { report: 'potential' }],
      'regexp/no-super-linear-move': ['error', { report: 'potential' }],
    },
  },
  {
    // A lexer reads from where it stands and never searches: a move is no loop there. Its lines are of bounded length.
    files: ['packages/core/src/slate/tokens.ts'],
    rules: { 'regexp/no-super-linear-move': 'off' },
  },
  {
    files: ['apps/web/src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    rules: {
      'react-hooks/rules-of-hooks': 'error',
      'react-hooks/exhaustive-deps': 'error',
      'no-restricted-syntax': [
        'error',
        {
          selector: 'JSXOpeningElement[name.name="button"]:not(:has(> JSXAttribute[name.name="type"]))',
          message: 'a button without a type sends the form it stands in',
        },
        {
          selector:
            'JSXAttribute[name.name="style"] > JSXExpressionContainer > ObjectExpression > Property > Literal',
          message: 'what is not worked out stands in a style sheet: layout.css, or the sheet of the room',
        },
        {
          selector:
            'MemberExpression[property.name=/^(body|reply|params|query)$/] > MemberExpression[object.name=/Api$/]',
          message:
            'the schemas of endpoints are left out of what the browser loads: import the schema itself',
        },
        ...[
          '> CallExpression[callee.name=/^(send|ask|sendOrSay)$/]',
          "> CallExpression > MemberExpression[property.name='then'] > CallExpression[callee.name=/^(send|ask)$/]",
        ].map((call) => ({
          selector: `UnaryExpression[operator='void'] ${call}`,
          message: 'what the server refuses is heard by nobody: useSendAndSay, or a form',
        })),
        ...SENTENCES,
      ],
    },
  },
  {
    files: ['apps/server/src/**/*.ts', 'packages/*/src/**/*.ts'],
    rules: { 'no-restricted-syntax': ['error', ...SENTENCES] },
  },
  { files: ['apps/web/public/push.js'], languageOptions: { globals: { self: 'readonly' } } },
  {
    files: ['**/*.{mjs,cjs,js}'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        module: 'writable',
        URL: 'readonly',
        setTimeout: 'readonly',
        fetch: 'readonly',
        Buffer: 'readonly',
      },
    },
  },
  prettier,
)
