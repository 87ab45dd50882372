// How far lamp scans by the stand-in camera are off, by fault: mean error of the normals in degrees over sculpts and
// seeds, its spread, what was promised, and how often a sound series was called unclear. Run after a build:
// node bench/scans.mjs [SEEDS] [FAULT...]
import { isMainThread, parentPort, Worker } from 'node:worker_threads';
import { availableParallelism } from 'node:os';
import {
  angleBetween,
  HARD,
  luminanceImageOf,
  MILD,
  NO_TROUBLE,
  normalAt,
  scanFrom,
  standInSculpt,
  standInSeries,
  trueNormal,
} from '@pale-glint/core';
import sharp from 'sharp';

const PX_PER_MM = 6;
const SCULPTS = ['dome', 'breastplate', 'knee', 'face', 'wing', 'heron-wing'];
const REST = { ...MILD, shiftPx: 0, reachSpread: 0.1 };
/** By fault: what the bench does, how many photos, and what is done to the series. */
const FAULTS = {
  'quiet bench': { conditions: NO_TROUBLE },
  'at rest': { conditions: REST },
  'locked, 7 photos': { conditions: REST, photos: 7 },
  'locked, 6 photos': { conditions: REST, photos: 6 },
  'locked, 5 photos': { conditions: REST, photos: 5 },
  '4 photos': { conditions: REST, photos: 4 },
  'shift to 8 px': { conditions: { ...REST, shiftPx: 8 } },
  'shift to 12 px': { conditions: { ...REST, shiftPx: 12 } },
  'turn 1 degree, 6 px': { conditions: { ...REST, shiftPx: 6, turnDeg: 1 } },
  'turn 2 degrees, 6 px': { conditions: { ...REST, shiftPx: 6, turnDeg: 2 } },
  satin: { conditions: { ...REST, sheen: 0.25, sheenPower: 25 } },
  gloss: { conditions: { ...REST, sheen: 0.9, sheenPower: 120 } },
  'one photo twice': { conditions: REST, twice: true },
  'warm wall 15 %': { conditions: { ...REST, wall: 0.15 } },
  'exposure 30 %': { conditions: { ...REST, exposure: 0.3 } },
  'JPEG 60': { conditions: REST, jpeg: 60 },
  'hard conditions': { conditions: HARD },
};

async function planesOf(series, { jpeg, twice }) {
  const { photos } = series;
  const planes = [];
  for (const { rgba, width, height } of photos) {
    if (!jpeg) {
      planes.push(luminanceImageOf(rgba, width, height));
      continue;
    }
    const bytes = await sharp(Buffer.from(rgba.buffer), { raw: { width, height, channels: 4 } })
      .removeAlpha()
      .jpeg({ quality: jpeg })
      .toBuffer();
    const { data } = await sharp(bytes).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
    planes.push(luminanceImageOf(data, width, height));
  }
  if (twice) {
    // The same photo once more, with a noise of its own.
    let seed = 7;
    const random = () => (seed = (seed * 16807) % 2147483647) / 2147483647 - 0.5;
    const [first] = planes;
    planes[4] = {
      ...first,
      light: first.light.map((v) => (v >= 0.95 ? v : Math.max(0, v + 0.02 * random()))),
    };
  }
  return planes;
}

/** One scan: its mean error, what it promised, and what it said. */
async function scanOnce(id, fault, seed) {
  const how = FAULTS[fault];
  const sculpt = standInSculpt(id);
  const series = standInSeries(sculpt, {
    pxPerMm: PX_PER_MM,
    photos: how.photos ?? 8,
    conditions: how.conditions,
    seed,
  });
  const planes = await planesOf(series, how);
  let found;
  try {
    found = scanFrom(planes, { ball: null, pxPerMm: PX_PER_MM, lampMm: 'find' });
  } catch (error) {
    return { refused: error.message.slice(0, 80) };
  }
  const { bench, relief } = series;
  let [sum, n] = [0, 0];
  for (let i = 0; i < relief.on.length; i++) {
    if (!relief.on[i]) continue;
    const x = bench.middle[0] + ((i % bench.width) + 0.5 - bench.width / 2) / PX_PER_MM;
    const y = bench.middle[1] + (bench.height / 2 - Math.floor(i / bench.width) - 0.5) / PX_PER_MM;
    const truth = trueNormal(sculpt, x, y);
    if (!truth) continue;
    sum += angleBetween(truth, normalAt(found.sculpt, i));
    n++;
  }
  return {
    deg: sum / n,
    said: found.expectedDeg,
    unclear: found.unclear,
    out: found.faults.filter((f) => f?.leaveOut).length,
  };
}

