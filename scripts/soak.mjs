// The long forms of what `npm test` does briefly: many kills in the middle of writes, property tests from new seeds.
import { spawnSync } from 'node:child_process';

const KILLS = '60';
const ROUNDS = 5;
const jest = ['--experimental-vm-modules', 'node_modules/jest/bin/jest.js'];
const run = (args, env) =>
  spawnSync(process.execPath, [...jest, ...args], {
    stdio: 'inherit',
    env: { ...process.env, NODE_NO_WARNINGS: '1', ...env },
  }).status === 0;

let ok = run(['--selectProjects', 'server', '-t', 'kill', '--testTimeout=900000'], {
  PALE_GLINT_KILLS: KILLS,
});
for (let round = 0; round < ROUNDS; round++)
  ok = run(['--selectProjects', 'core'], { PALE_GLINT_SEED: 'new' }) && ok;
process.exit(ok ? 0 : 1);
