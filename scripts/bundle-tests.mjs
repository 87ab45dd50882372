// What Jest would otherwise link and start cold many times, as few files, for `npm test`: core's suites, one file for each
// folder of them, under .cache/unit; core as the other suites use it under .cache/unit-core; the server's suites, which
// load the most, as a few files under .cache/unit-server. The tests are the same.
import { mkdirSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { join, relative, resolve } from 'node:path';
import { build } from 'esbuild';
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
    banner: { js: `const { ${BOUND_NAMES.join(', ')} } = globalThis;` },
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
mkdirSync(OUT.server, { recursive: true });
for (let k = 0; k < SERVER_FILES; k++)
  writeFileSync(
    join(OUT.server, `${k}.test.ts`),
    all(
      relative(OUT.server, SERVER_TESTS),
      suitesIn(SERVER_TESTS).filter((_, i) => i % SERVER_FILES === k),
    ),
  );
