// Power cuts: a server saves pieces, ticks and photos on a file system that is cut off in the middle; mounted again, it
// opens, and all that was acknowledged is there.
import { randomBytes } from 'node:crypto';
import { join } from 'node:path';
import { lockKeepersArm, writePiece } from '../../packages/core/dist/index.js';
import { LoopDisk, whyNoCut } from './disk.mjs';
import { SoakServer } from './server.mjs';

const WRITERS = 4;
const MEGABYTES = 512;
const wait = (ms) => new Promise((done) => setTimeout(done, ms));
const pieceText = (id, name) => writePiece({ ...lockKeepersArm, id, name });

/** Writes until the server is gone; what it acknowledged is written down. */
async function write(server, who, acknowledged) {
  const id = `cut-${who}-${randomBytes(4).toString('hex')}`;
  try {
    for (let version = 0; ; version++) {
      const text = pieceText(id, `${version}`);
      const saved = await (version === 0
        ? server.request('POST', '/pieces', text)
        : server.request('PUT', `/pieces/${id}?version=${version}`, text));
      if (!saved.ok) throw new Error(`${saved.status}: ${await saved.text()}`);
      acknowledged.pieces.set(id, version + 1);
      if (version % 3 === 2) {
        const step = `v${version}`;
        const tick = {
          part: 'blade',
          step,
          role: 'value',
          copy: 1,
          doneAt: '2026-11-28T19:00:00Z',
          did: { mix: 'black', coats: 1, coverShare: 1, minutes: 1 },
        };
        const ticked = await server.request('PUT', `/pieces/${id}/run/ticks`, JSON.stringify(tick));
        if (ticked.ok) acknowledged.ticks.push([id, step]);
        else acknowledged.refused.push(`${ticked.status}: ${(await ticked.text()).slice(0, 200)}`);
      }
    }
  } catch {
    // Cut off: what was not acknowledged was not promised.
  }
}

/** What of the acknowledged is not there. */
async function lostOf(server, { pieces, ticks }) {
  const lost = [];
  const listed = await (await server.request('GET', '/pieces')).json();
  const versions = new Map(listed.map((p) => [p.id, p.version]));
  for (const [id, version] of pieces)
    if (!((versions.get(id) ?? 0) >= version)) lost.push(`${id} at version ${version}`);
  for (const [id, step] of ticks) {
    const { ticks: held } = await (await server.request('GET', `/pieces/${id}/run`)).json();
    if (!held.some((t) => t.step === step)) lost.push(`${id}, tick ${step}`);
  }
  return lost;
}

export async function powerCuts(count) {
  const why = await whyNoCut();
  if (why) {
    console.log(`power cuts: skipped, ${why}`);
    return true;
  }
  const scenarios = ['first start', 'second start', 'running', 'cut again'];
  const totals = new Map(scenarios.map((s) => [s, { cuts: 0, opened: 0, acknowledged: 0, lost: 0 }]));
  const faults = [];
  for (let i = 0; i < count; i++) {
    const scenario = scenarios[i % scenarios.length];
    const total = totals.get(scenario);
    const disk = new LoopDisk(MEGABYTES);
    const data = join(disk.folder, 'data');
    const acknowledged = { pieces: new Map(), ticks: [], refused: [] };
    try {
      disk.mount();
      const cutWhile = async (server, ms) => {
        const writing = server.ready.then(
          () => Promise.all(Array.from({ length: WRITERS }, (_, w) => write(server, w, acknowledged))),
          () => undefined,
        );
        await wait(ms);
        disk.cut();
        await server.end('SIGKILL');
        await writing;
        await disk.unmount();
        disk.mount();
      };
      if (scenario !== 'first start') {
        const first = new SoakServer(data);
        await first.ready;
        await first.end();
      }
      const server = new SoakServer(data);
      if (scenario === 'running' || scenario === 'cut again') await server.ready;
      await cutWhile(server, 200 + Math.random() * (scenario === 'first start' ? 5000 : 2500));
      if (scenario === 'cut again') await cutWhile(new SoakServer(data), 600 + Math.random() * 2500);
      total.cuts++;
      const after = new SoakServer(data);
      await after.ready;
      total.opened++;
      const lost = await lostOf(after, acknowledged);
      total.acknowledged += [...acknowledged.pieces.values()].reduce((a, b) => a + b, 0);
      total.acknowledged += acknowledged.ticks.length;
      total.lost += lost.length;
      faults.push(...lost.map((l) => `${scenario}: ${l}`), ...acknowledged.refused.slice(0, 1));
      await after.end();
    } catch (error) {
      faults.push(`${scenario}: ${error.message}`);
    } finally {
      await disk.remove();
    }
  }
  console.table(Object.fromEntries(totals));
  for (const fault of faults) console.log(fault);
  return faults.length === 0;
}
