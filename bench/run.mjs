// `npm run bench`: accuracy and speed of the engine, as ratios within one run. Nothing here is asserted.
import {
  computed,
  critique,
  facesOf,
  addBounce,
  awayFrom,
  canonicalGrid,
  gridAround,
  layersOf,
  sluiceWarden,
  modelOf,
  partLight,
  partSheet,
  compositeLayers,
  FINISHED,
  pose,
  preparePart,
  polishModels,
  polishOn,
  radiance,
  shapeOf,
  surfaceOf,
  zonesOf,
  brassHeron,
  glowLayers,
  wornLayers,
} from '@pale-glint/core';
import { browserFigures } from './browser.mjs';
import { miniatureFigures } from './miniature.mjs';
import { mixingFigures } from './mixing.mjs';
import { photoFigures } from './photo.mjs';
import { plainRadiance, sampledRadiance, scene, seededRandom } from './reference.mjs';

const ROUNDS = 20;
const SAMPLES = 4096;
const say = (text) => process.stdout.write(`${text}\n`);
const median = (list) => [...list].sort((a, b) => a - b)[list.length >> 1];

function time(work, rounds = ROUNDS) {
  work();
  return median(
    Array.from({ length: rounds }, () => {
      const start = performance.now();
      work();
      return performance.now() - start;
    }),
  );
}

/** A plain loop of sums and square roots: how fast this machine is today, in ns a turn. */
function calibration() {
  const n = 1 << 20;
  let sink = 0;
  const ms = time(() => {
    for (let i = 0; i < n; i++) sink += Math.sqrt(i + sink * 1e-12);
  });
  return { ns: (ms / n) * 1e6, sink };
}

const dome = (side) => ({
  model: pose(
    modelOf({ kind: 'dome', widthMm: 10, heightMm: 10, side, fullness: 1, ridgeDeg: 0, rimMm: 0 }),
    {
      yawDeg: 0,
      pitchDeg: 0,
    },
  ),
});

say(
  'accuracy: radiance against importance sampling, RMS over the range of 1 to 99.3 % (wanted: at most 0.02)',
);
{
  const { model } = dome('convex');
  const surface = surfaceOf(model, canonicalGrid(model, 900));
  const light = partLight({ ...sluiceWarden.rig, horizonDeg: 0, neighbours: [] }, 0);
  for (const [name, polish] of Object.entries(polishModels)) {
    const random = seededRandom(7);
    const ours = radiance(surface, model.patches, light, polishOn(name, null));
    const reference = [];
    let sum = 0;
    for (let i = 0; i < ours.length; i++) {
      if (surface.patch[i] === 255) continue;
      const r = sampledRadiance(
        [surface.nx[i], surface.ny[i], surface.nz[i]],
        light,
        polish,
        SAMPLES,
        random,
      );
      reference.push(r);
      sum += (r - ours[i]) ** 2;
    }
    const sorted = [...reference].sort((a, b) => a - b);
    const range =
      sorted[Math.ceil(0.993 * (sorted.length - 1))] - sorted[Math.floor(0.01 * (sorted.length - 1))];
    say(
      `  ${name.padEnd(10)} ${(Math.sqrt(sum / reference.length) / range).toFixed(4)}  (${reference.length} normals, ${SAMPLES} samples)`,
    );
  }
}

