/** Direction of imports, as docs/ARCHITECTURE.md draws it. */
const core = (folders) => `^packages/core/src/(${folders.join('|')})/`;
const LAYERS = [
  'units',
  'parts',
  'rig',
  'signals',
  'captures',
  'loom',
  'channels',
  'rails',
  'propose',
  'wake',
  'bench',
  'prove',
  'diagnose',
  'findings',
  'setup',
  'analysis',
  'about',
  'files',
];
const MAY_READ = {
  units: [],
  parts: ['units'],
  rig: ['units', 'parts'],
  signals: ['units'],
  captures: ['units', 'signals'],
  loom: ['units', 'parts', 'rig'],
  channels: ['units', 'parts', 'rig', 'signals', 'captures', 'loom'],
  rails: ['units', 'parts', 'rig'],
  propose: ['units', 'parts', 'rig', 'signals', 'loom', 'channels', 'rails'],
  wake: ['units', 'parts', 'rig', 'loom', 'channels', 'rails'],
  bench: ['units', 'parts', 'rig', 'signals', 'captures', 'loom', 'channels', 'rails'],
  prove: ['units', 'parts', 'rig', 'loom', 'channels', 'rails', 'bench'],
  diagnose: ['units', 'parts', 'rig', 'loom', 'channels', 'rails', 'bench', 'prove'],
  findings: ['units', 'parts', 'rig', 'signals', 'loom', 'channels', 'rails'],
  setup: ['units', 'parts', 'rig', 'loom', 'channels'],
  analysis: LAYERS.filter((l) => l !== 'files' && l !== 'about'),
  about: LAYERS.filter((l) => l !== 'files'),
  files: LAYERS,
};

module.exports = {
  forbidden: [
    { name: 'no-cycles', severity: 'error', from: { pathNot: 'node_modules' }, to: { circular: true } },
    ...LAYERS.map((layer) => ({
      name: `core-${layer}-reads-down`,
      severity: 'error',
      from: { path: core([layer]), pathNot: '\\.spec\\.ts$' },
      to: { path: '^packages/core/src/', pathNot: core([layer, ...MAY_READ[layer]]) },
    })),
    {
      name: 'core-knows-no-app',
      severity: 'error',
      from: { path: '^packages/core/src' },
      to: { path: '^apps/|node_modules/(@angular|dexie|hono|@hono|echarts|comlink)|^(fs|path|node:)' },
    },
    {
      name: 'folders-by-their-index',
      severity: 'error',
      from: { path: '^(apps|scripts|demo|e2e)/' },
      to: { path: '^packages/core/src/[^/]+/', pathNot: '(index|schemas)\\.ts$' },
    },
    {
      name: 'stations-apart',
      severity: 'error',
      from: { path: '^apps/web/src/app/stations/([^/]+)/' },
      to: { path: '^apps/web/src/app/stations/', pathNot: '^apps/web/src/app/stations/$1/' },
    },
    {
      name: 'kit-and-state-below-stations',
      severity: 'error',
      from: { path: '^apps/web/src/app/(kit|state|workers)/' },
      to: { path: '^apps/web/src/app/(stations|rooms|frame)/' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(dist|\\.angular)/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'types', 'default'],
      extensions: ['.ts', '.js', '.mjs'],
    },
  },
};
