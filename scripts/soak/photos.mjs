// Photos of the demos by the stand-in painter and camera, read against their plans: how they lie, what is found of faults
// planted at 1.2 and 2 times their limit, what is found where nothing is wrong, and what other photos are told to be.
import { readFileSync } from 'node:fs';
import {
  brassHeron,
  EXACT_HAND,
  HERON_SURFACE,
  linearImage,
  lockMilitia,
  mend,
  ORDINARY_HAND,
  paintedBy,
  paintingOrder,
  partSheet,
  photographed,
  photoFindings,
  photoReport,
  PLAIN_SHOT,
  PLANTED_KINDS,
  placesOn,
  pointsOf,
  projected,
  readParts,
  readSculpt,
  readyPhoto,
  readyPlan,
  scaleOf,
  seededRandom,
  shotMap,
  sluiceWarden,
} from '@pale-glint/core';
import sharp from 'sharp';

/** What is one time the limit, by kind. */
const ONCE = {
  value: 8,
  'washed-out': 0.3,
  hue: 15,
  'light-moved': 0.15,
  'gap-filled': 0.5,
  missed: 1,
  'pale-area': 0.5,
  spill: 0.4,
  'edges-lost': 0.8,
};
const FOUND_AS = {
  value: ['too-bright', 'too-dark'],
  'washed-out': ['washed-out-hue'],
  hue: ['wrong-hue'],
  'light-moved': ['light-moved', 'missed-part', 'gap-filled'],
  'gap-filled': ['gap-filled'],
  missed: ['missed-part'],
  'pale-area': ['too-large', 'too-bright'],
  spill: ['spill'],
  'edges-lost': ['edges-lost'],
};

const surface = readSculpt(
  new Uint8Array(readFileSync(new URL('../../demo/heron-wing.surface', import.meta.url))),
);
const PIECES = [sluiceWarden, lockMilitia, { ...brassHeron, surfaces: new Map([[HERON_SURFACE, surface]]) }];

const finest = (plan) => plan.levels[plan.levels.length - 1];

/** Parts that meet another over a length of 3 mm or more, where the two differ in colour. */
function partsThatMeet({ places, levels }) {
  const { width, pxPerMm, lightness, a, b } = levels[levels.length - 1];
  const along = new Map();
  for (let i = width; i < places.of.length - width; i++)
    for (const step of [-1, 1, -width, width]) {
      const [mine, other] = [places.of[i], places.of[i + step]];
      // Beside the border colours are mixed.
      const [near, far] = [i - 3 * step, i + 4 * step];
      if (mine < 0 || other < 0 || mine === other || places.of[near] !== mine || places.of[far] !== other)
        continue;
      const apart = Math.hypot(lightness[near] - lightness[far], a[near] - a[far], b[near] - b[far]);
      if (apart > 30) along.set(mine, (along.get(mine) ?? 0) + 1 / pxPerMm);
    }
  return new Set([...along].filter(([, mm]) => mm >= 3).map(([part]) => part));
}

/** A demo with its plan, and which of its parts each kind of fault can be planted and told on. */
function prepared(piece) {
  const plan = readyPlan(piece);
  const level = finest(plan);
  const ideal = { ...level, tone: { weightOf: new Map() }, clipped: new Uint8Array(level.alpha.length) };
  const readings = readParts(ideal, { level, ...plan, parts: piece.parts, photoPxPerMm: 9 });
  const range = (r) => r.plan.lightest - r.plan.darkest;
  const borders = partsThatMeet(plan);
  const bearing = {
    value: (r) => photoFindings['too-bright'].measure(r) !== null && r.areaMm2 >= 4,
    'washed-out': (r) =>
      photoFindings['washed-out-hue'].measure(r) !== null && Math.hypot(r.plan.a, r.plan.b) > 10,
    hue: (r) => photoFindings['wrong-hue'].measure(r) !== null && Math.hypot(r.plan.a, r.plan.b) > 10,
    'light-moved': (r) => photoFindings['light-moved'].measure(r) !== null,
    'gap-filled': (r) => photoFindings['gap-filled'].measure(r) !== null && r.gapFilledBy !== null,
    missed: (r) => photoFindings['missed-part'].measure(r) !== null,
    spill: (r) => photoFindings.spill.measure(r) !== null && borders.has(r.part),
    'edges-lost': (r) => photoFindings['edges-lost'].measure(r) !== null,
    'pale-area': (r) => photoFindings['too-large'].measure(r) !== null && range(r) > 30,
  };
  const sheets = new Map(piece.parts.map((p) => [p.id, partSheet(p, piece)]));
  return {
    piece,
    plan,
    order: paintingOrder(piece, sheets),
    bears: (kind) => readings.filter(bearing[kind]).map((r) => r.part),
  };
}

const HOLDERS = ['none', 'plinth', 'none', 'none', 'hand', 'none'];

