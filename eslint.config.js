import js from '@eslint/js'
import hooks from 'eslint-plugin-react-hooks'
import ts from 'typescript-eslint'

export default ts.config(
  { ignores: ['build', 'node_modules', '.react-router', '.cache', 'test-results', 'playwright-report'] },
  js.configs.recommended,
  ...ts.configs.recommendedTypeChecked,
  {
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    plugins: { 'react-hooks': hooks },
    rules: {
      ...hooks.configs.recommended.rules,
      'react-hooks/set-state-in-effect': 'off',
      'react-hooks/refs': 'off',
      'react-hooks/immutability': 'off',
      'no-console': 'error',
      // The formatter has its way; what it cannot break (texts, comments) keeps to its width too.
      'max-len': ['error', { code: 110, ignorePattern: '^import ' }],
      'no-warning-comments': ['error', { terms: ['prettier-ignore'], location: 'anywhere' }],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-unused-expressions': 'off',
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/unbound-method': 'off',
      '@typescript-eslint/no-unsafe-unary-minus': 'off',
      '@typescript-eslint/only-throw-error': 'off',
      '@typescript-eslint/require-await': 'off',
    },
  },
  { files: ['**/*.js', '**/*.mjs', '**/*.cjs'], ...ts.configs.disableTypeChecked },
  {
    files: ['scripts/**', 'bench/**', 'server/**'],
    languageOptions: { globals: { console: 'readonly', process: 'readonly' } },
    rules: { 'no-console': 'off', 'no-undef': 'off' },
  },
  { files: ['*.cjs'], rules: { 'no-undef': 'off' } },
  {
    files: ['**/*.test.ts', 'e2e/**'],
    rules: { '@typescript-eslint/no-unsafe-assignment': 'off', '@typescript-eslint/no-unsafe-return': 'off' },
  },
)
