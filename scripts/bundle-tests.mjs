// What Jest would otherwise link and start cold many times, as few files, for `npm test`: core's suites under .cache/unit;
// core as the other suites use it under .cache/unit-core; the server’s suites, which load the most, under
// .cache/unit-server. The tests are the same.
import { readdirSync, rmSync } from 'node:fs';
import { join, relative, resolve } from 'node:path';
import { build } from 'esbuild';
import { REQUIRE, UNBUNDLED } from '../apps/server/scripts/bundling.mjs';
import { BOUND_NAMES } from './jest-transform.mjs';

const SOURCES = 'packages/core/src';
const TESTS = 'packages/core/test';
const SERVER_TESTS = 'apps/server/test';
/** Folders whose suites are long enough for a file of their own; those of all others share one, and so what they measure of the demo. */
const ALONE = ['scan', 'photo', 'critique', 'glint'];
const OUT = { suites: '.cache/unit', core: '.cache/unit-core', server: '.cache/unit-server' };

const suitesIn = (folder) => readdirSync(folder).filter((f) => f.endsWith('.test.ts'));

/** Names a file that imports the suites of folders: it is never written. */
const SUITES_OF = 'suites-of:';
const suites = {
  name: 'suites of a folder',
  setup(build) {
    build.onResolve({ filter: new RegExp(`^${SUITES_OF}`) }, ({ path }) => ({
      path: path.slice(SUITES_OF.length),
      namespace: 'suites',
    }));
    // What a suite does is register its tests, whatever core's package says of side effects.
    build.onResolve({ filter: /\.test\.ts$/ }, ({ path, resolveDir }) => ({
      path: join(resolveDir, path),
      sideEffects: true,
    }));
    build.onLoad({ filter: /./, namespace: 'suites' }, ({ path }) => ({
      contents: path
        .split(',')
        .flatMap((folder) => suitesIn(folder).map((file) => `import './${folder}/${file}';`))
        .join('\n'),
      resolveDir: resolve('.'),
    }));
  },
};

const compiledServer = {
  name: 'the server as it is compiled',
  setup(build) {
    // What finds files beside itself stays where it is.
    build.onResolve({ filter: /\/scripts\/.*\.mjs$/ }, ({ path, resolveDir }) => ({
      path: relative(OUT.server, join(resolveDir, path)),
      external: true,
    }));
    // Only the compiler writes down the types that decorators ask for.
    build.onResolve({ filter: /^\.\.\/src\// }, ({ path, importer }) =>
      importer.includes(`/${SERVER_TESTS}/`)
        ? { path: resolve(SERVER_TESTS, path.replace('src', 'dist')) }
        : null,
    );
  },
};

const BOUND = `const { ${BOUND_NAMES.join(', ')} } = globalThis;`;

const bundle = (outdir, entryPoints, more = {}) =>
  build({
    entryPoints,
    outdir,
    outExtension: { '.js': '.mjs' },
    bundle: true,
    splitting: true,
    format: 'esm',
    platform: 'node',
    target: 'es2022',
    sourcemap: 'inline',
    mainFields: ['module', 'main'],
    conditions: ['pale-glint-source'],
    // Jest hands these out itself, or they are told the seed before a suite starts.
    external: ['@jest/globals', 'fast-check'],
    banner: { js: BOUND },
    ...more,
  });

for (const folder of Object.values(OUT)) rmSync(folder, { recursive: true, force: true });
const folders = readdirSync(TESTS, { withFileTypes: true }).flatMap((d) => (d.isDirectory() ? [d.name] : []));
const entry = (out, names) => ({
  in: SUITES_OF + names.map((name) => `${TESTS}/${name}`).join(','),
  out: `${out}.test`,
});
await bundle(
  OUT.suites,
  [
    ...ALONE.map((name) => entry(name, [name])),
    entry(
      'others',
      folders.filter((name) => !ALONE.includes(name)),
    ),
  ],
  { plugins: [suites] },
);
await bundle(OUT.core, [
  { in: `${SOURCES}/index.ts`, out: 'index' },
  { in: `${SOURCES}/mesh/index.ts`, out: 'mesh' },
]);
await bundle(OUT.server, [{ in: `${SUITES_OF}${SERVER_TESTS}`, out: 'all.test' }], {
  plugins: [suites, compiledServer],
  // Decorators run as they are loaded, after the package that they store their types with: one file holds all.
  splitting: false,
  sourcemap: false,
  external: ['@jest/globals', 'fast-check', ...UNBUNDLED],
  banner: { js: `${REQUIRE}\n${BOUND}` },
});