const mean = (list) => list.reduce((t, v) => t + v, 0) / Math.max(1, list.length);
const spread = (list) => Math.sqrt(mean(list.map((v) => (v - mean(list)) ** 2)));

/** The table by fault, the mean by sculpt, and what was promised beside what is true. */
function tell(results) {
  console.log('fault                  | mean (spread, worst) | promised | left out | unclear | refused');
  for (const fault of Object.keys(FAULTS)) {
    const own = results.filter((r) => r.fault === fault);
    if (own.length === 0) continue;
    const good = own.filter((r) => r.deg !== undefined);
    const degs = good.map((r) => r.deg);
    const unclear = good.filter((r) => r.unclear).length;
    const cells = [
      fault.padEnd(22),
      `${mean(degs).toFixed(2)} (${spread(degs).toFixed(2)}, ${Math.max(...degs).toFixed(1)})`.padEnd(20),
      mean(good.map((r) => r.said))
        .toFixed(2)
        .padEnd(8),
      mean(good.map((r) => r.out))
        .toFixed(2)
        .padEnd(8),
      `${unclear} of ${own.length}`.padEnd(7),
      own.length - good.length,
    ];
    console.log(cells.join(' | '));
  }
  console.log(
    '\nby sculpt, at rest:',
    SCULPTS.map(
      (id) =>
        `${id} ${mean(results.filter((r) => r.id === id && r.fault === 'at rest' && r.deg).map((r) => r.deg)).toFixed(2)}`,
    ).join(', '),
  );
  console.log('\npromised, degrees | scans | promised in the mean | true in the mean');
  const said = results.filter((r) => r.deg !== undefined && r.said !== undefined);
  for (const [from, to] of [
    [0, 2],
    [2, 3],
    [3, 4],
    [4, 5],
    [5, 7],
    [7, 10],
    [10, 18],
  ]) {
    const bin = said.filter((r) => r.said >= from && r.said < to);
    if (bin.length > 0)
      console.log(
        `${from} to ${to}`.padEnd(17),
        `| ${bin.length}    | ${mean(bin.map((r) => r.said)).toFixed(2)} | ${mean(bin.map((r) => r.deg)).toFixed(2)}`,
      );
  }
}

async function table(seeds, only) {
  const jobs = Object.keys(FAULTS)
    .filter((f) => only.length === 0 || only.some((o) => f.includes(o)))
    .flatMap((fault) => SCULPTS.flatMap((id) => seeds.map((seed) => ({ fault, id, seed }))));
  const results = [];
  let next = 0;
  await Promise.all(
    Array.from({ length: Math.min(4, availableParallelism()) }, async () => {
      const worker = new Worker(new URL(import.meta.url));
      while (next < jobs.length) {
        const job = jobs[next++];
        worker.postMessage(job);
        results.push({ ...job, ...(await new Promise((done) => worker.once('message', done))) });
      }
      await worker.terminate();
    }),
  );
  tell(results);
  return results;
}

if (isMainThread) {
  const [seeds = '1', ...only] = process.argv.slice(2);
  const results = await table(
    Array.from({ length: Number(seeds) }, (_, i) => i + 1),
    only,
  );
  if (process.env.SCANS_OUT)
    (await import('node:fs')).writeFileSync(process.env.SCANS_OUT, JSON.stringify(results));
} else {
  parentPort.on('message', async ({ fault, id, seed }) =>
    parentPort.postMessage(await scanOnce(id, fault, seed)),
  );
}
