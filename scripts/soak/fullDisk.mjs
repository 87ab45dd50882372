// A disk that fills up under the server: saves are refused with a true sentence, reads go on, room brings all back, and
// a stop does not hang.
import { rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { lockKeepersArm, writePiece } from '../../packages/core/dist/index.js';
import { LoopDisk } from './disk.mjs';
import { SoakServer } from './server.mjs';

const MEGABYTES = 160;
const STOP_WITHIN_MS = 5000;
const piece = (n) => writePiece({ ...lockKeepersArm, id: `full-${n}`, name: `${n}` });

export async function fullDisk() {
  let disk;
  try {
    disk = new LoopDisk(MEGABYTES);
    disk.mount();
  } catch (error) {
    console.log(`full disk: skipped, no loop device here (${error.message.trim()})`);
    await disk?.remove();
    return true;
  }
  const faults = [];
  const expect = (what, held, wanted) => {
    console.log(`full disk: ${what}: ${held}`);
    if (held !== wanted) faults.push(`${what}: ${held}, not ${wanted}`);
  };
  try {
    const server = new SoakServer(join(disk.folder, 'data'));
    await server.ready;
    expect('a save with room', (await server.request('POST', '/pieces', piece(0))).status, 201);
    const ballast = join(disk.folder, 'ballast');
    try {
      for (let n = 0; ; n++) writeFileSync(`${ballast}-${n}`, Buffer.alloc(2 ** 20, 1));
    } catch {
      // Full to the last megabyte.
    }
    const refused = await server.request('POST', '/pieces', piece(1));
    expect('a save without room', refused.status, 507);
    console.log(`full disk: it says: ${(await refused.json()).says}`);
    const health = await server.request('GET', '/health');
    expect('health without room', (await health.json()).room, false);
    expect('a read without room', (await server.request('GET', '/pieces/full-0')).status, 200);
    for (let n = 0; n < MEGABYTES; n++) rmSync(`${ballast}-${n}`, { force: true });
    expect('a save with room again', (await server.request('POST', '/pieces', piece(2))).status, 201);
    const start = Date.now();
    await server.end();
    expect('a stop within 5 s', Date.now() - start < STOP_WITHIN_MS, true);
    const again = new SoakServer(join(disk.folder, 'data'));
    await again.ready;
    expect('what was saved is there', (await again.request('GET', '/pieces/full-2')).status, 200);
    expect('what was refused is not', (await again.request('GET', '/pieces/full-1')).status, 404);
    await again.end();
  } catch (error) {
    faults.push(error.message);
  } finally {
    await disk.remove();
  }
  for (const fault of faults) console.log(`full disk: FAULT ${fault}`);
  return faults.length === 0;
}
