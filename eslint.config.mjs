import eslint from '@eslint/js';
import angular from 'angular-eslint';
import tseslint from 'typescript-eslint';

const CORE_FOLDERS = 'packages/core/src/**/*.ts';

export default tseslint.config(
  { ignores: ['**/dist/**', 'apps/server/bundle/**', '**/.angular/**', '**/node_modules/**', 'test-results/**', 'data/**'] },
  eslint.configs.recommended,
  {
    files: ['**/*.mjs', '**/*.cjs'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        Buffer: 'readonly',
        module: 'writable',
        performance: 'readonly',
        setTimeout: 'readonly',
        fetch: 'readonly',
        setInterval: 'readonly',
        clearInterval: 'readonly',
        requestAnimationFrame: 'readonly',
        URL: 'readonly',
        document: 'readonly',
      },
    },
  },
  {
    files: ['**/*.ts'],
    extends: [...tseslint.configs.strict, ...tseslint.configs.stylistic],
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-redeclare': 'off',
      'no-redeclare': 'off',
      '@typescript-eslint/consistent-type-imports': 'error',
      // `import { type A }` would leave an import of nothing behind
      '@typescript-eslint/no-import-type-side-effects': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-invalid-void-type': 'off',
      'no-console': 'error',
    },
  },
  {
    files: [CORE_FOLDERS],
    ignores: ['**/*.spec.ts', '**/*.testing.ts'],
    rules: {
      // the core is pure: no DOM, no Node, no clock, no randomness of its own
      'no-restricted-globals': [
        'error',
        'window',
        'document',
        'navigator',
        'localStorage',
        'process',
        'Buffer',
        'fetch',
        'setTimeout',
        'setInterval',
        'crypto',
        'performance',
      ],
      // of D3 only what knows no page
      'no-restricted-imports': ['error', { patterns: ['node:*', 'fs', 'path', 'd3*', '!d3-dsv', '@angular/*', 'express', 'typeorm'] }],
      'no-restricted-syntax': [
        'error',
        {
          selector: "NewExpression[callee.name='Date'][arguments.length=0]",
          message: 'The core has no clock: take the time as an argument.',
        },
        {
          selector: "MemberExpression[object.name='Date'][property.name='now']",
          message: 'The core has no clock: take the time as an argument.',
        },
        {
          selector: "MemberExpression[object.name='Math'][property.name='random']",
          message: 'The core has no randomness: take a seed as an argument.',
        },
      ],
    },
  },
  {
    files: ['apps/web/src/**/*.ts'],
    extends: [...angular.configs.tsRecommended],
    processor: angular.processInlineTemplates,
    rules: {
      '@typescript-eslint/consistent-type-imports': 'off',
      '@typescript-eslint/no-extraneous-class': 'off',
      '@angular-eslint/prefer-on-push-component-change-detection': 'error',
      '@angular-eslint/component-selector': ['error', { type: 'element', prefix: 'sa', style: 'kebab-case' }],
    },
  },
  {
    files: ['apps/web/src/**/*.html'],
    extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility],
    rules: {
      '@angular-eslint/template/no-any': 'error',
      '@angular-eslint/template/click-events-have-key-events': 'off',
      '@angular-eslint/template/interactive-supports-focus': 'off',
      '@angular-eslint/template/label-has-associated-control': 'off',
      '@angular-eslint/template/mouse-events-have-key-events': 'off',
    },
  },
  { files: ['apps/server/src/main.ts', 'apps/web/src/main.ts'], rules: { 'no-console': 'off' } },
  { files: ['**/*.spec.ts', 'e2e/**/*.ts'], rules: { '@typescript-eslint/no-dynamic-delete': 'off' } },
);
