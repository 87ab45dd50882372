// The long forms of what `npm test` does briefly: many kills in the middle of writes.
import { spawnSync } from 'node:child_process';
const KILLS = '60';
const { status } = spawnSync(
  process.execPath,
  [
    '--experimental-vm-modules',
    'node_modules/jest/bin/jest.js',
    '--selectProjects',
    'server',
    '-t',
    'kill',
    '--testTimeout=900000',
  ],
  {
    stdio: 'inherit',
    env: { ...process.env, PALE_GLINT_KILLS: KILLS, NODE_NO_WARNINGS: '1' },
  },
);
process.exit(status ?? 1);
