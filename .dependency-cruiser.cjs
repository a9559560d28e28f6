/** Arrows run one way: app → ui, server → core; core imports nothing but itself and small pure libraries. */
const PURE =
  'node_modules/(zod|d3-polygon|d3-array|d3-contour|image-size|ml-matrix|ml-[a-z-]+|is-any-array|@noble/hashes|rbush|quickselect|polylabel|tinyqueue|fast-deep-equal|internmap|nanoid|papaparse|ngraph\\.[a-z]+|ical-generator|fflate)/';
const TESTS = '\.test\.ts$';
const within = (from, allowed) => ({
  name: `core-${from}`,
  comment: `core/${from} may use only: ${[from, ...allowed].join(', ')}`,
  severity: 'error',
  from: { path: `^core/${from}/`, pathNot: TESTS },
  to: { path: '^core/', pathNot: `^core/(${[from, ...allowed].join('|')})/` },
});
/** The arrows between the folders of a room: each folder with those it may use beside itself. */
const inside = (room, folders) =>
  Object.entries(folders).map(([folder, allowed]) => ({
    name: `${room}/${folder}`,
    comment: `${room}/${folder} may use of ${room} only: ${[folder, ...allowed].join(', ')}`,
    severity: 'error',
    from: { path: `^${room}/${folder}/`, pathNot: TESTS },
    to: { path: `^${room}/`, pathNot: `^${room}/(${[folder, ...allowed].join('|')})/` },
  }));
