import next from '@next/eslint-plugin-next';
import boundaries from 'eslint-plugin-boundaries';
import hooks from 'eslint-plugin-react-hooks';
import regexp from 'eslint-plugin-regexp';
import ts from 'typescript-eslint';

// Arrows run one way: app → features → domain → (server, db) → core, and ui → core. A feature never reaches into another's inside; the
// frame is what all of them stand in.
const FOLDERS = ['app', 'core', 'db', 'domain', 'server', 'ui', 'workers'];

const LINK = { name: 'next/link', message: 'Take @/ui/Link: it fetches a page when it is asked for.' };

export default ts.config(
  { ignores: ['.next/', 'node_modules/', 'next-env.d.ts', '.ironstone/', 'playwright-report/', 'test-results/'] },
  ...ts.configs.recommended,
  { linterOptions: { reportUnusedDisableDirectives: 'error' } },
  {
    files: ['src/**/*.{ts,tsx}'],
    plugins: { '@next/next': next, 'react-hooks': hooks, boundaries },
    settings: {
      'import/resolver': { typescript: true },
      'boundaries/include': ['src/**/*'],
      'boundaries/ignore': ['src/proxy.ts'],
      'boundaries/elements': [
        { type: 'frame', pattern: 'src/features/frame' },
        { type: 'feature', pattern: 'src/features/*', capture: ['feature'] },
        ...FOLDERS.map((name) => ({ type: name, pattern: `src/${name}` })),
      ],
    },
    rules: {
      ...next.configs.recommended.rules,
      ...hooks.configs.recommended.rules,
      'boundaries/no-unknown-files': 'error',
      'boundaries/dependencies': [
        'error',
        {
          default: 'disallow',
          policies: [
            { from: { element: { type: 'core' } }, allow: { to: { element: { type: 'core' } } } },
            { from: { element: { type: 'db' } }, allow: { to: { element: { type: ['db', 'core'] } } } },
            { from: { element: { type: 'server' } }, allow: { to: { element: { type: ['server', 'db', 'core'] } } } },
            {
              from: { element: { type: 'domain' } },
              allow: { to: { element: { type: ['domain', 'server', 'db', 'core'] } } },
            },
            { from: { element: { type: 'workers' } }, allow: { to: { element: { type: ['workers', 'core'] } } } },
            { from: { element: { type: 'ui' } }, allow: { to: { element: { type: ['ui', 'workers', 'core'] } } } },
            {
              from: { element: { type: 'ui' } },
              allow: { to: { element: { type: ['domain', 'server', 'db'] } }, dependency: { kind: 'type' } },
            },
            {
              from: { element: { type: 'frame' } },
              allow: { to: { element: { type: ['frame', 'domain', 'server', 'db', 'ui', 'workers', 'core'] } } },
            },
            {
              from: { element: { type: 'feature' } },
              allow: { to: { element: { type: ['frame', 'domain', 'server', 'db', 'ui', 'workers', 'core'] } } },
            },
            {
              from: { element: { type: 'feature' } },
              allow: {
                to: { element: { type: 'feature', captured: { feature: '{{ from.element.captured.feature }}' } } },
              },
            },
            {
              from: { element: { type: 'app' } },
              allow: { to: { element: { type: ['app', 'frame', 'feature', 'domain', 'server', 'ui', 'core', 'db'] } } },
            },
          ],
        },
      ],
    },
  },
  {
    files: ['src/app/**/*.tsx', 'src/ui/**/*.tsx', 'src/features/frame/**/*.tsx'],
    ignores: ['src/ui/Link.tsx'],
    rules: { 'no-restricted-imports': ['error', { paths: [LINK] }] },
  },
  {
    // A write that asks the pool for a second connection can stop the process for good: reads take the handle they are given.
    files: ['src/domain/**/*.{ts,tsx}', 'src/features/**/*.{ts,tsx}'],
    ignores: ['src/features/frame/**'],
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
