// Every check there is, one after the other; prints the true totals last. Exits non-zero when anything failed.
import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { HEADLESS, WHOLE } from './chromium.mjs';
import { WORKERS } from './workers.mjs';

const ROOT = fileURLToPath(new URL('..', import.meta.url));
const node = process.execPath;
const scratch = mkdtempSync(join(tmpdir(), 'pale-glint-check-'));
const bin = (path) => join(ROOT, 'node_modules', path);
let passed = 0;
let failed = 0;

/** Runs a script of node beside all else that goes on; answers with whether it was content. */
const run = (args, env = {}) =>
  new Promise((resolve) =>
    spawn(node, args, {
      cwd: ROOT,
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, ...env },
    }).on('close', (code) => resolve(code === 0)),
  );

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
async function suite(name, args, env, totals) {
  process.stdout.write(`\n== ${name}\n`);
  const start = Date.now();
  const ok = await run(args, env);
  const counted = totals();
  passed += counted.passed;
  failed += counted.failed + (!ok && counted.failed === 0 ? 1 : 0) + (ok && counted.passed === 0 ? 1 : 0);
  process.stdout.write(
    `${name}: ${counted.passed} passed, ${counted.failed} failed, ${Math.round((Date.now() - start) / 1000)} s\n`,
  );
}

const readJson = (file) => (existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : null);

/** Runs a command that says nothing unless it fails; answers with whether it did not. */
const quietly = ([command, ...args]) =>
  new Promise((resolve) => {
    const child = spawn(command, args, { env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' } });
    let said = '';
    child.stdout.on('data', (d) => (said += d));
    child.stderr.on('data', (d) => (said += d));
    const end = (ok) => {
      if (!ok) process.stdout.write(`${[command, ...args].join(' ')} failed\n${said}`);
      resolve(ok);
    };
    child.on('error', () => end(false));
    child.on('close', (code) => end(code === 0));
  });

/** Debian's headless Chromium, installed where it is missing and this machine lets us; any other that is there will do. */
async function needChromium() {
  if (existsSync(HEADLESS.path) || process.env.PALE_GLINT_CHROMIUM) return;
  const root = process.getuid?.() === 0 ? [] : ['sudo', '-n'];
  const install = (name) => quietly([...root, 'apt-get', 'install', '-y', '-qq', name]);
  await quietly([...root, 'apt-get', 'update', '-qq']);
  if ((await install(HEADLESS.package)) || existsSync(WHOLE) || (await install('chromium'))) return;
  process.stdout.write(`Debian's ${HEADLESS.package} or chromium has to be installed by hand\n`);
}

const prepare = async (...flags) => {
  if (await run(['scripts/prepare.mjs', ...flags])) return;
  process.stdout.write('0 passed, 1 failed\n');
  process.exit(1);
};

// Packages of the system come in while those of the project do.
const browser = needChromium();
await prepare('--installed');
// Lint needs nothing built and runs beside the build; types and layers run beside the units. So no core waits.
const looked = checks({
  // Syntax trees are large and short-lived.
  lint: ['--max-semi-space-size=64', bin('eslint/bin/eslint.js'), '.', '--max-warnings=0'],
});
await prepare();
const typed = checks({
  types: [bin('typescript-7/bin/tsc'), '--noEmit', '-p', 'apps/web'],
  'types of the tests': [bin('typescript-7/bin/tsc'), '--noEmit', '-p', 'tsconfig.tests.json'],
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

if (!(await run(['scripts/bundle-tests.mjs']))) failed++;
const unit = join(scratch, 'unit.json');
await suite(
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

await Promise.all([browser, looked, typed]);
const e2e = join(scratch, 'e2e.json');
await suite(
  'the interface in Chromium',
  [
    bin('@playwright/test/cli.js'),
    'test',
    '--reporter=list,json',
    // Each of its processes loads core: as one file, in half the time.
    '--tsconfig=tsconfig.e2e-bundled.json',
  ],
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
