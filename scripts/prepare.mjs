// Brings a checkout to where it can run: installs what the lock file says, builds what is older than its sources.
// --quiet says only what it does, --installed builds nothing, --core builds core and command line alone, --force builds
// everything anew.
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { createHash } from 'node:crypto';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const ROOT = fileURLToPath(new URL('..', import.meta.url));
const flags = new Set(process.argv.slice(2));
const at = (...parts) => join(ROOT, ...parts);
const say = (text) => process.stderr.write(`${text}\n`);

const running = new Set();

/** Runs a program; ends all, and what runs beside it, where it fails. */
async function run(says, command, args, cwd = ROOT) {
  say(says);
  const child = spawn(command, args, { cwd, stdio: ['ignore', 2, 2] });
  running.add(child);
  const status = await new Promise((resolve) => {
    child.on('error', () => resolve(1));
    child.on('close', resolve);
  });
  running.delete(child);
  if (status === 0) return;
  say(`${says}: failed`);
  for (const other of running) other.kill();
  process.exit(status ?? 1);
}

/** A hash over the names, sizes and contents of files below folders. */
function hashOf(paths) {
  const hash = createHash('sha256');
  const visit = (path) => {
    const stat = statSync(path, { throwIfNoEntry: false });
    if (!stat) return;
    if (stat.isDirectory()) {
      for (const name of readdirSync(path).sort())
        if (name !== 'dist' && name !== 'node_modules') visit(join(path, name));
    } else hash.update(path.slice(ROOT.length)).update(readFileSync(path));
  };
  paths.forEach((p) => visit(at(p)));
  return hash.digest('hex');
}

/** Does `work` unless it was done for the same sources and left `made` behind. */
async function unlessSame(name, sources, made, work) {
  mkdirSync(at('.cache'), { recursive: true });
  const mark = at('.cache', name);
  const hash = hashOf(sources);
  const same =
    existsSync(mark) && readFileSync(mark, 'utf8') === hash && made.every((m) => existsSync(at(m)));
  if (same && !flags.has('--force')) return;
  await work();
  writeFileSync(mark, hash);
}

const NODE_NEEDED = [20, 19];
const [major, minor] = process.versions.node.split('.').map(Number);
if (major < NODE_NEEDED[0] || (major === NODE_NEEDED[0] && minor < NODE_NEEDED[1])) {
  say(`Node.js ${process.versions.node} is too old; ${NODE_NEEDED.join('.')} or newer is needed`);
  process.exit(1);
}

const npm = process.env.npm_execpath ? [process.execPath, [process.env.npm_execpath]] : ['npm', []];
await unlessSame(
  'install',
  ['package-lock.json'],
  ['node_modules/typescript-7', 'node_modules/vite', 'node_modules/jest'],
  () => run('Installing packages', npm[0], [...npm[1], 'ci', '--no-audit', '--no-fund', '--loglevel=error']),
);

const base = ['package-lock.json', 'tsconfig.base.json', 'packages/core/src', 'packages/core/tsconfig.json'];
// The compiler that is several times as fast; the older one stays for what is written against its interface.
const tsc = at('node_modules/typescript-7/bin/tsc');

const core = () =>
  unlessSame(
    'core',
    [...base, 'apps/cli/src', 'apps/cli/tsconfig.json'],
    ['packages/core/dist/index.js', 'apps/cli/dist/main.js'],
    () =>
      run('Building the core and the command line', process.execPath, [
        tsc,
        '-b',
        'packages/core',
        'apps/cli',
      ]),
  );

const server = async () => {
  await unlessSame(
    'server',
    [
      ...base,
      'apps/server/src',
      'apps/server/scripts/bundle.mjs',
      'apps/server/scripts/bundling.mjs',
      'apps/server/tsconfig.json',
    ],
    ['apps/server/dist/bundle/main.mjs'],
    async () => {
      await run('Building the server', process.execPath, [tsc, '-b', 'apps/server']);
      await run('Bundling the server', process.execPath, ['apps/server/scripts/bundle.mjs']);
    },
  );
  await unlessSame(
    'database',
    ['package-lock.json', 'apps/server/scripts/make-template.mjs'],
    ['apps/server/dist/empty-database.tar.gz'],
    () =>
      run('Preparing an empty database', process.execPath, [
        // What runs once gains nothing from optimised code.
        '--liftoff-only',
        '--wasm-lazy-compilation',
        'apps/server/scripts/make-template.mjs',
      ]),
  );
};

const pages = () =>
  unlessSame(
    'web',
    [
      ...base,
      'apps/web/src',
      'apps/web/index.html',
      'apps/web/public',
      'apps/web/vite.config.ts',
      'apps/web/package.json',
    ],
    ['apps/web/dist/index.html'],
    () =>
      run(
        'Building the pages',
        process.execPath,
        [at('node_modules/vite/bin/vite.js'), 'build', '--logLevel', 'error'],
        at('apps/web'),
      ),
  );

if (flags.has('--core')) await core();
else if (!flags.has('--installed')) {
  // The pages are built from the core's sources, side by side with all that needs it built.
  const others = pages();
  await core();
  await server();
  await others;
}
