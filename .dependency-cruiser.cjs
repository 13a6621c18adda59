/** Imports run only downward: the map is in CONTRIBUTING.md. Each core folder lists the folders it may rest on. */
const RESTS_ON = {
  measure: [],
  catalog: ['measure'],
  model: ['measure', 'catalog'],
  codebook: ['measure', 'catalog', 'model'],
  layout: ['measure', 'catalog', 'model', 'codebook'],
  route: ['measure', 'catalog', 'model', 'codebook', 'layout'],
  wiring: ['measure', 'catalog', 'model', 'codebook', 'circuit', 'instruments'],
  ledger: ['measure', 'catalog', 'model', 'codebook', 'layout', 'route', 'wiring', 'survey', 'instruments', 'circuit'],
  takeoff: ['measure', 'catalog', 'model', 'codebook', 'layout', 'route', 'wiring', 'ledger', 'survey', 'instruments', 'circuit'],
  steps: ['measure', 'catalog', 'model', 'codebook', 'layout', 'route', 'wiring', 'ledger', 'survey', 'instruments', 'circuit'],
  situation: ['measure', 'catalog', 'model', 'codebook', 'layout', 'wiring', 'survey', 'circuit'],
  pocket: ['measure', 'catalog', 'model', 'codebook', 'layout'],
  circuit: ['measure', 'model'],
  instruments: ['measure', 'catalog', 'model', 'circuit'],
  survey: ['measure', 'catalog', 'model', 'codebook', 'layout', 'wiring', 'instruments', 'circuit'],
  demo: ['measure', 'catalog', 'model', 'layout', 'survey', 'instruments', 'situation', 'circuit', 'wiring'],
  exchange: [
    'measure',
    'catalog',
    'model',
    'codebook',
    'layout',
    'route',
    'wiring',
    'ledger',
    'takeoff',
    'steps',
    'survey',
    'instruments',
    'circuit',
  ],
};
const spec = '\\.spec\\.ts$';

module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-is-pure',
      comment: 'core imports neither DOM nor Node, only zod',
      severity: 'error',
      from: { path: '^packages/core/src', pathNot: spec },
      to: { pathNot: '^(packages/core/src|node_modules/zod)' },
    },
    { name: 'server-not-web', severity: 'error', from: { path: '^apps/server' }, to: { path: '^apps/web' } },
    { name: 'web-not-server', severity: 'error', from: { path: '^apps/web' }, to: { path: '^apps/server' } },
    ...Object.entries(RESTS_ON).map(([folder, below]) => ({
      name: `${folder}-rests-on`,
      severity: 'error',
      from: { path: `^packages/core/src/${folder}/`, pathNot: spec },
      to: { path: '^packages/core/src/', pathNot: `^packages/core/src/(${[folder, ...below].join('|')})/` },
    })),
    ...Object.keys(RESTS_ON).map((folder) => ({
      name: `${folder}-by-its-index`,
      comment: 'a folder is used through its index.ts only',
      severity: 'error',
      from: { path: '^packages/core/src/', pathNot: [`^packages/core/src/${folder}/`, spec] },
      to: { path: `^packages/core/src/${folder}/`, pathNot: `^packages/core/src/${folder}/index\\.ts$` },
    })),
  ],
  options: { tsPreCompilationDeps: true, tsConfig: { fileName: 'tsconfig.base.json' }, doNotFollow: { path: 'node_modules' } },
};
