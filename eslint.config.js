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
      'max-lines': ['error', { max: 400, skipBlankLines: true, skipComments: true }],
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
  { files: ['contract/routes/route.ts'], rules: { '@typescript-eslint/no-explicit-any': 'off' } },
  { files: ['scripts/retiredWords.js'], rules: { 'id-denylist': 'off' } },
  { files: ['web/main.tsx'], rules: { 'no-var': 'off' } },
);
