/** The arrows between folders: who may import whom. docs/architecture.md says why. */
const core = (folder) => `^packages/core/src/${folder}/`;

/** In core, each folder may import itself, the folders listed, and result.ts. */
const CORE_ARROWS = {
  money: [],
  menu: ['money'],
  change: ['money', 'menu'],
  people: [],
  api: ['money', 'menu', 'change', 'people'],
  compile: ['money', 'menu', 'api'],
  rules: ['money', 'menu', 'compile', 'api'],
  quote: ['money', 'menu', 'compile', 'rules', 'api'],
  ticket: ['money', 'menu', 'compile', 'rules', 'quote', 'api'],
  order: ['money', 'menu', 'compile', 'rules', 'quote', 'ticket', 'api'],
  analysis: ['money', 'menu', 'compile', 'rules', 'quote', 'api'],
  check: ['money', 'menu', 'compile', 'rules', 'quote', 'ticket', 'analysis', 'api', 'nutrition'],
  exchange: ['money', 'menu', 'change', 'api'],
  edits: ['money', 'menu', 'change', 'exchange', 'search'],
  promises: ['money', 'menu', 'exchange', 'quote', 'order', 'check', 'api'],
  reach: ['money', 'menu', 'compile', 'quote', 'analysis', 'check', 'api', 'promises'],
  mends: ['menu', 'change', 'check', 'edits', 'promises', 'quote', 'api'],
  'cross-table': ['menu', 'change', 'compile', 'quote', 'analysis', 'check', 'edits'],
  variants: ['money', 'menu', 'change', 'compile', 'quote', 'edits', 'cross-table', 'api'],
  pantry: ['money', 'menu', 'compile', 'quote', 'order', 'api', 'search'],
  editions: ['menu', 'change', 'order', 'api'],
  prices: ['money', 'menu', 'change'],
  takings: ['quote', 'api'],
  search: ['menu'],
  summary: ['menu', 'compile', 'quote', 'api'],
  'rule-text': ['money', 'menu', 'exchange', 'search'],
  'print-layout': ['money', 'menu', 'compile', 'quote', 'ticket', 'order', 'check', 'api', 'summary'],
  messages: ['money', 'menu', 'quote', 'check', 'api'],
  validation: ['money', 'menu', 'quote', 'pantry'],
  nutrition: ['compile', 'api'],
  tables: ['money', 'menu', 'change', 'exchange', 'pantry', 'messages', 'api', 'variants', 'compile'],
  'open-formats': ['money', 'menu', 'compile', 'quote', 'api', 'analysis', 'nutrition', 'edits', 'exchange'],
};

const coreRules = Object.entries(CORE_ARROWS).map(([folder, allowed]) => ({
  name: `core-${folder}`,
  severity: 'error',
  from: { path: core(folder), pathNot: '\\.test\\.ts$' },
  to: { path: '^packages/core/src/', pathNot: [...[folder, ...allowed].map(core), '^packages/core/src/result\\.ts$'] },
}));

module.exports = {
  forbidden: [
    ...coreRules,
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-is-pure',
      severity: 'error',
      from: { path: '^packages/core/src/', pathNot: ['\\.test\\.ts$', '/testing/'] },
      to: {
        pathNot: [
          '^packages/core/',
          'node_modules/(typebox|ajv|get-east-asian-width|fast-deep-equal|canonicalize|@noble/hashes)/',
          'node_modules/(fflate|papaparse|@types/papaparse|read-excel-file|write-excel-file)/',
        ],
      },
    },
    {
      name: 'node-runtime-knows-core-alone',
      severity: 'error',
      from: { path: '^packages/node-runtime/src/', pathNot: '\\.test\\.ts$' },
      to: { path: '^(packages/cli|apps)/' },
    },
    {
      name: 'no-threads-in-the-browser',
      severity: 'error',
      from: { path: '^apps/web/' },
      to: { path: '^packages/node-runtime/' },
    },
    {
      name: 'no-validation-in-the-browser',
      severity: 'error',
      from: { path: '^apps/web/' },
      to: { path: ['^packages/core/src/validation/', 'node_modules/ajv/'] },
    },
    {
      name: 'features-apart',
      severity: 'error',
      from: { path: '^apps/web/src/app/features/([^/]+)/' },
      to: { path: '^apps/web/src/app/features/', pathNot: '^apps/web/src/app/features/$1/' },
    },
    {
      name: 'components-are-dumb',
      severity: 'error',
      from: { path: '^apps/web/src/app/(ui|features/[^/]+/components)/' },
      to: { path: '^apps/web/src/app/(api/(api|ordering-api|stock-api|live)|state/menu-effects)' },
    },
    {
      name: 'ui-knows-no-feature',
      severity: 'error',
      from: { path: '^apps/web/src/app/(ui|text|api|state)/' },
      to: { path: '^apps/web/src/app/(features|shell)/' },
    },
    { name: 'web-and-server-apart', severity: 'error', from: { path: '^apps/web/' }, to: { path: '^apps/server/' } },
    { name: 'server-and-web-apart', severity: 'error', from: { path: '^apps/server/' }, to: { path: '^apps/web/' } },
    { name: 'the-program-knows-no-app', severity: 'error', from: { path: '^packages/cli/' }, to: { path: '^apps/' } },
    {
      name: 'a-feature-is-loaded-by-its-routes',
      severity: 'error',
      from: { path: '^apps/web/src/app/(app\\.|shell/)' },
      to: { path: '^apps/web/src/app/features/', pathNot: '\\.routes\\.ts$' },
    },
    {
      name: 'pages-and-components-know-no-effects',
      severity: 'error',
      from: { path: '^apps/web/src/app/(ui|shell|features/[^/]+/(pages|components))/', pathNot: '\\.test\\.ts$' },
      to: { path: '^apps/web/src/app/.*effects\\.ts$' },
    },
    {
      name: 'queries-change-nothing',
      severity: 'error',
      from: { path: '^apps/server/src/queries/' },
      to: { path: '^apps/server/src/(commands|live|jobs)/' },
    },
    {
      name: 'queries-and-commands-know-no-http',
      severity: 'error',
      from: { path: '^apps/server/src/(commands|queries|db|live)/' },
      to: { path: '^apps/server/src/http/' },
    },
    {
      name: 'routes-hold-no-sql',
      severity: 'error',
      from: { path: '^apps/server/src/http/', pathNot: '\\.test\\.ts$' },
      to: {
        path: ['node_modules/(typeorm|pg)/', '^apps/server/src/db/'],
        pathNot: '^apps/server/src/db/(gate|database-errors)\\.ts$',
      },
    },
    {
      name: 'the-server-knows-no-demo',
      severity: 'error',
      from: {
        path: '^apps/server/src/',
        pathNot: '^apps/server/src/(demo/|load-demo\\.ts|testing/|[^/]+\\.test\\.ts)',
      },
      to: { path: '^apps/server/src/demo/' },
    },
    {
      name: 'db-knows-no-commands',
      severity: 'error',
      from: { path: '^apps/server/src/db/' },
      to: { path: '^apps/server/src/(commands|queries|http)/' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: ['/dist/', '\\.angular/'] },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['source', 'import', 'default', 'types'],
      extensions: ['.ts', '.js', '.mjs'],
    },
  },
};
