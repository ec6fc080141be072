/** What the features of the server and the areas of the web app and the core may know of one another, beside themselves; what is not named here knows nobody. */
const SERVER = {
  platform: [],
  people: ['platform'],
  craft: ['people', 'platform'],
  library: ['people', 'platform'],
  trials: ['people', 'platform'],
  photos: ['people', 'platform', 'repairs'],
  cutting: ['platform', 'repairs', 'threads'],
  card: ['people', 'platform', 'repairs', 'threads'],
  charts: ['library', 'people', 'platform', 'shop', 'threads'],
  threads: ['card', 'charts', 'platform', 'quote', 'record'],
  shop: ['people', 'platform', 'repairs', 'threads'],
  repairs: ['people', 'platform', 'record', 'shop', 'threads'],
  record: ['craft', 'people', 'photos', 'platform', 'repairs', 'threads'],
  quote: ['library', 'people', 'platform', 'repairs', 'shop', 'threads'],
  demo: ['craft', 'library', 'people', 'photos', 'platform', 'record', 'repairs', 'shop', 'trials'],
};
const WEB = {
  platform: [],
  outbox: ['platform'],
  parts: ['outbox', 'platform'],
  people: ['outbox', 'parts', 'platform'],
  find: ['library', 'platform', 'repair'],
  library: ['parts', 'platform'],
  record: ['parts', 'platform'],
  small: ['outbox', 'parts', 'platform', 'repair', 'shop', 'survey'],
  bench: ['drawing', 'outbox', 'parts', 'platform', 'repair', 'survey'],
  charts: ['library', 'parts', 'platform', 'shop'],
  shop: ['outbox', 'parts', 'platform'],
  plan: ['parts', 'platform', 'shed', 'shop'],
  shed: ['drawing', 'parts', 'plan', 'platform'],
  drawing: ['platform', 'survey'],
  survey: ['drawing', 'parts', 'platform', 'repair'],
  repair: ['drawing', 'library', 'outbox', 'parts', 'plan', 'platform', 'shop', 'survey'],
};
const CORE = {
  limits: [],
  units: [],
  conditions: [],
  statistics: [],
  geometry: ['limits'],
  material: ['limits'],
  trials: ['limits', 'statistics'],
  finish: ['material'],
  hazards: ['conditions'],
  laminate: ['limits', 'material'],
  cutting: ['geometry', 'limits', 'statistics'],
  taper: ['geometry', 'limits', 'material', 'statistics'],
  stack: ['geometry', 'laminate', 'limits', 'material', 'statistics', 'taper'],
  spots: ['geometry', 'limits', 'statistics', 'units'],
  small: ['cure', 'finish', 'geometry', 'limits', 'mix', 'plan', 'repair', 'resin', 'spots', 'taper', 'units'],
  bench: ['cure', 'inspection', 'repair', 'resin'],
  charts: ['cure', 'finish', 'laminate', 'limits', 'material', 'mix', 'resin', 'units'],
  resin: ['conditions', 'cure', 'limits', 'material'],
  cure: ['limits', 'material', 'resin', 'statistics'],
  mix: ['cure', 'limits', 'material', 'resin'],
  air: ['limits', 'plan'],
  plan: ['air', 'cure', 'finish', 'mix', 'resin', 'statistics'],
  survey: ['geometry', 'limits', 'plan', 'statistics'],
  inspection: ['conditions', 'repair', 'statistics'],
  repair: [
    'air',
    'conditions',
    'cure',
    'finish',
    'geometry',
    'hazards',
    'inspection',
    'laminate',
    'limits',
    'material',
    'mix',
    'plan',
    'resin',
    'spots',
    'stack',
    'survey',
    'taper',
  ],
  drawing: ['geometry', 'material', 'repair', 'stack', 'survey', 'taper'],
};

/** For each a rule that it knows those named and no others; a folder that is not named is refused as well. */
function arrows(name, root, features) {
  const names = Object.keys(features);
  return [
    ...names.map((feature) => ({
      name: `${name}-${feature}`,
      severity: 'error',
      from: { path: `^${root}/${feature}/`, pathNot: '\\.(spec|testing)\\.ts$' },
      to: { path: `^${root}/[^/]+/`, pathNot: `^${root}/(${[feature, 'testing', ...features[feature]].join('|')})/` },
    })),
    {
      name: `${name}-unnamed`,
      severity: 'error',
      from: { path: `^${root}/[^/]+/`, pathNot: `^${root}/(${[...names, 'testing'].join('|')})/` },
      to: {},
    },
  ];
}

/** Arrows point one way: core ← contract ← server, web; features share only what they show. */
module.exports = {
  forbidden: [
    {
      name: 'core-stands-alone',
      severity: 'error',
      from: { path: '^packages/core/src', pathNot: '\\.spec\\.ts$' },
      to: { pathNot: ['^packages/core/src', 'node_modules/(clipper2-ts|delaunator)'] },
    },
    {
      name: 'contract-knows-core-and-little-else',
      severity: 'error',
      from: { path: '^packages/contract/src', pathNot: '\\.spec\\.ts$' },
      to: {
        pathNot: ['^packages/contract/src', '^packages/core', 'node_modules/(zod|temporal-polyfill|canonicalize)'],
      },
    },
    { name: 'apps-apart', severity: 'error', from: { path: '^apps/server' }, to: { path: '^apps/web' } },
    {
      name: 'web-not-server',
      severity: 'error',
      from: { path: '^apps/web' },
      to: { path: ['^apps/server', 'node_modules/(pg|express)/'] },
    },
    ...arrows('server', 'apps/server/src', SERVER),
    ...arrows('web', 'apps/web/src/app', WEB),
    ...arrows('core', 'packages/core/src', CORE),
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
  ],
  options: {
    tsConfig: { fileName: 'tsconfig.specs.json' },
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(dist|\\.angular)/' },
    enhancedResolveOptions: {
      conditionNames: ['@ashstep/source', 'import', 'require', 'node', 'default'],
      exportsFields: ['exports'],
    },
  },
};
