// Every check there is, one after the other; prints the true totals last. Exits non-zero when anything failed.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { WORKERS } from './workers.mjs';

const ROOT = fileURLToPath(new URL('..', import.meta.url));
const node = process.execPath;
const scratch = mkdtempSync(join(tmpdir(), 'pale-glint-check-'));
const bin = (path) => join(ROOT, 'node_modules', path);
let passed = 0;
let failed = 0;

function run(args, command = node, env = {}) {
  return (
    spawnSync(command, args, {
      cwd: ROOT,
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, ...env },
    }).status === 0
  );
}

/** Checks that pass or fail as one each, run side by side; what each prints comes in one piece. */
async function checks(named) {
  await Promise.all(
    Object.entries(named).map(async ([name, args]) => {
      const start = Date.now();
      const child = spawn(node, args, { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'] });
      let said = '';
      child.stdout.on('data', (d) => (said += d));
      child.stderr.on('data', (d) => (said += d));
      const code = await new Promise((resolve) => child.on('close', resolve));
      const ok = code === 0;
      process.stdout.write(
        `\n== ${name}\n${said}${ok ? 'ok' : 'FAILED'}: ${name}, ${Math.round((Date.now() - start) / 1000)} s\n`,
      );
      if (ok) passed++;
      else failed++;
    }),
  );
}

/** A suite that writes its totals to a file; a suite that ran nothing counts as failed. */
function suite(name, args, env, totals) {
  process.stdout.write(`\n== ${name}\n`);
  const start = Date.now();
  const ok = run(args, node, env);
  const counted = totals();
  passed += counted.passed;
  failed += counted.failed + (!ok && counted.failed === 0 ? 1 : 0) + (ok && counted.passed === 0 ? 1 : 0);
  process.stdout.write(
    `${name}: ${counted.passed} passed, ${counted.failed} failed, ${Math.round((Date.now() - start) / 1000)} s\n`,
  );
}

const readJson = (file) => (existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : null);

/** Debian's Chromium, installed where it is missing and this machine lets us. */
function needChromium() {
  if (existsSync('/usr/bin/chromium')) return;
  process.stdout.write('Installing Chromium\n');
  const quiet = { DEBIAN_FRONTEND: 'noninteractive' };
  const sudo = process.getuid?.() === 0 ? [] : ['sudo'];
  for (const args of [
    ['apt-get', 'update', '-qq'],
    ['apt-get', 'install', '-y', '-qq', 'chromium'],
  ]) {
    const [command, ...rest] = [...sudo, ...args];
    if (!run(rest, command, quiet))
      process.stdout.write(`${args.join(' ')} failed; install Debian's chromium by hand\n`);
  }
}

if (!run(['scripts/prepare.mjs'])) {
  process.stdout.write('0 passed, 1 failed\n');
  process.exit(1);
}
needChromium();

await checks({
  types: [bin('typescript/bin/tsc'), '--noEmit', '-p', 'apps/web'],
  'types of the tests': [bin('typescript/bin/tsc'), '--noEmit', '-p', 'tsconfig.tests.json'],
  lint: [bin('eslint/bin/eslint.js'), '.', '--max-warnings=0'],
  layers: [
    bin('dependency-cruiser/bin/dependency-cruise.mjs'),
    '--config',
    '.dependency-cruiser.cjs',
    'packages/core/src',
    'apps/server/src',
    'apps/web/src',
    'apps/cli/src',
  ],
});

if (!run(['scripts/bundle-tests.mjs'])) failed++;
const unit = join(scratch, 'unit.json');
suite(
  'unit, server and command line',
  [
    // Tests make much that is thrown away at once.
    '--max-semi-space-size=64',
    // A database that lives for one suite gains nothing from optimised code.
    '--liftoff-only',
    '--wasm-lazy-compilation',
    '--experimental-vm-modules',
    bin('jest/bin/jest.js'),
    '--ci',
    `--maxWorkers=${WORKERS}`,
    '--json',
    `--outputFile=${unit}`,
  ],
  { NODE_NO_WARNINGS: '1', PALE_GLINT_BUNDLED: '1' },
  () => {
    const r = readJson(unit);
    return {
      passed: r?.numPassedTests ?? 0,
      failed: (r?.numFailedTests ?? 0) + (r?.numRuntimeErrorTestSuites ?? 0),
    };
  },
);

const e2e = join(scratch, 'e2e.json');
suite(
  'the interface in Chromium',
  [bin('@playwright/test/cli.js'), 'test', '--reporter=list,json'],
  { PLAYWRIGHT_JSON_OUTPUT_NAME: e2e },
  () => {
    const s = readJson(e2e)?.stats;
    if (s?.flaky) process.stdout.write(`flaky, to be looked at: ${s.flaky} passed at the second try only\n`);
    return { passed: (s?.expected ?? 0) + (s?.flaky ?? 0), failed: s?.unexpected ?? 0 };
  },
);

rmSync(scratch, { recursive: true, force: true });
process.stdout.write(`\n${passed} passed, ${failed} failed\n`);
process.exit(failed === 0 ? 0 : 1);