const SECOND_LEVEL = [
  ...inside('core/site', {
    model: [],
    geometry: ['model'],
    cable: ['model', 'geometry'],
    edit: ['model', 'geometry'],
    check: ['model', 'geometry', 'edit'],
  }),
  ...inside('core/kit', { model: [], catalogue: ['model'] }),
  ...inside('core/radio', {
    link: [],
    materials: ['link'],
    geometry: ['link', 'materials'],
    propagation: ['link', 'materials', 'geometry'],
    coverage: ['link', 'materials', 'geometry', 'propagation'],
    learning: ['link', 'materials', 'geometry', 'propagation'],
  }),
  ...inside('core/plan', {
    option: [],
    network: ['option'],
    links: ['option', 'network'],
    predict: ['option', 'network', 'links'],
    cost: ['option', 'network', 'links'],
    rules: ['option', 'network', 'links'],
    shade: ['option', 'network', 'links'],
    evaluate: ['option', 'network', 'links', 'predict', 'cost', 'rules', 'shade'],
    compare: ['option', 'network', 'links', 'predict', 'cost', 'rules', 'shade', 'evaluate'],
  }),
  ...inside('core/suggest', {
    choices: [],
    search: ['choices'],
    tries: ['choices'],
    questions: ['choices', 'tries'],
  }),
  ...inside('server', {
    base: [],
    access: ['base'],
    jobs: ['base'],
    practice: ['base', 'jobs'],
    walk: ['base', 'jobs', 'access'],
    thread: ['base', 'jobs', 'access', 'practice', 'walk'],
    requests: ['base', 'jobs', 'access', 'practice', 'thread'],
    gate: ['base', 'jobs', 'access', 'walk', 'thread', 'requests'],
  }),
  ...inside('ui/survey', { draw: [], editors: ['draw'], panels: ['draw'] }),
  ...inside('ui', {
    keys: [],
    job: ['keys'],
    pieces: ['keys', 'job'],
    sheet: ['keys', 'job', 'pieces'],
    section: ['keys', 'job', 'pieces', 'sheet'],
    ledger: ['keys', 'job', 'pieces'],
    readings: ['keys', 'job', 'pieces'],
    phone: ['keys', 'job', 'pieces'],
    offer: ['keys', 'job', 'pieces'],
  }),
];
const STOPS = ['brief', 'survey', 'before', 'plan', 'fit', 'after', 'handover', 'jobs'];
const GROUND = ['stats', 'site'];
const NETWORK = [...GROUND, 'brief', 'kit', 'radio', 'feed', 'plan'];
module.exports = {
  forbidden: [
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-is-pure',
      comment: 'core has no React, Next, DOM, database, file or clock',
      severity: 'error',
      from: { path: '^core/', pathNot: TESTS },
      to: { pathNot: ['^core/', PURE] },
    },
    within('stats', []),
    within('site', ['stats']),
    within('intake', GROUND),
    within('brief', GROUND),
    within('kit', GROUND),
    within('radio', GROUND),
    within('feed', [...GROUND, 'kit', 'radio']),
    within('plan', NETWORK),
    within('evidence', NETWORK),
    within('readings', [...NETWORK, 'evidence']),
    ...SECOND_LEVEL,
    {
      name: 'testing-is-not-shipped',
      comment: 'sample houses and plain computations are for tests and benches',
      severity: 'error',
      from: { path: '^(app|ui|server|db|core|workers|cli|demo|meter)/', pathNot: TESTS },
      to: { path: '^testing/' },
    },
    within('fit', [...NETWORK, 'evidence', 'readings']),
    within('suggest', [...NETWORK, 'evidence', 'readings']),
    {
      name: 'practice-knows-no-model',
      comment: 'the practice house has a physics of its own: of core it may use the site alone',
      severity: 'error',
      from: { path: '^meter/practice/', pathNot: TESTS },
      to: { path: '^(core/(?!site/)|app/|ui/|server/|db/|workers/|cli/|demo/|bench/)' },
    },
    ...STOPS.map((stop) => ({
      name: `stop-${stop}`,
      comment: 'a stop imports no other stop',
      severity: 'error',
      from: { path: `^ui/${stop}/` },
      to: { path: `^ui/(${STOPS.filter((s) => s !== stop).join('|')}|shell)/` },
    })),
    {
      name: 'ui-shared-no-stop',
      comment: 'what stops share knows no stop; only the shell does',
      severity: 'error',
      from: { path: '^ui/', pathNot: `^ui/(${STOPS.join('|')}|shell)/` },
      to: { path: `^ui/(${STOPS.join('|')}|shell)/` },
    },
    {
      name: 'walk-is-small',
      comment:
        'the phone loads neither sheet nor model, only what it needs to plan a day and judge a try: it is loaded at the edge of a bad network',
      severity: 'error',
      from: { path: '^ui/walk/', pathNot: TESTS },
      to: {
        path: '^(app|ui|core|meter|server|db|workers)/',
        pathNot:
          '^(ui/walk/|ui/job/newId|app/tokens|meter/speed/(client|protocol|runs|samples|limits|together|transfers|trips)|core/evidence/(askedReason|walkBounds)|core/fit/(cautions|crewWords|lights|marks|progress|serials|trouble)|core/intake/(linkText|listingLines)|core/job/walkShape|core/kit/model/lightLook|core/plan/cost/duration|core/readings/(doubts|enough|quickRun|traceWords|tries|walkTrace)|core/site/model/(levelText|speedText)|core/stats/median)',
        dependencyTypesNot: ['type-only'],
      },
    },
    {
      name: 'meter-speed-knows-no-job',
      severity: 'error',
      from: { path: '^meter/speed/', pathNot: TESTS },
      to: { path: '^(core/(?!stats/)|app/|ui/|server/|db/|workers/|cli/|demo/|bench/)' },
    },
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
      comment: 'the command line is core without a browser; backup and restore reach the database',
      severity: 'error',
      from: { path: '^cli/', pathNot: '\\.test\\.ts$' },
      to: { path: '^(app|ui|server|workers|demo)/' },
    },
    {
      name: 'app-is-thin',
      severity: 'error',
      from: { path: '^app/' },
      to: { path: '^(db|workers|cli|demo)/' },
    },
    {
      name: 'papers-only-core',
      comment: 'papers are made of core; what writes their files is used by server and command line alone',
      severity: 'error',
      from: { path: '^papers/', pathNot: TESTS },
      to: { path: '^(app|ui|server|db|workers|cli|demo|meter)/' },
    },
    {
      name: 'pdf-not-in-the-browser',
      severity: 'error',
      from: { path: '^(app|ui|workers)/' },
      to: { path: '^papers/pdf/', dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'core-knows-no-paper',
      severity: 'error',
      from: { path: '^(core|db|meter)/' },
      to: { path: '^papers/' },
    },
    {
      name: 'no-orphans',
      severity: 'error',
      from: {
        orphan: true,
        pathNot: ['\\.d\\.ts$', '^app/', '^ui/walk/sw\\.ts$', '\\.css$', '\\.svg$'],
      },
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
