import { readdirSync } from 'node:fs';
import js from '@eslint/js';
import globals from 'globals';
import hooks from 'eslint-plugin-react-hooks';
import regexp from 'eslint-plugin-regexp';
import ts from 'typescript-eslint';

/** The phases of the core, in order: each may read what those before it made, and knows nothing of those after it. */
const PHASES = ['model', 'read', 'link', 'follow', 'homes', 'rules', 'edit', 'write'];
/** What readers share; each other folder beside them is a family, and what two families need belongs to neither. */
const SHARED = ['script', 'component', 'jsx', 'libraries'];
const FAMILIES = readdirSync(new URL('packages/core/src/read', import.meta.url), { withFileTypes: true })
  .filter((entry) => entry.isDirectory() && !SHARED.includes(entry.name))
  .map((entry) => entry.name);

/**
 * Files in a folder may not import from some others. `why` ends the sentence that the linter shows.
 *
 * @param {string[]} files
 * @param {string[]} folders
 * @param {string} why
 * @returns {import('typescript-eslint').ConfigWithExtends}
 */
const keepsOut = (files, folders, why) => ({
  files,
  ignores: ['**/*.test.ts', '**/*.test.tsx'],
  rules: {
    'no-restricted-imports': [
      'error',
      { patterns: [{ regex: `^(\\.\\./)+(${folders.join('|')})(/|$)`, message: `Imports run one way: ${why}.` }] },
    ],
  },
});

const core = 'packages/core/src';
const directions = [
  ...PHASES.slice(0, -1)
    .filter((phase) => phase !== 'read')
    .map((phase) =>
      keepsOut([`${core}/${phase}/**`], PHASES.slice(PHASES.indexOf(phase) + 1), `${phase} comes before them`),
    ),
  keepsOut([`${core}/read/*.ts`], PHASES.slice(2), 'read comes before them'),
  keepsOut(
    [`${core}/read/script/**`],
    [...PHASES.slice(2), 'component', 'jsx', 'libraries', ...FAMILIES],
    'what reads any script knows no family and no library',
  ),
  keepsOut(
    [`${core}/read/{component,jsx,libraries}/**`],
    [...PHASES.slice(2), ...FAMILIES],
    'what families share knows none of them',
  ),
  ...FAMILIES.map((family) =>
    keepsOut(
      [`${core}/read/${family}/**`],
      [...PHASES.slice(2), ...FAMILIES.filter((other) => other !== family)],
      'what two families need belongs to neither',
    ),
  ),
  keepsOut(['packages/web/src/parts/**'], ['api', 'project', 'views', 'app'], 'parts know nothing of the server'),
  keepsOut(
    ['packages/web/src/api/**'],
    ['project', 'parts', 'views', 'app'],
    'the interface is built on what the server answers',
  ),
  keepsOut(['packages/web/src/project/**'], ['parts', 'views', 'app'], 'views are built on the open project'),
  keepsOut(['packages/web/src/views/**'], ['app'], 'the frame shows the views'),
];

export default ts.config(
  { ignores: ['**/dist/**', '**/node_modules/**', 'examples/**', 'docs/**', '.cache/**'] },
  js.configs.recommended,
  ...ts.configs.strict,
  { languageOptions: { globals: { ...globals.node, ...globals.browser } } },
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-dynamic-delete': 'off',
      '@typescript-eslint/no-invalid-void-type': ['error', { allowInGenericTypeArguments: true }],
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      'prefer-const': 'error',
    },
  },
  {
    // Patterns are matched against what other people wrote: none may take more than linear time.
    files: ['packages/*/src/**/*.{ts,tsx}'],
    ignores: ['**/*.test.ts', '**/testing/**'],
    plugins: { regexp },
    rules: {
      'regexp/no-super-linear-backtracking': ['error', { report: 'potential' }],
      'regexp/no-super-linear-move': ['error', { report: 'potential', ignoreSticky: false }],
    },
  },
  ...directions,
  {
    files: ['packages/web/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
);
