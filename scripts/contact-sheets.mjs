// Two contact sheets of what the engine makes: every form in steel, and every metal on a dome, a blade and a breastplate.
// Usage: node scripts/contact-sheets.mjs [FOLDER]. Each is written at full size and at a quarter of it.
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { encode } from 'fast-png';
import {
  FORM_KINDS,
  forms,
  labToHex,
  metals,
  newPart,
  newPiece,
  renderPiece,
  stepShares,
  taggedSrgb,
  targetsOf,
} from '@pale-glint/core';

const CELL = 260;
const INSET = 16;
const SURROUND = '#777777';
const STEPS = 7;

/** A ladder that meets its metal's colours exactly, with the paints it takes. */
function ideal(metal) {
  const paints = targetsOf(metal, { steps: STEPS }).map((lab, k) => ({
    id: `${metal.id}-${k + 1}`,
    name: `${metal.label} ${k + 1}`,
    hex: labToHex(lab),
    kind: 'paint',
    opacity: 'opaque',
    tint: 'normal',
    finish: 'matt',
    dryMin: null,
    contrast: null,
    strength: null,
  }));
  const shares = stepShares(STEPS, metal.coverShares);
  const ladder = {
    id: metal.id,
    name: metal.label,
    metal: metal.id,
    school: 'dark-first',
    undercoat: 'black-primer',
    recipe: [],
    steps: paints.map((p, k) => ({
      id: p.id,
      mix: [{ paint: p.id, parts: 1 }],
      water: 1,
      aimedShare: shares[k],
      value: null,
      settled: 'no',
    })),
  };
  return { paints, ladder };
}

function picture({ form, metal, polish = 'polished', place = {}, rig = {}, approach = {} }) {
  const base = newPart('it', form);
  const { paints, ladder } = ideal(metal);
  const part = {
    ...base,
    place: { ...base.place, ...place },
    approach: { ...base.approach, ...approach },
    finish: { kind: 'metal', ladder: ladder.id, polish, steps: STEPS, composition: 0 },
  };
  const piece = newPiece('sheet', 'Sheet', [part]);
  const { picture: p, rgba } = renderPiece(
    {
      ...piece,
      ladders: [ladder],
      paints: [...piece.paints, ...paints],
      rig: { ...piece.rig, fallOff: 0, tint: 0, ...rig },
    },
    { width: CELL - 2 * INSET, height: CELL - 2 * INSET, view: 'painted', surroundHex: SURROUND },
  );
  return { width: p.width, height: p.height, rgba };
}

const steel = metals.find((m) => m.id === 'cold-steel');
const shaped = (kind, over = {}) => ({ ...forms[kind].defaults, ...over });
const variants = FORM_KINDS.flatMap((kind) => (forms[kind].variants ?? []).map((v) => v.form));
const POLISHES = ['mirror', 'polished', 'satin', 'burnished', 'dull'];
const blade = shaped('blade', { lengthMm: 30, widthMm: 6, shoulderWidthMm: 6.4 });

const curved = shaped('blade', {
  lengthMm: 34,
  widthMm: 5,
  shoulderWidthMm: 6,
  pointMm: 9,
  edges: 'right',
  curveMm: 5,
});
const feathers = forms.row.variants.find((v) => v.id === 'feathers').form;

/** Every form by itself, then by polish, lamp and pose. */
const allForms = [
  ...FORM_KINDS.map((kind) => ({ form: forms[kind].defaults })),
  ...variants.map((form) => ({ form })),
  { form: shaped('dome', { side: 'scoop' }) },
  { form: shaped('dome', { rimMm: 0.9 }) },
  { form: shaped('dome', { ridgeDeg: 14 }) },
  { form: shaped('disc', { surface: 'turned' }) },
  { form: shaped('tube', { section: 'ridged' }) },
  { form: shaped('tube', { section: 'half-round' }) },
  { form: shaped('plate', { bowDeg: 50 }) },
  { form: shaped('blade', { fullerMm: 1.2 }) },
  { form: curved },
  { form: { ...curved, curveMm: -4, edges: 'two' } },
  { form: curved, approach: { blade: 'black-flat' } },
  { form: blade, approach: { blade: 'away' } },
  { form: feathers, approach: { edges: 'only' } },
  { form: blade, place: { rollDeg: 90 }, rig: { keyClockHours: 12 } },
  ...POLISHES.map((polish) => ({ form: forms.dome.defaults, polish })),
  ...POLISHES.map((polish) => ({ form: forms.tube.defaults, polish })),
  ...POLISHES.map((polish) => ({ form: blade, polish })),
  ...POLISHES.map((polish) => ({ form: forms.relief.defaults, polish })),
  ...['round', 'window', 'strip'].map((lamp) => ({
    form: forms.dome.defaults,
    polish: 'mirror',
    rig: { lamp },
  })),
  { form: forms.dome.defaults, place: { pitchDeg: -70 }, rig: { keyClockHours: 12, keyHeightDeg: 35 } },
  { form: forms.plate.defaults, polish: 'mirror', place: { pitchDeg: 30 } },
  { form: forms.plate.defaults, polish: 'mirror' },
  { form: forms.plate.defaults, polish: 'mirror', place: { pitchDeg: -40 } },
  { form: forms.plate.defaults, rig: { keyClockHours: 4 } },
  { form: blade, place: { rollDeg: 90 } },
  { form: blade, place: { rollDeg: 45 }, polish: 'mirror' },
].map((cell) => ({ metal: steel, ...cell }));

const allMetals = metals.flatMap((metal) => [
  { metal, form: forms.dome.defaults, polish: 'mirror' },
  { metal, form: forms.dome.defaults },
  { metal, form: blade },
  { metal, form: forms.relief.defaults },
]);

/** Cells side by side on one grey. */
function sheet(cells, columns) {
  const rows = Math.ceil(cells.length / columns);
  const [width, height] = [columns * CELL, rows * CELL];
  const data = new Uint8Array(width * height * 4).fill(0x77);
  for (let i = 3; i < data.length; i += 4) data[i] = 255;
  cells.forEach((cell, n) => {
    const p = picture(cell);
    const left = (n % columns) * CELL + Math.floor((CELL - p.width) / 2);
    const top = Math.floor(n / columns) * CELL + Math.floor((CELL - p.height) / 2);
    for (let row = 0; row < p.height; row++)
      data.set(p.rgba.subarray(row * p.width * 4, (row + 1) * p.width * 4), ((top + row) * width + left) * 4);
  });
  return { width, height, data };
}

/** The mean of every four by four points. */
function quarter({ width, height, data }) {
  const [w, h] = [Math.floor(width / 4), Math.floor(height / 4)];
  const out = new Uint8Array(w * h * 4);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++)
      for (let c = 0; c < 4; c++) {
        let sum = 0;
        for (let k = 0; k < 16; k++) sum += data[((4 * y + (k >> 2)) * width + 4 * x + (k & 3)) * 4 + c];
        out[(y * w + x) * 4 + c] = sum / 16;
      }
  return { width: w, height: h, data: out };
}

const folder = process.argv[2] ?? 'contact-sheets';
mkdirSync(folder, { recursive: true });
for (const [name, cells, columns] of [
  ['forms', allForms, 9],
  ['metals', allMetals, 8],
]) {
  const full = sheet(cells, columns);
  for (const [suffix, s] of [
    ['', full],
    ['-quarter', quarter(full)],
  ]) {
    const file = join(folder, `${name}${suffix}.png`);
    writeFileSync(file, taggedSrgb(encode({ ...s, channels: 4 })));
    process.stdout.write(`${file}\n`);
  }
}