say(
  'speed: 512 x 512, key, bounce, two neighbours, grain, form light, one core (wanted: 200 times the plain reference)',
);
{
  const form = {
    kind: 'tube',
    lengthMm: 10,
    startWidthMm: 10,
    endWidthMm: 10,
    endCurve: 0,
    section: 'round',
    bowMm: 0,
    swell: 0,
    swellAt: 0.5,
  };
  const model = pose(modelOf(form), { yawDeg: 0, pitchDeg: 0 });
  const grid = { ...gridAround(model.rings, 51.2, 0), width: 512, height: 512 };
  const surface = surfaceOf(model, grid);
  const neighbours = [
    {
      id: 'a',
      name: 'a',
      where: { kind: 'far', clockHours: 4, heightDeg: 10, sizeDeg: 20 },
      hex: '#ffffff',
      strength: 0.4,
    },
    {
      id: 'b',
      name: 'b',
      where: { kind: 'far', clockHours: 7, heightDeg: 30, sizeDeg: 30 },
      hex: '#ffffff',
      strength: 0.3,
    },
  ];
  const rig = { ...sluiceWarden.rig, neighbours };
  const part = { ...sluiceWarden.parts[3], form, place: { ...sluiceWarden.parts[3].place, rollDeg: 0 } };
  const prepared = preparePart(part, { ...sluiceWarden, rig });
  const pixels = 512 * 512;
  const polish = polishOn('polished', null);
  const alone = time(() => radiance(surface, model.patches, prepared.light, polish));
  const bounced = time(() =>
    addBounce(radiance(surface, model.patches, prepared.light, polish), surface, model.patches, {
      toward: awayFrom(prepared.light),
      most: 0.5,
    }),
  );
  const all = time(() => layersOf(prepared, grid, surface));
  const fixed = scene(prepared.light, polish);
  const few = 2048;
  const out = new Float64Array(few);
  const plain = time(
    () =>
      plainRadiance(
        surface.nx.subarray(100000, 100000 + few),
        surface.ny.subarray(100000, 100000 + few),
        surface.nz.subarray(100000, 100000 + few),
        fixed,
        prepared.light,
        polish,
        out,
      ),
    5,
  );
  const plainNs = (plain / few) * 1e6;
  const { ns } = calibration();
  say(`  calibration loop        ${ns.toFixed(2)} ns a turn`);
  say(`  plain reference         ${plainNs.toFixed(0)} ns a pixel (1,024 directions)`);
  say(
    `  radiance                ${((alone / pixels) * 1e6).toFixed(1)} ns a pixel, ${(plainNs / ((alone / pixels) * 1e6)).toFixed(0)} times faster`,
  );
  say(
    `  radiance and bounce     ${((bounced / pixels) * 1e6).toFixed(1)} ns a pixel, ` +
      `${(plainNs / ((bounced / pixels) * 1e6)).toFixed(0)} times faster`,
  );
  say(
    `  with coverage, bounce, edges, dots ${((all / pixels) * 1e6).toFixed(1)} ns a pixel, ` +
      `${(plainNs / ((all / pixels) * 1e6)).toFixed(0)} times faster`,
  );
}

say('a part on the map (median ms): form, light and tone, layers at 14 px/mm, paint, zones and sheet');
for (const part of sluiceWarden.parts) {
  const shape = shapeOf(part);
  const prepared = preparePart(part, sluiceWarden, shape);
  const grid = gridAround(shape.model.rings, 14, 1);
  const surface = surfaceOf(shape.model, grid);
  const layers = layersOf(prepared, grid, surface);
  const figures = [
    time(() => shapeOf(part)),
    time(() => preparePart(part, sluiceWarden, shape)),
    time(() => layersOf(prepared, grid, surface)),
    time(() => compositeLayers(layers, prepared.palette, FINISHED, 'painted')),
    time(() => zonesOf(prepared), 5),
    time(() => partSheet(part, sluiceWarden, shape, prepared), 5),
  ];
  say(`  ${part.id.padEnd(11)} ${figures.map((f) => f.toFixed(2).padStart(8)).join('')}`);
}
{
  const blade = sluiceWarden.parts.find((p) => p.form.kind === 'blade');
  say(
    `  composing a blade ${time(() => facesOf(blade, sluiceWarden), 200).toFixed(3)} ms (wanted: under 30)`,
  );
  const laid = (piece, id) => {
    const prepared = preparePart(
      piece.parts.find((p) => p.id === id),
      piece,
    );
    const { model } = prepared.shape;
    return { prepared, surface: surfaceOf(model, gridAround(model.rings, 14, 1)) };
  };
  let seed = 1;
  const worn = ({ prepared, surface }) =>
    time(
      () => wornLayers({ ...prepared, wear: prepared.wear.map((w) => ({ ...w, seed: ++seed })) }, surface),
      20,
    );
  const chipped = { ...sluiceWarden, wear: sluiceWarden.wear.slice(0, 1) };
  say(
    `  another pattern of chips on its blade ${worn(laid(chipped, 'blade')).toFixed(0)} ms (wanted: under 30)`,
  );
  const old = [...new Set(brassHeron.wear.map((w) => w.part))];
  const all = old.reduce((sum, id) => sum + worn(laid(brassHeron, id)), 0);
  say(`  another pattern of all wear of the heron ${all.toFixed(0)} ms (wanted: under 500)`);
  const near = sluiceWarden.parts.map((p) => laid(sluiceWarden, p.id));
  const glow = () => near.forEach(({ prepared, surface }) => glowLayers(prepared, surface));
  say(`  the lantern's glow on all parts, under a moving light ${time(glow, 10).toFixed(0)} ms`);
  const maps = new Map(sluiceWarden.parts.map((part) => [part.id, computed(part, sluiceWarden)]));
  const judge = () => critique(sluiceWarden, (part) => maps.get(part.id));
  say(`  critique of the warden ${time(judge, 10).toFixed(0)} ms (wanted: under 200)`);
}
miniatureFigures(say);
say('mixes and ladders (wanted: 30 paints under 1.5 s, 100 under 6 s)');
mixingFigures(say);

await photoFigures(say);
await browserFigures(say);
