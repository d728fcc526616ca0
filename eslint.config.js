import js from '@eslint/js';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  {
    ignores: [
      '**/dist/',
      '**/node_modules/',
      'test-results/',
      '.cache/',
      'playwright-report/',
      '.dependency-cruiser.cjs',
    ],
  },
  js.configs.recommended,
  ...tseslint.configs.strict,
  {
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off', // noUncheckedIndexedAccess makes the compiler ask; the answer is often known
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/unified-signatures': 'off',
      eqeqeq: 'error',
      'no-console': 'error',
      complexity: ['warn', 40],
    },
  },
  { files: ['web/**/*.tsx'], plugins: { 'react-hooks': hooks }, rules: hooks.configs['recommended-latest'].rules },
  {
    files: ['scripts/**', 'bench/**', 'server/src/main.ts'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        URL: 'readonly',
        performance: 'readonly',
        setTimeout: 'readonly',
        clearTimeout: 'readonly',
        fetch: 'readonly',
        document: 'readonly',
      },
    },
    rules: { 'no-console': 'off' },
  },
);
