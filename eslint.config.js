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

/** What is read on screen goes through `say`, so that it is in the catalogue whole, and another language can say it. */
const word = '/[A-Za-z]{3}/'
const shownHere = 'JSXAttribute[name.name=/^(label|title|placeholder|hint|alt|submit|aria-label)$/]'
const child = 'JSXElement > JSXExpressionContainer'
const unsaid = [
  `JSXText[value=${word}]`,
  // An example of what may be typed holds no sentence: "IC4, C3-C7".
  `${shownHere} > Literal[value=/[a-z]{3}/]`,
  `${shownHere} > JSXExpressionContainer > TemplateLiteral > TemplateElement[value.raw=${word}]`,
  `${shownHere} > JSXExpressionContainer > :matches(ConditionalExpression, LogicalExpression) > :matches(Literal[value=${word}], TemplateLiteral > TemplateElement[value.raw=${word}])`,
  `:matches(${child}, JSXFragment > JSXExpressionContainer) > :matches(Literal[value=${word}], TemplateLiteral > TemplateElement[value.raw=${word}])`,
  `${child} > :matches(ConditionalExpression, LogicalExpression) > :matches(Literal[value=${word}], TemplateLiteral > TemplateElement[value.raw=${word}])`,
].map((selector) => ({ selector, message: 'Words on screen are said: say(…).' }))
/** Tables of what is shown are named so; a table of what is stored has another name, and is `shown`. */
const table =
  'VariableDeclarator[id.name=/([a-z]Words|words|[lL]abels|[tT]itles|[hH]eads)$/]:not([init.type=ArrowFunctionExpression])'
const unsaidTables = [
  `${table} Property > Literal.value[value=${word}]`,
  `${table} > ArrayExpression > Literal[value=${word}]`,
  `${table} > TSAsExpression > ArrayExpression > Literal[value=${word}]`,
].map((selector) => ({ selector, message: 'A table of words holds what is said: say(…).' }))
const unsaidWords = [
  {
    selector: `:not(MemberExpression) > TemplateLiteral > TemplateElement[value.raw=${word}]`,
    message: 'A sentence is said whole, with slots: say(…).',
  },
  {
    selector: "CallExpression[callee.name='say'] > :first-child:not(Literal):not(Identifier[name='say'])",
    message: 'What is said stands here as it is written, so that the catalogue finds it.',
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
    files: ['web/**/*.tsx'],
    ignores: ['**/*.test.tsx', 'web/testing/**'],
    rules: { 'no-restricted-syntax': ['error', ...noClock, ...unsaid, ...unsaidTables] },
  },
  {
    files: ['web/**/*.ts'],
    ignores: ['web/app/clock.ts', '**/*.test.ts', 'web/testing/**'],
    rules: { 'no-restricted-syntax': ['error', ...noClock, ...unsaidTables] },
  },
  {
    files: ['api/words/**/*.ts'],
    ignores: ['**/*.test.ts', 'api/words/{say,lists}.ts'],
    rules: { 'no-restricted-syntax': ['error', ...noClock, ...unsaidWords, ...unsaidTables] },
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
