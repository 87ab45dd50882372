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
const project = (displayName, root, extra = {}) => ({
  displayName,
  roots: [`<rootDir>/${root}`],
  testMatch: ['**/*.test.ts'],
  transform,
  setupFiles: ['<rootDir>/scripts/test-seed.mjs'],
  extensionsToTreatAsEsm: ['.ts'],
  moduleNameMapper: { '^(\\.{1,2}/.*)\\.js$': '$1' },
  testEnvironmentOptions: { customExportConditions: ['pale-glint-source', 'node', 'node-addons'] },
  ...extra,
});

// In `npm test` core's suites come as few files (scripts/bundle-tests.mjs): a suite loads in a tenth of the time.
const bundled = {
  displayName: 'core',
  roots: ['<rootDir>/.cache/unit'],
  testMatch: ['**/*.test.mjs'],
  moduleFileExtensions: ['mjs', 'js', 'json', 'node'],
  transform: {},
  setupFiles: ['<rootDir>/scripts/test-seed.mjs'],
};

export default {
  projects: [
    process.env.PALE_GLINT_BUNDLED ? bundled : project('core', 'packages/core/test'),
    project('server', 'apps/server/test'),
    project('cli', 'apps/cli/test'),
    project('web', 'apps/web/test'),
  ],
  // A machine at eight times its load is slow, not broken.
  testTimeout: 900_000,
};
