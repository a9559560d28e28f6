/** Arrows run one way: app → ui, server → core; server → db → core; core imports nothing but itself and small pure libraries. */
const PURE = 'node_modules/(zod|d3-polygon|dxf-parser|image-size|ml-matrix|ml-[a-z-]+|is-any-array)/';
const within = (from, allowed) => ({
  name: `core-${from}`,
  comment: `core/${from} may use only: ${[from, ...allowed].join(', ')}`,
  severity: 'error',
  from: { path: `^core/${from}/`, pathNot: '\\.test\\.ts$' },
  to: { path: '^core/', pathNot: `^core/(${[from, ...allowed].join('|')})/` },
});
module.exports = {
  forbidden: [
    {
      name: 'no-circular',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
    {
      name: 'core-is-pure',
      comment: 'core has no React, Next, DOM, database, file or clock',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: { pathNot: ['^core/', PURE] },
    },
    within('site', []),
    within('radio', ['site']),
    within('kit', ['site', 'radio']),
    within('feed', ['site', 'radio', 'kit']),
    within('plan', ['site', 'radio', 'feed', 'kit']),
    within('readings', ['site', 'radio', 'feed', 'kit', 'plan']),
    within('fit', ['site', 'radio', 'feed', 'kit', 'plan', 'readings']),
    {
      name: 'db-only-core',
      severity: 'error',
      from: { path: '^db/', pathNot: '\\.test\\.ts$' },
      to: { path: '^(app|ui|server|workers|cli|demo)/' },
    },
    {
      name: 'server-no-ui',
      severity: 'error',
      from: { path: '^server/' },
      to: { path: '^(app|ui|workers|cli)/' },
    },
    {
      name: 'ui-no-server-code',
      comment: 'ui may name the types of server, never its code',
      severity: 'error',
      from: { path: '^ui/', pathNot: '\\.test\\.ts$' },
      to: { path: '^(app|server|db|cli|demo)/', dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'workers-only-core',
      severity: 'error',
      from: { path: '^workers/' },
      to: { path: '^(app|ui|server|db|cli|demo)/' },
    },
    {
      name: 'cli-only-core',
      severity: 'error',
      from: { path: '^cli/', pathNot: '\\.test\\.ts$' },
      to: { path: '^(app|ui|server|db|workers|demo)/' },
    },
    {
      name: 'app-is-thin',
      severity: 'error',
      from: { path: '^app/' },
      to: { path: '^(db|workers|cli|demo)/' },
    },
    {
      name: 'no-orphans',
      severity: 'error',
      from: { orphan: true, pathNot: ['\\.d\\.ts$', '^app/', '\\.css$', '\\.svg$'] },
      to: {},
    },
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '\\.next/' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'types', 'node', 'default'],
      mainFields: ['module', 'main', 'types'],
    },
  },
};
