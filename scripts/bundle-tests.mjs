// What Jest would otherwise link and start cold many times, as few files, for `npm test`: core's suites, one file for each
// folder of them, under .cache/unit; core as the other suites use it under .cache/unit-core; the server’s suites, which
// load the most, as a few files under .cache/unit-server. The tests are the same.
import { readdirSync, rmSync } from 'node:fs';
import { join, relative, resolve } from 'node:path';
import { build } from 'esbuild';
import { REQUIRE, UNBUNDLED } from '../apps/server/scripts/bundling.mjs';
import { BOUND_NAMES } from './jest-transform.mjs';

const SOURCES = 'packages/core/src';
const TESTS = 'packages/core/test';
const SERVER_TESTS = 'apps/server/test';
const SERVER_FILES = 3;
const OUT = { suites: '.cache/unit', core: '.cache/unit-core', server: '.cache/unit-server' };

const suitesIn = (folder) => readdirSync(folder).filter((f) => f.endsWith('.test.ts'));
const all = (folder, suites) => suites.map((f) => `import '${folder}/${f}';`).join('\n');

/** Names a file that imports all suites of a folder; it is never written. */
const ALL_OF = 'all-of:';
const everySuite = {
  name: 'every suite of a folder',
  setup(build) {
    build.onResolve({ filter: new RegExp(`^${ALL_OF}`) }, ({ path }) => ({
      path: path.slice(ALL_OF.length),
      namespace: 'folder',
    }));
    // What a suite does is register its tests, whatever core's package says of side effects.
    build.onResolve({ filter: /\.test\.ts$/ }, ({ path, resolveDir }) => ({
      path: join(resolveDir, path),
      sideEffects: true,
    }));
    build.onLoad({ filter: /./, namespace: 'folder' }, ({ path }) => ({
      contents: all('.', suitesIn(path)),
      resolveDir: resolve(path),
    }));
  },
};

/** Names a file that imports some suites of the server. */
const PART_OF = 'part-of:';
const someServerSuites = {
  name: 'some suites of the server',
  setup(build) {
    build.onResolve({ filter: new RegExp(`^${PART_OF}`) }, ({ path }) => ({
      path: path.slice(PART_OF.length),
      namespace: 'part',
    }));
    build.onLoad({ filter: /./, namespace: 'part' }, ({ path }) => ({
      contents: all(
        '.',
        suitesIn(SERVER_TESTS).filter((_, i) => i % SERVER_FILES === Number(path)),
      ),
      resolveDir: resolve(SERVER_TESTS),
    }));
    // What finds files beside itself stays where it is.
    build.onResolve({ filter: /\/scripts\/.*\.mjs$/ }, ({ path, resolveDir }) => ({
      path: relative(OUT.server, join(resolveDir, path)),
      external: true,
    }));
    // Its sources as they are compiled: only the compiler writes down the types that decorators ask for.
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
const folders = readdirSync(TESTS, { withFileTypes: true }).filter((d) => d.isDirectory());
await bundle(
  OUT.suites,
  folders.map(({ name }) => ({ in: `${ALL_OF}${TESTS}/${name}`, out: `${name}.test` })),
  { plugins: [everySuite] },
);
await bundle(OUT.core, [
  { in: `${SOURCES}/index.ts`, out: 'index' },
  { in: `${SOURCES}/mesh/index.ts`, out: 'mesh' },
]);
await bundle(
  OUT.server,
  Array.from({ length: SERVER_FILES }, (_, k) => ({ in: `${PART_OF}${k}`, out: `${k}.test` })),
  {
    plugins: [someServerSuites],
    // Decorators run as they are loaded, after the package that they store their types with: each file holds all.
    splitting: false,
    sourcemap: false,
    external: ['@jest/globals', 'fast-check', ...UNBUNDLED],
    banner: { js: `${REQUIRE}\n${BOUND}` },
  },
);
