// What a change is likely to break, in under a minute: types and lint of all, and the unit tests of what changed
// since the last commit (or since the commit that is named).
import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';

const ROOT = fileURLToPath(new URL('..', import.meta.url));
const since = process.argv[2] ?? 'HEAD';

/** Runs a program of node_modules; answers with whether it was content, and what it said. */
function run(script, args, nodeArgs = []) {
  return new Promise((resolve) => {
    const child = spawn(process.execPath, [...nodeArgs, `node_modules/${script}`, ...args], {
      cwd: ROOT,
      env: { ...process.env, NODE_NO_WARNINGS: '1' },
    });
    let said = '';
    child.stdout.on('data', (d) => (said += d));
    child.stderr.on('data', (d) => (said += d));
    child.on('close', (code) => resolve({ ok: code === 0, said }));
  });
}

const CACHE = '.cache/';
const steps = [
  ['types', 'typescript-7/bin/tsc', ['-b', 'packages/core', 'apps/server', 'apps/cli']],
  [
    'types of the pages',
    'typescript-7/bin/tsc',
    ['--noEmit', '-p', 'apps/web', '--incremental', '--tsBuildInfoFile', `${CACHE}web.tsbuildinfo`],
  ],
  [
    'types of the tests',
    'typescript-7/bin/tsc',
    [
      '--noEmit',
      '-p',
      'tsconfig.tests.json',
      '--incremental',
      '--tsBuildInfoFile',
      `${CACHE}tests.tsbuildinfo`,
    ],
  ],
  [
    'lint',
    'eslint/bin/eslint.js',
    ['.', '--max-warnings=0', '--cache', '--cache-location', `${CACHE}eslint`],
  ],
  [
    'unit tests of what changed',
    'jest/bin/jest.js',
    [`--changedSince=${since}`, '--passWithNoTests'],
    ['--experimental-vm-modules'],
  ],
];

let failed = 0;
for (const [name, script, args, nodeArgs] of steps) {
  const start = Date.now();
  const { ok, said } = await run(script, args, nodeArgs);
  if (!ok) failed++;
  process.stdout.write(`${ok ? 'ok' : 'FAILED'}: ${name}, ${Math.round((Date.now() - start) / 1000)} s\n`);
  if (!ok) process.stdout.write(`${said}\n`);
}
process.exit(failed === 0 ? 0 : 1);
