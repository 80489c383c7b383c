import js from '@eslint/js';
import { createTypeScriptImportResolver } from 'eslint-import-resolver-typescript';
import { importX } from 'eslint-plugin-import-x';
import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';

// The page's folders from the bottom up: each uses only what stands before it.
const LAYERS = ['generated', 'words', 'drawing', 'state', 'parts', 'views', 'frame'];

/** What no file of a folder may import: what stands above it. */
const above = (layer) => ({
  files: [`src/${layer}/**`],
  rules: {
    '@typescript-eslint/no-restricted-imports': [
      'error',
      {
        patterns: LAYERS.slice(LAYERS.indexOf(layer) + 1).map((upper) => ({
          regex: `^(\\.\\./)+${upper}/`,
          message: `${layer} stands below ${upper}.`,
        })),
      },
    ],
  },
});

export default ts.config(
  { ignores: ['dist', 'node_modules', 'src/generated'] },
  js.configs.recommended,
  ...ts.configs.strict,
  ...svelte.configs.recommended,
  { languageOptions: { globals: { ...globals.browser } } },
  // Scripts of components are TypeScript, in whichever file they are imported.
  { languageOptions: { parserOptions: { parser: ts.parser } } },
  ...LAYERS.map(above),
  {
    files: ['src/**'],
    plugins: { 'import-x': importX },
    settings: {
      'import-x/extensions': ['.ts', '.svelte'],
      'import-x/parsers': { 'svelte-eslint-parser': ['.svelte'], '@typescript-eslint/parser': ['.ts'] },
      'import-x/resolver-next': [createTypeScriptImportResolver()],
    },
    // Views are loaded late by the table that names them, which is no circle.
    rules: { 'import-x/no-cycle': ['error', { allowUnsafeDynamicCyclicDependency: true, ignoreExternal: true }] },
  },
);
