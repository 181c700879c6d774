import js from '@eslint/js';
import globals from 'globals';
import hooks from 'eslint-plugin-react-hooks';
import ts from 'typescript-eslint';

const noClockNoChance = {
  'no-restricted-properties': [
    'error',
    { object: 'Math', property: 'random', message: 'The core knows no chance: pass numbers in.' },
    { object: 'Date', property: 'now', message: 'The core knows no clock: pass the time in.' },
  ],
  'no-restricted-syntax': [
    'error',
    {
      selector: "NewExpression[callee.name='Date'][arguments.length=0]",
      message: 'The core knows no clock: pass the time in.',
    },
  ],
  'no-restricted-globals': [
    'error',
    'window',
    'document',
    'fetch',
    'process',
    'console',
    'setTimeout',
    'setInterval',
    'localStorage',
  ],
};

/** What the core gives away says what it is, in which unit and from where. */
const saysWhatItIs = {
  create: (context) => ({
    'Program > ExportNamedDeclaration[declaration]'(node) {
      const before = context.sourceCode.getCommentsBefore(node).at(-1);
      if (!before || before.type !== 'Block' || !before.value.startsWith('*'))
        context.report({ node, message: 'Say in a doc comment what it is, with its unit and source.' });
    },
  }),
};

// `npm run lint` holds what is quick to hold; `npm run lint -- --all` everything: the compiler's rules for components, and the rules
// that read types in packages that have no promises to forget.
const all = process.env.STEEPSIS_LINT === 'all';
const withPromises = ['server/**/*.ts', 'web/**/*.{ts,tsx}', 'e2e/**/*.ts'];
const typed = all ? ['**/*.{ts,tsx}'] : withPromises;
const promiseRules = {
  '@typescript-eslint/await-thenable': 'error',
  '@typescript-eslint/no-floating-promises': 'error',
  '@typescript-eslint/no-misused-promises': 'error',
};

export default ts.config(
  { ignores: ['**/dist/**', '**/node_modules/**', 'e2e/results/**', '**/*.cjs'] },
  js.configs.recommended,
  { files: ['**/*.mjs'], languageOptions: { globals: globals.node } },
  {
    files: ['**/*.{ts,tsx}'],
    extends: [...ts.configs.recommended],
    rules: {
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'max-params': ['warn', 6],
    },
  },
  {
    files: typed,
    ...(all ? { extends: [...ts.configs.recommendedTypeCheckedOnly] } : {}),
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: all ? {} : promiseRules,
  },
  // Nest finds what to inject by the types it sees at run time, so these must stay plain imports.
  { files: ['server/src/**/*.ts'], rules: { '@typescript-eslint/consistent-type-imports': 'off' } },
  { files: ['core/src/**/*.ts'], ignores: ['**/*.test.ts'], rules: noClockNoChance },
  {
    files: ['core/src/**/*.ts'],
    ignores: ['**/*.test.ts', 'core/src/test/**'],
    plugins: { house: { rules: { 'says-what-it-is': saysWhatItIs } } },
    rules: { 'house/says-what-it-is': 'error' },
  },
  {
    files: ['web/**/*.{ts,tsx}'],
    ...(all ? { extends: [hooks.configs.flat.recommended] } : {}),
    plugins: { 'react-hooks': hooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  {
    files: ['**/*.test.{ts,tsx}', 'server/test/**/*.ts', 'e2e/**/*.ts'],
    rules: {
      '@typescript-eslint/no-unsafe-assignment': 'off',
      '@typescript-eslint/no-unsafe-member-access': 'off',
      '@typescript-eslint/no-unsafe-argument': 'off',
      '@typescript-eslint/no-unsafe-call': 'off',
      '@typescript-eslint/no-unsafe-return': 'off',
    },
  },
  {
    files: ['e2e/**/*.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: "CallExpression[callee.property.name='waitForTimeout']",
          message: 'Wait for something visible, never for a time.',
        },
      ],
    },
  },
);
