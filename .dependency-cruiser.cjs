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
    {
      name: 'platform-below-features',
      severity: 'error',
      from: { path: '^apps/server/src/platform' },
      to: { path: '^apps/server/src/(people|craft|repairs|record|demo)' },
    },
    {
      name: 'drawing-below-stages',
      severity: 'error',
      from: { path: '^apps/web/src/app/(drawing|parts|platform)' },
      to: { path: '^apps/web/src/app/(shed|repair|library|record|people)' },
    },
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
