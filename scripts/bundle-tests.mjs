// Core's test suites as few files under .cache/unit. For each suite Jest links every module anew, some three hundred of
// core's; of a bundle it links a dozen. The suites are the same, and so is what they test.
import { readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'esbuild';
import { BOUND_NAMES } from './jest-transform.mjs';

const TESTS = 'packages/core/test';
const OUT = '.cache/unit';

rmSync(OUT, { recursive: true, force: true });
await build({
  entryPoints: readdirSync(TESTS, { recursive: true })
    .filter((f) => f.endsWith('.test.ts'))
    .map((f) => join(TESTS, f)),
  outdir: OUT,
  outbase: TESTS,
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
});
