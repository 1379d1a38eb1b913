import angular from 'angular-eslint';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  { ignores: ['**/dist/', '**/.angular/', 'node_modules/', 'test-results/', 'coverage/'] },
  {
    files: ['**/*.ts'],
    extends: [...tseslint.configs.strict, ...tseslint.configs.stylistic],
    rules: {
      'max-lines': ['error', { max: 250, skipBlankLines: true, skipComments: true }],
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-non-null-assertion': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_', ignoreRestSiblings: true }],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      // Schemas and their types share a name on purpose: one source for both.
      '@typescript-eslint/no-redeclare': 'off',
      '@typescript-eslint/no-invalid-void-type': 'off',
      '@typescript-eslint/no-extraneous-class': 'off',
      'no-restricted-syntax': ['error', { selector: "CallExpression[callee.object.name=/^(it|test|describe)$/][callee.property.name=/^(only|skip)$/]", message: 'A test that is left out, or the only one, hides the others.' }],
    },
  },
  { files: ['packages/core/src/**/*.ts'], ignores: ['**/*.test.ts'], rules: { 'no-restricted-globals': ['error', 'process', 'window', 'document', 'fetch', 'setTimeout'], 'no-restricted-properties': ['error', { object: 'Math', property: 'random' }, { object: 'Date', property: 'now' }] } },
  {
    files: ['apps/web/src/**/*.ts'],
    extends: [...angular.configs.tsRecommended],
    processor: angular.processInlineTemplates,
    rules: { '@angular-eslint/component-class-suffix': 'off', '@angular-eslint/component-selector': ['error', { type: 'element', prefix: 'hl', style: 'kebab-case' }] },
  },
  { files: ['apps/web/src/**/*.html'], extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility], rules: { '@angular-eslint/template/prefer-ngsrc': 'off' } },
);
