// The long forms of what `npm test` does briefly. All of them, or those that are named: kills, power, disk, lock, fuzz,
// many, photos, seeds; `npm run soak -- power 40` says how often.
import { spawnSync } from 'node:child_process';
import { fullDisk } from './soak/fullDisk.mjs';
import { lockRaces } from './soak/lockRaces.mjs';
import { manyPieces } from './soak/many.mjs';
import { photos } from './soak/photos.mjs';
import { powerCuts } from './soak/power.mjs';

const ROUNDS = 5;
const jest = ['--experimental-vm-modules', 'node_modules/jest/bin/jest.js'];
const run = (args, env) =>
  spawnSync(process.execPath, [...jest, ...args, '--testTimeout=7200000'], {
    stdio: 'inherit',
    env: { ...process.env, NODE_NO_WARNINGS: '1', ...env },
  }).status === 0;

/** What each does, and how often unless told. */
const SOAKS = {
  kills: [200, (n) => run(['--selectProjects', 'server', '-t', 'kill'], { PALE_GLINT_KILLS: String(n) })],
  power: [40, powerCuts],
  disk: [1, fullDisk],
  lock: [400, lockRaces],
  fuzz: [
    20_000,
    (n) => run(['--selectProjects', 'server', '-t', 'odd requests'], { PALE_GLINT_FUZZ: String(n) }),
  ],
  many: [1000, manyPieces],
  photos: [60, photos],
  seeds: [
    ROUNDS,
    (n) =>
      Array.from({ length: n }, () => run(['--selectProjects', 'core'], { PALE_GLINT_SEED: 'new' })).every(
        Boolean,
      ),
  ],
};

const words = process.argv.slice(2);
const unknown = words.filter((w) => !(w in SOAKS) && !/^\d+$/.test(w));
if (unknown.length > 0) {
  console.log(
    `${unknown.join(', ')}: no such soak; accepted: ${Object.keys(SOAKS).join(', ')}, each with a count after it`,
  );
  process.exit(2);
}
const named = words.filter((w) => w in SOAKS);
const failed = [];
for (const name of named.length > 0 ? named : Object.keys(SOAKS)) {
  const [usual, soak] = SOAKS[name];
  const told = Number(words[words.indexOf(name) + 1]);
  if (!(await soak(Number.isInteger(told) && told > 0 && words.includes(name) ? told : usual)))
    failed.push(name);
}
console.log(failed.length > 0 ? `failed: ${failed.join(', ')}` : 'all fine');
process.exit(failed.length > 0 ? 1 : 0);
