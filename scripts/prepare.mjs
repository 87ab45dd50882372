// Brings a checkout to where it can run: installs what the lock file says, builds what is older than its sources.
// --quiet says only what it does, --core builds core and command line alone, --force builds everything anew.
import { execFileSync, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { createHash } from 'node:crypto';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const ROOT = fileURLToPath(new URL('..', import.meta.url));
const flags = new Set(process.argv.slice(2));
const at = (...parts) => join(ROOT, ...parts);
const say = (text) => process.stderr.write(`${text}\n`);

function run(says, command, args) {
  say(says);
  const { status } = spawnSync(command, args, { cwd: ROOT, stdio: ['ignore', 2, 2], env: process.env });
  if (status !== 0) {
    say(`${says}: failed`);
    process.exit(status ?? 1);
  }
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
function unlessSame(name, sources, made, work) {
  mkdirSync(at('.cache'), { recursive: true });
  const mark = at('.cache', name);
  const hash = hashOf(sources);
  const same =
    existsSync(mark) && readFileSync(mark, 'utf8') === hash && made.every((m) => existsSync(at(m)));
  if (same && !flags.has('--force')) return;
  work();
  writeFileSync(mark, hash);
}

const NODE_NEEDED = [20, 19];
const [major, minor] = process.versions.node.split('.').map(Number);
if (major < NODE_NEEDED[0] || (major === NODE_NEEDED[0] && minor < NODE_NEEDED[1])) {
  say(`Node.js ${process.versions.node} is too old; ${NODE_NEEDED.join('.')} or newer is needed`);
  process.exit(1);
}

const npm = process.env.npm_execpath ? [process.execPath, [process.env.npm_execpath]] : ['npm', []];
unlessSame(
  'install',
  ['package-lock.json'],
  ['node_modules/typescript-7', 'node_modules/vite', 'node_modules/jest'],
  () => run('Installing packages', npm[0], [...npm[1], 'ci', '--no-audit', '--no-fund', '--loglevel=error']),
);

const base = ['package-lock.json', 'tsconfig.base.json', 'packages/core/src', 'packages/core/tsconfig.json'];
// The compiler that is several times as fast; the older one stays for what is written against its interface.
const tsc = at('node_modules/typescript-7/bin/tsc');
unlessSame(
  'core',
  [...base, 'apps/cli/src', 'apps/cli/tsconfig.json'],
  ['packages/core/dist/index.js', 'apps/cli/dist/main.js'],
  () =>
    run('Building the core and the command line', process.execPath, [tsc, '-b', 'packages/core', 'apps/cli']),
);
if (!flags.has('--core')) {
  unlessSame(
    'server',
    [
      ...base,
      'apps/server/src',
      'apps/server/scripts/bundle.mjs',
      'apps/server/scripts/bundling.mjs',
      'apps/server/tsconfig.json',
    ],
    ['apps/server/dist/bundle/main.mjs'],
    () => {
      run('Building the server', process.execPath, [tsc, '-b', 'apps/server']);
      run('Bundling the server', process.execPath, ['apps/server/scripts/bundle.mjs']);
    },
  );
  unlessSame(
    'database',
    ['package-lock.json', 'apps/server/scripts/make-template.mjs'],
    ['apps/server/dist/empty-database.tar.gz'],
    () => run('Preparing an empty database', process.execPath, ['apps/server/scripts/make-template.mjs']),
  );
}
if (!flags.has('--core')) {
  const web = [
    'apps/web/src',
    'apps/web/index.html',
    'apps/web/public',
    'apps/web/vite.config.ts',
    'apps/web/package.json',
  ];
  unlessSame('web', [...base, ...web], ['apps/web/dist/index.html'], () => {
    say('Building the pages');
    execFileSync(process.execPath, [at('node_modules/vite/bin/vite.js'), 'build', '--logLevel', 'error'], {
      cwd: at('apps/web'),
      stdio: ['ignore', 2, 2],
    });
  });
}
