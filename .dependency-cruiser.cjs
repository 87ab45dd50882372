/** Arrows point one way. Inside core a folder imports only what stands before it in this list. */
const CORE = [
  'units',
  'piece',
  'colour',
  'paint',
  'swatch',
  'ladder',
  'metal',
  'match',
  'school',
  'rig',
  'sculpt',
  'form',
  'scan',
  'camera',
  'mesh',
  'wear',
  'glint',
  'zone',
  'critique',
  'edit',
  'plan',
  'photo',
  'record',
  'format',
  'demo',
  'drill',
];

/** Rooms of the web application, likewise; the first page and the help stand on the stations. */
const WEB = ['api', 'ui', 'look', 'workers', 'store', 'map', 'shelf', 'stations', 'drills', 'first', 'help'];

const webInOrder = WEB.slice(0, -1).map((folder, i) => ({
  name: `web-${folder}-imports-only-what-stands-before`,
  severity: 'error',
  from: { path: `^apps/web/src/${folder}/` },
  to: {
    path: WEB.slice(i + 1)
      .map((later) => `^apps/web/src/${later}/`)
      .join('|'),
  },
}));

const inOrder = CORE.map((folder, i) => ({
  name: `core-${folder}-imports-only-what-stands-before`,
  severity: 'error',
  from: { path: `^packages/core/src/${folder}/` },
  to: {
    path:
      CORE.slice(i + 1)
        .map((later) => `^packages/core/src/${later}/`)
        .join('|') || '^$',
  },
}));

module.exports = {
  forbidden: [
    ...inOrder,
    ...webInOrder,
    // A page that is fetched when it is shown may import what listed it.
    {
      name: 'no-circles',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['dynamic-import'] } },
    },
    {
      name: 'core-imports-nothing-of-ours-and-no-platform',
      severity: 'error',
      from: { path: '^packages/core/src' },
      to: { path: '^apps/|^node_modules/(react|@nestjs|drizzle|@electric-sql)' },
    },
    {
      name: 'core-has-no-node',
      severity: 'error',
      from: { path: '^packages/core/src' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'web-knows-the-server-by-http-alone',
      severity: 'error',
      from: { path: '^apps/web' },
      to: { path: '^apps/(server|cli)' },
    },
    {
      name: 'server-and-cli-stand-alone',
      severity: 'error',
      from: { path: '^apps/(server|cli)' },
      to: { path: '^apps/web' },
    },
    {
      name: 'cli-stands-alone',
      severity: 'error',
      from: { path: '^apps/cli' },
      to: { path: '^apps/server' },
    },
    {
      name: 'folders-are-entered-by-their-index',
      severity: 'error',
      from: { path: '^packages/core/src/([^/]+)/' },
      to: { path: '^packages/core/src/([^/]+)/(?!index)', pathNot: '^packages/core/src/$1/' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules|/dist/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      conditionNames: ['pale-glint-source', 'import', 'default'],
      exportsFields: ['exports'],
    },
  },
};
