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
  'glint',
  'zone',
  'critique',
  'plan',
  'record',
  'drill',
  'format',
  'demo',
];

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
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
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
