// The built server with nothing but the demo in it, in a data folder of its own that goes away with it.
import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startBuilt } from './built-server.mjs';

/** Starts it; answers with its address and a way to stop it. */
export async function demoServer() {
  const folder = mkdtempSync(join(tmpdir(), 'pale-glint-demo-'));
  const { child, ready } = startBuilt(folder, { pictures: true, lives: true });
  const address = await ready;
  return {
    address,
    async stop() {
      child.kill('SIGTERM');
      await once(child, 'exit');
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
