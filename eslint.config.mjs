import angular from 'angular-eslint';
import tseslint from 'typescript-eslint';

const SKIPPED_TEST = {
  selector: 'CallExpression[callee.object.name=/^(it|test|describe)$/][callee.property.name=/^(only|skip)$/]',
  message: 'A test that is left out, or the only one, hides the others.',
};

/** Who may inject what talks to the server: HTTP is the client's, the client is the Api's, and the Api is for effects. */
const injects = (what, allowed, message) => ({
  selector: `ClassDeclaration:not([id.name=/${allowed}$/]) CallExpression[callee.name="inject"][arguments.0.name=/^(${what})$/]`,
  message,
});
const SERVER_ACCESS = [
  injects('HttpClient', '^ApiClient', 'Only ApiClient uses HTTP.'),
  injects(
    'ApiClient',
    '^(Api|OrderingApi|StockApi|SessionApi|EditionsApi|TablesApi|ProgramsApi|TakingsApi)',
    'Only the classes named …Api use the client; they name what a call is for.',
  ),
  injects(
    'Api|OrderingApi|StockApi|SessionApi|EditionsApi|TablesApi|ProgramsApi|TakingsApi|Live',
    'Effects',
    'Only effects talk to the server; pages dispatch actions.',
  ),
];

const CLOCK = [
  {
    selector: 'NewExpression[callee.name="Date"][arguments.length=0]',
    message: 'Ask now() of the clock module, so that there is one clock.',
  },
  {
    selector: 'MemberExpression[object.name="Date"][property.name="now"]',
    message: 'Ask now() of the clock module, so that there is one clock.',
  },
];

export default tseslint.config(
  {
    ignores: [
      '**/dist/',
      '**/.angular/',
      'apps/web/src/app/messages/compiled/',
      'node_modules/',
      'test-results/',
      'coverage/',
    ],
  },
  {
    files: ['**/*.ts'],
    extends: [...tseslint.configs.strict, ...tseslint.configs.stylistic],
    rules: {
      'max-lines': ['error', { max: 250, skipBlankLines: true, skipComments: true }],
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-non-null-assertion': 'error',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', ignoreRestSiblings: true },
      ],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      // Schemas and their types share a name on purpose: one source for both.
      '@typescript-eslint/no-redeclare': 'off',
      '@typescript-eslint/no-invalid-void-type': 'off',
      '@typescript-eslint/no-extraneous-class': 'off',
      'no-restricted-syntax': ['error', SKIPPED_TEST],
    },
  },
  {
    files: ['packages/core/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': ['error', 'process', 'window', 'document', 'fetch', 'setTimeout'],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random' },
        { object: 'Date', property: 'now' },
      ],
    },
  },
  {
    files: ['apps/server/src/**/*.ts', 'packages/node-runtime/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: { 'no-restricted-syntax': ['error', SKIPPED_TEST, ...CLOCK] },
  },
  {
    files: ['apps/web/src/**/*.ts'],
    extends: [...angular.configs.tsRecommended],
    processor: angular.processInlineTemplates,
    rules: {
      'no-restricted-syntax': ['error', SKIPPED_TEST, ...SERVER_ACCESS, ...CLOCK],
      '@angular-eslint/component-class-suffix': 'off',
      '@angular-eslint/component-selector': ['error', { type: 'element', prefix: 'hl', style: 'kebab-case' }],
    },
  },
  {
    files: ['apps/web/src/**/*.html'],
    extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility],
    rules: { '@angular-eslint/template/prefer-ngsrc': 'off' },
  },
);
