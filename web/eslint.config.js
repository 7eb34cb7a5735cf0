// What the compiler and svelte-check do not see: names that are used by nobody, promises that nobody waits for, effects that feed themselves.
import js from '@eslint/js'
import svelte from 'eslint-plugin-svelte'
import globals from 'globals'
import ts from 'typescript-eslint'

export default ts.config(
  { ignores: ['dist/**', 'src/lib/api/schema.ts'] },
  js.configs.recommended,
  ...ts.configs.recommended,
  ...svelte.configs.recommended,
  { languageOptions: { globals: { ...globals.browser, ...globals.serviceworker } } },
  {
    files: ['**/*.svelte', '**/*.svelte.ts'],
    languageOptions: { parserOptions: { parser: ts.parser } },
  },
  {
    rules: {
      // Maps and sets are built anew within what is derived; none of them is state.
      'svelte/prefer-svelte-reactivity': 'off',
      // The formatter writes a space at the end of a line so.
      'svelte/no-useless-mustaches': 'off',
      // A space that does not break stands between a number and its unit.
      'no-irregular-whitespace': ['error', { skipStrings: true, skipTemplates: true, skipComments: true }],
    },
  },
)
