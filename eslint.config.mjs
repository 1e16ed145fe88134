import next from '@next/eslint-plugin-next';
import hooks from 'eslint-plugin-react-hooks';
import regexp from 'eslint-plugin-regexp';
import ts from 'typescript-eslint';

const LINK = { name: 'next/link', message: 'Take @/ui/Link: it fetches a page when it is asked for.' };

export default ts.config(
  { ignores: ['.next/', 'node_modules/', 'next-env.d.ts', '.ironstone/', 'playwright-report/', 'test-results/'] },
  ...ts.configs.recommended,
  { linterOptions: { reportUnusedDisableDirectives: 'error' } },
  {
    files: ['src/**/*.{ts,tsx}'],
    plugins: { '@next/next': next },
    rules: next.configs.recommended.rules,
  },
  {
    // What has components and hooks; reading a file for these rules takes longer than all other rules together.
    files: ['src/**/*.tsx', 'src/**/use[A-Z]*.ts', 'src/areas/bench/shared/opening.ts'],
    plugins: { 'react-hooks': hooks },
    rules: hooks.configs.recommended.rules,
  },
  {
    files: ['src/app/**/*.tsx', 'src/ui/**/*.tsx', 'src/shell/frame/**/*.tsx'],
    ignores: ['src/ui/Link.tsx'],
    rules: { 'no-restricted-imports': ['error', { paths: [LINK] }] },
  },
  {
    // A write that asks the pool for a second connection can stop the process for good: reads take the handle they are given.
    files: ['src/areas/**/*.{ts,tsx}', 'src/shell/**/*.{ts,tsx}'],
    ignores: ['src/shell/frame/**'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          paths: [
            LINK,
            {
              name: '@/db/connection',
              importNames: ['pool', 'connect'],
              message: 'Take the handle as an argument: a page gives the pool, a write its transaction.',
            },
          ],
        },
      ],
    },
  },
  {
    files: ['src/core/**/*.ts'],
    rules: {
      // No clock, no chance, no world: they come in as arguments.
      'no-restricted-globals': ['error', 'fetch', 'process', 'window', 'document'],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random' },
        { object: 'Date', property: 'now' },
      ],
      'no-restricted-syntax': [
        'error',
        { selector: 'NewExpression[callee.name="Date"][arguments.length=0]', message: 'Core has no clock.' },
      ],
    },
  },
  {
    // A pattern that goes back and forth stops the process on a long text; text comes from outside.
    files: ['src/**/*.{ts,tsx,mjs,js}', 'scripts/**/*.{ts,mjs}'],
    ignores: ['**/*.test.ts'],
    plugins: { regexp },
    rules: {
      'regexp/no-super-linear-backtracking': ['error', { report: 'potential' }],
      'regexp/no-super-linear-move': ['error', { ignorePartial: false, ignoreSticky: false }],
    },
  },
  {
    files: ['**/*.{ts,tsx,mjs}'],
    rules: { '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', ignoreRestSiblings: true }] },
  },
);
