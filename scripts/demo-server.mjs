// The built server with nothing but the demo in it, in a data folder of its own that goes away with it.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const MAIN = fileURLToPath(new URL('../apps/server/dist/main.js', import.meta.url));

/** Starts it; answers with its address and a way to stop it. */
export async function demoServer() {
  const folder = mkdtempSync(join(tmpdir(), 'pale-glint-demo-'));
  const child = spawn(process.execPath, [MAIN], {
    env: { ...process.env, PALE_GLINT_DATA: folder, PALE_GLINT_PORT: '0' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const address = await new Promise((resolve, reject) => {
    child.stdout.on('data', (d) => {
      const found = /http:\/\/\S+/.exec(String(d));
      if (found) resolve(found[0]);
    });
    child.on('exit', () => reject(new Error('the server ended')));
  });
  return {
    address,
    async stop() {
      await new Promise((resolve) => {
        child.on('exit', resolve);
        child.kill('SIGTERM');
      });
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
