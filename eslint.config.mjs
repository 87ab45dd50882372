import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  {
    ignores: [
      '**/dist/',
      '**/node_modules/',
      'data/',
      '.cache/',
      'test-results/',
      'playwright-report/',
      '**/*.d.ts',
    ],
  },
  ...tseslint.configs.recommended,
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      'no-console': 'error',
      eqeqeq: 'error',
      'prefer-const': 'error',
      'no-self-compare': 'error',
      'no-unreachable': 'error',
      'no-useless-assignment': 'error',
      'no-useless-catch': 'error',
      'no-useless-rename': 'error',
      'no-useless-return': 'error',
      'object-shorthand': 'error',
    },
  },
  { files: ['apps/server/**/*.ts'], rules: { '@typescript-eslint/consistent-type-imports': 'off' } },
  { files: ['**/*.cjs'], rules: { '@typescript-eslint/no-require-imports': 'off', 'no-undef': 'off' } },
  { files: ['scripts/**', 'bench/**'], rules: { 'no-console': 'off' } },
  { files: ['apps/web/**/*.{ts,tsx}'], ...reactHooks.configs.flat.recommended },
  // Files, functions and lists of parameters that one can take in at a glance. What is over today stands in
  // eslint-suppressions.json; nothing new may be added to it, and what was split has to be taken out.
  {
    files: ['**/*.{ts,mjs}'],
    rules: {
      'max-lines': ['error', 350],
      'max-lines-per-function': ['error', { max: 60, skipComments: true }],
      'max-params': ['error', 4],
    },
  },
  {
    files: ['**/*.tsx'],
    rules: {
      'max-lines': ['error', 350],
      'max-lines-per-function': ['error', { max: 100, skipComments: true }],
      'max-params': ['error', 4],
    },
  },
  // Core keeps nothing between calls but through units/memo.ts (docs/decisions/0010).
  {
    files: ['packages/core/src/**/*.ts'],
    ignores: ['packages/core/src/units/memo.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: ':matches(Program, ExportNamedDeclaration) > VariableDeclaration[kind="let"]',
          message: 'Core keeps no state: hand it in, or use a memo of units/memo.ts.',
        },
        {
          selector:
            ':matches(Program, ExportNamedDeclaration) > VariableDeclaration > VariableDeclarator > ' +
            ':matches(NewExpression[callee.name=/^(Map|WeakMap|WeakSet)$/][arguments.length=0],' +
            'NewExpression[callee.name="LRUCache"])',
          message: 'Core keeps no state: hand it in, or use a memo of units/memo.ts.',
        },
      ],
    },
  },
  // A suite is as long as what it tells.
  {
    files: ['**/test/**', 'e2e/**'],
    rules: { 'max-lines': ['error', 500], 'max-lines-per-function': 'off', 'max-params': 'off' },
  },
);
