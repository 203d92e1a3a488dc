import a11y from 'eslint-plugin-jsx-a11y';
import hooks from 'eslint-plugin-react-hooks';
import importSort from 'eslint-plugin-simple-import-sort';
import tseslint from 'typescript-eslint';
import { RETIRED_WORDS } from './scripts/retiredWords.js';

const NO_OUTSIDE =
  'The core has no clock, no randomness and no outside: hand it in (docs/architecture.md).';

export default tseslint.config(
  { ignores: ['dist/**', 'node_modules/**', 'test-results/**', 'server/db/migrations/**'] },
  ...tseslint.configs.recommended,
  {
    files: ['**/*.{ts,tsx,mjs,js}'],
    rules: {
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', destructuredArrayIgnorePattern: '^_' },
      ],
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-expressions': [
        'error',
        { allowTernary: true, allowShortCircuit: true },
      ],
      '@typescript-eslint/consistent-type-imports': [
        'error',
        { disallowTypeAnnotations: false, fixStyle: 'inline-type-imports' },
      ],
      'id-denylist': ['error', ...Object.keys(RETIRED_WORDS)],
      'no-console': 'error',
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      'max-lines': ['error', { max: 500, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    files: ['core/**/*.ts', 'wording/**/*.ts', 'contract/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: "CallExpression[callee.object.name='Date'][callee.property.name='now']",
          message: NO_OUTSIDE,
        },
        { selector: "NewExpression[callee.name='Date'][arguments.length=0]", message: NO_OUTSIDE },
        {
          selector: "CallExpression[callee.object.name='Math'][callee.property.name='random']",
          message: NO_OUTSIDE,
        },
      ],
    },
  },
  {
    files: ['**/*.{ts,tsx}'],
    plugins: { 'simple-import-sort': importSort },
    rules: {
      'simple-import-sort/imports': [
        'error',
        // Node and packages, then what has an alias, then what lies above and beside.
        { groups: [['^node:', '^[a-z@]', '^#', '^\\.\\.', '^\\.', '^\\u0000']] },
      ],
    },
  },
  {
    files: ['web/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks, 'jsx-a11y': a11y },
    rules: {
      'react-hooks/rules-of-hooks': 'error',
      'react-hooks/exhaustive-deps': 'error',
      ...a11y.flatConfigs.recommended.rules,
      // A dialog's first field has the focus, as who opened it expects.
      'jsx-a11y/no-autofocus': 'off',
      // What scrolls must be reached by keyboard (axe: scrollable-region-focusable); grids have a roving tabindex.
      'jsx-a11y/no-noninteractive-tabindex': 'off',
      'jsx-a11y/interactive-supports-focus': 'off',
      // Keys of a whole form or grid are heard at its edge; axe checks the result in the browser.
      'jsx-a11y/no-noninteractive-element-interactions': 'off',
      'jsx-a11y/click-events-have-key-events': 'off',
      // The list of a combobox is there only while it is open.
      'jsx-a11y/role-has-required-aria-props': 'off',
      // aria-description is of ARIA 1.3.
      'jsx-a11y/role-supports-aria-props': 'off',
    },
  },
  {
    files: [
      '{core,wording,contract,server,demo,standins,scripts,bench,tests}/**/*.ts',
      'web/**/*.{ts,tsx}',
    ],
    ignores: ['**/*.d.ts'],
    languageOptions: {
      parserOptions: {
        project: ['tsconfig.json', 'web/tsconfig.json'],
        tsconfigRootDir: import.meta.dirname,
      },
    },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: false }],
      '@typescript-eslint/await-thenable': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': [
        'error',
        { considerDefaultExhaustiveForUnions: true },
      ],
    },
  },
  { files: ['contract/routes/route.ts'], rules: { '@typescript-eslint/no-explicit-any': 'off' } },
  // A long list of one thing, and tests of one subject.
  {
    files: ['contract/errors/catalogue.ts', '**/*.test.ts', 'tests/**'],
    rules: { 'max-lines': 'off' },
  },
  { files: ['.dependency-cruiser.cjs'], rules: { '@typescript-eslint/no-require-imports': 'off' } },
  { files: ['scripts/retiredWords.js'], rules: { 'id-denylist': 'off' } },
  { files: ['web/main.tsx'], rules: { 'no-var': 'off' } },
);
