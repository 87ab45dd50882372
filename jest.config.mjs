const transform = {
  '^.+\\.tsx?$': [
    '<rootDir>/scripts/jest-transform.mjs',
    {
      jsc: {
        parser: { syntax: 'typescript', decorators: true, tsx: false },
        transform: { legacyDecorator: true, decoratorMetadata: true },
        target: 'es2022',
        keepClassNames: true,
      },
      module: { type: 'es6' },
    },
  ],
};
const project = (displayName, root) => ({
  displayName,
  roots: [`<rootDir>/${root}`],
  testMatch: ['**/*.test.ts'],
  transform,
  setupFiles: ['<rootDir>/scripts/test-seed.mjs'],
  extensionsToTreatAsEsm: ['.ts'],
  moduleNameMapper: { '^(\\.{1,2}/.*)\\.js$': '$1' },
  testEnvironmentOptions: { customExportConditions: ['pale-glint-source', 'node', 'node-addons'] },
});

// `npm test` has the suites, and core as the others use it, bundled to few files (scripts/bundle-tests.mjs): they load in
// a tenth of the time.
const BUNDLED = process.env.PALE_GLINT_BUNDLED === '1';
const bundled = (displayName, root) => ({
  displayName,
  roots: [`<rootDir>/${root}`],
  testMatch: ['**/*.test.mjs'],
  moduleFileExtensions: ['mjs', 'js', 'json', 'node'],
  transform: {},
  setupFiles: ['<rootDir>/scripts/test-seed.mjs'],
});
const withCore = (displayName, root) => {
  const plain = project(displayName, root);
  return {
    ...plain,
    moduleFileExtensions: ['mjs', 'js', 'ts', 'tsx', 'json', 'node'],
    moduleNameMapper: {
      '^@pale-glint/core$': '<rootDir>/.cache/unit-core/index.mjs',
      '^@pale-glint/core/mesh$': '<rootDir>/.cache/unit-core/mesh.mjs',
      ...plain.moduleNameMapper,
    },
  };
};

export default {
  projects: BUNDLED
    ? [
        bundled('core', '.cache/unit'),
        bundled('server', '.cache/unit-server'),
        withCore('cli', 'apps/cli/test'),
        withCore('web', 'apps/web/test'),
      ]
    : [
        project('core', 'packages/core/test'),
        project('server', 'apps/server/test'),
        project('cli', 'apps/cli/test'),
        project('web', 'apps/web/test'),
      ],
  testSequencer: '<rootDir>/scripts/longest-first.mjs',
  // A machine at eight times its load is slow, not broken.
  testTimeout: 900_000,
};
