import js from '@eslint/js'
import hooks from 'eslint-plugin-react-hooks'
import tseslint from 'typescript-eslint'

/** Clock and chance come in as arguments: they are read in one file a side. */
const noClock = [
  {
    selector: "CallExpression[callee.object.name='Date'][callee.property.name='now']",
    message: 'The clock comes in as an argument; it is read in platform/clock.ts or app/clock.ts.',
  },
  {
    selector: 'NewExpression[callee.name="Date"][arguments.length=0]',
    message: 'The clock comes in as an argument.',
  },
  {
    selector: "CallExpression[callee.object.name='Math'][callee.property.name='random']",
    message: 'Chance comes in as an argument.',
  },
]

export default tseslint.config(
  {
    ignores: [
      'dist',
      'node_modules',
      '.data',
      'test-results',
      'playwright-report',
      '.dependency-cruiser.cjs',
    ],
  },
  js.configs.recommended,
  {
    files: ['**/*.{ts,tsx}'],
    extends: [...tseslint.configs.strict],
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-non-null-assertion': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-dynamic-delete': 'off',
      '@typescript-eslint/no-invalid-void-type': 'off',
      eqeqeq: 'error',
    },
  },
  {
    files: ['core/**/*.ts', 'api/**/*.ts', 'server/**/*.ts', 'web/**/*.{ts,tsx}'],
    ignores: ['server/platform/clock.ts', 'web/app/clock.ts', '**/*.test.ts', 'server/testing/**'],
    rules: { 'no-restricted-syntax': ['error', ...noClock] },
  },
  {
    files: ['web/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  {
    files: ['**/*.test.ts', 'e2e/**/*.ts', 'server/testing/**'],
    rules: { '@typescript-eslint/no-non-null-assertion': 'off' },
  },
  {
    files: ['**/*.{mjs,js}'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        fetch: 'readonly',
        setTimeout: 'readonly',
        performance: 'readonly',
        FormData: 'readonly',
        Blob: 'readonly',
        URL: 'readonly',
      },
    },
  },
  {
    files: ['{core,api,server,web}/**/*.{ts,tsx}'],
    ignores: ['**/*.test.{ts,tsx}'],
    rules: {
      'max-lines': ['error', 350],
      'max-lines-per-function': ['error', { max: 80, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    // Tables: one case a kind, an act, an effect or a rule, complete by the compiler. And suites and seeded workshops of tests.
    files: [
      'api/words/**',
      'core/views/labels.ts',
      'core/composer/freely/tell.ts',
      'web/features/episodes/choices.ts',
      '{core,server}/testing/**',
    ],
    rules: { 'max-lines-per-function': 'off' },
  },
)