/** A shot at random: any turn, size, lean to 8 degrees, lamp, cast and noise; a plinth or a hand in every third of each demo. */
function randomShot(random, { picture }, n, demos) {
  const between = (a, b) => a + (b - a) * random();
  const wide = picture.width / picture.height;
  return {
    ...PLAIN_SHOT,
    fills: between(0.4, 0.75) * Math.min(1, 1.15 / wide),
    turnDeg: 90 * Math.floor(4 * random()) + between(-10, 10),
    tiltDeg: between(0, 8),
    leanDeg: between(0, 360),
    lensMm: between(250, 450),
    offset: [between(-0.05, 0.05), between(-0.05, 0.05)],
    fallOff: between(0, 0.3),
    cast: [between(0.8, 1.2), between(0.8, 1.2)],
    stops: between(-0.8, 0.4),
    curve: between(0, 0.5),
    blurPx: between(0.6, 1.5),
    holder: HOLDERS[Math.floor(n / demos) % HOLDERS.length],
  };
}

/** A photo as a phone saves it: JPEG at quality 70. */
async function photoOf(plan, painted, shot, seed) {
  const { width, height, rgba } = photographed(plan.raster, painted, shot, seed);
  const jpeg = await sharp(Buffer.from(rgba.buffer), { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .jpeg({ quality: 70 })
    .toBuffer();
  const data = await sharp(jpeg).ensureAlpha().raw().toBuffer();
  return readyPhoto(linearImage(data, width, height));
}

/** How far the parts of a plan lie from where they were taken, mm, rising. */
function errorsOf({ places, levels }, found, truth) {
  const level = levels[levels.length - 1];
  return pointsOf(places, 0)
    .filter((list) => list.length > 20)
    .map((list) => {
      const mean = (of) => list.reduce((s, i) => s + of(i), 0) / list.length;
      const at = [
        (mean((i) => i % level.width) + 0.5 - level.width / 2) / level.pxPerMm,
        (mean((i) => Math.floor(i / level.width)) + 0.5 - level.height / 2) / level.pxPerMm,
      ];
      const [p, q] = [projected(truth, at), projected(found, at)];
      return Math.hypot(p[0] - q[0], p[1] - q[1]) / scaleOf(truth);
    })
    .sort((a, b) => a - b);
}
const at95 = (sorted) => sorted[Math.floor(0.95 * (sorted.length - 1))];

/** Sizes of parts that errors of value are told for, mm2: from each to the next. */
const SIZES = [2, 4, 10, 30, Infinity];

/** By how much each part's mean value is read otherwise than it was painted, L*, with its size. */
function valueErrors({ plan: { raster } }, painted, readings) {
  const points = pointsOf(placesOn(raster, painted.level), 1);
  return readings.map((r) => {
    const mine = points[r.part];
    const truth = mine.reduce((s, i) => s + painted.level.lightness[i], 0) / mine.length;
    return { mm2: r.areaMm2, off: Math.abs(r.photo.mean - truth) };
  });
}

/** Half, nine in ten and nineteen in twenty of the errors are smaller, by size of the part. */
const errorsBySize = (errors) =>
  Object.fromEntries(
    SIZES.slice(0, -1).map((from, k) => {
      const of = errors.filter((e) => e.mm2 >= from && e.mm2 < SIZES[k + 1]).map((e) => e.off);
      of.sort((a, b) => a - b);
      const share = (q) => of[Math.floor(q * (of.length - 1))]?.toFixed(1) ?? '-';
      return [`from ${from} mm2`, `${of.length} parts: ${[0.5, 0.9, 0.95].map(share).join(', ')}`];
    }),
  );

/** Photos of pieces without a fault, by an ordinary hand. */
async function clean(demos, count) {
  let [laid, lost, mirrored] = [0, 0, 0];
  const worst = [];
  const falses = [];
  const errors = [];
  for (let n = 0; n < count; n++) {
    const demo = demos[n % demos.length];
    const random = seededRandom(5000 + n);
    const shot = randomShot(random, demo.plan.raster, n, demos.length);
    const painted = paintedBy(demo.plan.raster, { hand: ORDINARY_HAND, faults: [], seed: 200 + n });
    const report = photoReport(demo.plan, await photoOf(demo.plan, painted, shot, 300 + n));
    if (!report.onPlan) {
      lost++;
      continue;
    }
    const off = at95(errorsOf(demo.plan, report.registration.h, shotMap(demo.plan.raster, shot)));
    worst.push(off);
    errors.push(...valueErrors(demo, painted, report.readings));
    if (off < 0.1) laid++;
    if (report.registration.mirrored) mirrored++;
    falses.push(report.findings.filter((f) => f.certain).map((f) => f.id));
  }
  return {
    photos: count,
    'within 0.1 mm (95 % of parts)': laid,
    'recognised as lost': lost,
    'taken for mirrored': mirrored,
    'largest error, mm': Math.max(...worst).toFixed(3),
    'photos with at most one false finding': falses.filter((f) => f.length <= 1).length,
    'error of value (50, 90, 95 %)': errorsBySize(errors),
    'false findings': falses.flat().length,
    of: [...new Set(falses.flat())].join(', '),
  };
}

/** Faults planted at a multiple of their limit: found by kind; and what the cures tried come to. */
async function planted(demos, times, count) {
  const found = Object.fromEntries(PLANTED_KINDS.map((k) => [k, { found: 0, of: 0 }]));
  const cured = { tried: 0, under: 0, dearer: 0 };
  let elsewhere = 0;
  for (let n = 0; n < count; n++) {
    const demo = demos[n % demos.length];
    const random = seededRandom(9000 + 31 * n + Math.round(10 * times));
    const used = new Set();
    const faults = PLANTED_KINDS.flatMap((kind) => {
      const free = demo.bears(kind).filter((p) => !used.has(p));
      if (free.length === 0) return [];
      const part = free[Math.floor(free.length * random())];
      used.add(part);
      const sign = ['value', 'hue'].includes(kind) && random() < 0.5 ? -1 : 1;
      const amount =
        kind === 'missed'
          ? 1
          : kind === 'pale-area'
            ? 1 + times * ONCE[kind]
            : ['gap-filled', 'edges-lost'].includes(kind)
              ? Math.min(1, times * ONCE[kind])
              : sign * times * ONCE[kind];
      return [{ part, kind, amount, toward: 2 * Math.PI * random() }];
    });
    const painted = paintedBy(demo.plan.raster, { hand: ORDINARY_HAND, faults, seed: 400 + n });
    const shot = randomShot(random, demo.plan.raster, 0, demos.length);
    const report = photoReport(demo.plan, await photoOf(demo.plan, painted, shot, 500 + n));
    const on = (part) => report.findings.filter((f) => f.part === demo.piece.parts[part].id);
    for (const { part, kind } of faults) {
      found[kind].of++;
      if (on(part).some((f) => f.certain && FOUND_AS[kind].includes(f.id))) found[kind].found++;
    }
    elsewhere += report.findings.filter(
      (f) => f.certain && !used.has(demo.piece.parts.findIndex((p) => p.id === f.part)),
    ).length;
    for (const f of report.findings.filter((g) => g.certain)) {
      const { cures } = mend(demo.plan, report, f, { ...demo, after: null, now: Date.now() });
      if (cures.length === 0) continue;
      cured.tried++;
      if (cures[0].measured < f.limit) cured.under++;
      const whole = cures.find((c) => c.id === 'repaint');
      if (whole && cures[0].minutes > whole.minutes) cured.dearer++;
    }
  }
  return {
    ...Object.fromEntries(Object.entries(found).map(([k, v]) => [k, `${v.found} of ${v.of}`])),
    'found on sound parts': elsewhere,
    cures: `${cured.under} of ${cured.tried} bring it under its limit, ${cured.dearer} dearer than painting again`,
  };
}

/** Photos that are not what they should be, and what is said of them. */
async function odd(demos) {
  const [warden, militia] = demos;
  const exact = (demo, seed) => paintedBy(demo.plan.raster, { hand: EXACT_HAND, faults: [], seed });
  const shot = (over) => ({ ...PLAIN_SHOT, ...over });
  const said = (report) => report.notes.map((n) => n.id).join(', ') || 'nothing';
  const of = async (demo, over, plan = demo.plan, hints) =>
    said(photoReport(plan, await photoOf(demo.plan, exact(demo, 1), shot(over), 2), hints));
  return {
    'another miniature': await of(militia, {}, warden.plan),
    mirrored: await of(warden, { mirrored: true, turnDeg: 4 }),
    'upside down': await of(warden, { turnDeg: 180 }),
    'half out of the picture': await of(warden, { offset: [0, 0.42] }),
    'burnt out': await of(warden, { stops: 2.2 }),
    blurred: await of(warden, { blurPx: 6 }),
    'coloured lamp': await of(warden, { cast: [1.5, 0.5] }),
    'from far away': await of(warden, { fills: 0.2 }),
    'a whole figure 8 too bright, with a card': photoReport(
      warden.plan,
      await photoOf(
        warden.plan,
        paintedBy(warden.plan.raster, {
          hand: ORDINARY_HAND,
          faults: warden.piece.parts.map((_, part) => ({ part, kind: 'value', amount: 8 })),
          seed: 3,
        }),
        shot({ curve: 0.3 }),
        4,
      ),
      { cardHex: '#7c7c7c' },
    )
      .notes.map((n) => n.message)
      .join(' '),
  };
}

/**
 * @param count photos without a fault; half as many are made at 1.2 and at 2 times the limits
 * @returns whether nineteen of twenty lie and are clean
 */
export async function photos(count) {
  const demos = PIECES.map(prepared);
  const many = Math.max(3, Math.ceil(count / 2));
  const sound = await clean(demos, count);
  console.log('without a fault', sound);
  console.log('at 1.2 times the limit', await planted(demos, 1.2, many));
  console.log('at twice the limit', await planted(demos, 2, many));
  console.log('odd photos', await odd(demos));
  const most = Math.floor(0.95 * count);
  return (
    sound['within 0.1 mm (95 % of parts)'] >= most - sound['recognised as lost'] &&
    sound['photos with at most one false finding'] >= Math.floor((50 / 60) * count)
  );
}
