import js from '@eslint/js';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  { ignores: ['**/dist/', '.tsbuild/', '.cache/', 'data/', 'node_modules/', 'server/migrations/', 'test-results/'] },
  js.configs.recommended,
  {
    files: ['**/*.{ts,tsx}'],
    extends: [tseslint.configs.recommendedTypeChecked],
    languageOptions: {
      parserOptions: { project: './tsconfig.lint.json', tsconfigRootDir: import.meta.dirname },
    },
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_', ignoreRestSiblings: true }],
      '@typescript-eslint/switch-exhaustiveness-check': 'error',
      '@typescript-eslint/consistent-type-imports': 'error',
    },
  },
  {
    files: ['web/src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  {
    // The arrows point one way: the core knows nothing of the others, the contract only the core.
    files: ['core/src/**'],
    rules: {
      'no-restricted-imports': ['error', { patterns: ['@puddler/*', 'node:*'] }],
      'no-restricted-globals': ['error', 'Date', 'performance', 'process', 'window', 'document'],
      'no-restricted-properties': ['error', { object: 'Math', property: 'random', message: 'Randomness is handed in.' }],
    },
  },
  { files: ['figures/src/**'], rules: { 'no-restricted-imports': ['error', { patterns: ['@puddler/server*', '@puddler/web*', 'node:*'] }] } },
  { files: ['contract/src/**'], rules: { 'no-restricted-imports': ['error', { patterns: ['@puddler/server*', '@puddler/web*', 'node:*'] }] } },
  {
    files: ['**/*.mjs', '**/*.cjs'],
    languageOptions: { globals: { __filename: 'readonly', process: 'readonly', console: 'readonly', module: 'writable', URL: 'readonly' } },
  },
  {
    files: ['**/test/**', 'e2e/**'],
    rules: {
      // Playwright finds a fixture's needs in its first parameter, empty or not.
      'no-empty-pattern': ['error', { allowObjectPatternsAsParameters: true }],
      '@typescript-eslint/no-unsafe-assignment': 'off',
      '@typescript-eslint/no-unsafe-member-access': 'off',
      '@typescript-eslint/no-unsafe-argument': 'off',
      '@typescript-eslint/no-unsafe-call': 'off',
    },
  },
);
