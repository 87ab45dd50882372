// Makes the lock captain's files: demo/lock-captain.ply (his shape), surfaces and stand-in photos of his front and back,
// photos of his front under a lamp, and where his parts lie (captainFront.ts, captainBack.ts). Takes minutes.
import { createHash } from 'node:crypto';
import { mkdirSync, writeFileSync } from 'node:fs';
import {
  MILD,
  readPhoto,
  reliefOf,
  sculptPlace,
  sculptSize,
  standInBenchOf,
  standInOf,
  standInPhoto,
  standInSeries,
  writeSculpt,
} from '@pale-glint/core';
import { FRONT, readMesh, sculptFromMesh } from '@pale-glint/core/mesh';
import { contours } from 'd3-contour';
import { MeshoptSimplifier } from 'meshoptimizer';
import sharp from 'sharp';
import simplify from 'simplify-js';
import { contour } from './captain/contour.mjs';
import { captain, nearest } from './captain/figure.mjs';

const STEP_MM = 0.2;
/** The thinned-out mesh lies within this of the field's surface. */
const OFF_MM = 0.01;
const PX_PER_MM = 14;
/** A piece of a part that is smaller than this goes with its neighbour: nobody paints it by itself. */
const LEAST_MM2 = 1.1;
const LEAST_SHARE = 0.22;
const MOST_POINTS = 150;
const VIEWS = [
  ['front', 0],
  ['back', 180],
];
const out = (path) => new URL(`../${path}`, import.meta.url);
const hash = (bytes) => createHash('sha256').update(bytes).digest('hex');

/** A mesh as PLY, as files for printing stand: z up, the front looks along -y. */
function ply(positions, index) {
  const used = new Map();
  for (const v of index) if (!used.has(v)) used.set(v, used.size);
  const [places, faces] = [used.size, index.length / 3];
  const head = Buffer.from(
    [
      'ply',
      'format binary_little_endian 1.0',
      `element vertex ${places}`,
      ...['x', 'y', 'z'].map((axis) => `property float ${axis}`),
      `element face ${faces}`,
      'property list uchar int vertex_indices',
      'end_header\n',
    ].join('\n'),
  );
  const body = Buffer.alloc(12 * places + 13 * faces);
  let at = 0;
  for (const v of used.keys())
    for (const value of [positions[3 * v], -positions[3 * v + 2], positions[3 * v + 1]])
      at = body.writeFloatLE(value, at);
  for (let t = 0; t < index.length; t += 3) {
    at = body.writeUInt8(3, at);
    for (let k = 0; k < 3; k++) at = body.writeInt32LE(used.get(index[t + k]), at);
  }
  return Buffer.concat([head, body]);
}

async function shape() {
  const { positions, index } = contour((x, y, z) => nearest(x, y, z).mm, {
    low: [-18.5, -3.4, -18.5],
    high: [18.5, 59.5, 18],
    step: STEP_MM,
  });
  await MeshoptSimplifier.ready;
  const [thin] = MeshoptSimplifier.simplify(index, positions, 3, 0, OFF_MM, ['ErrorAbsolute']);
  return ply(positions, thin);
}

/** Which part each point of a view shows, by place in the list of labels; -1 where nothing is. */
function partsSeen(sculpt, turnDeg, [mx, my, mz], labels) {
  const side = turnDeg === 0 ? 1 : -1;
  const seen = new Int16Array(sculpt.width * sculpt.height).fill(-1);
  for (let i = 0; i < seen.length; i++) {
    if (sculpt.confidence[i] === 0) continue;
    const [x, y] = sculptPlace(sculpt, (i % sculpt.width) + 0.5, Math.floor(i / sculpt.width) + 0.5);
    const { which } = nearest(mx + side * x, my + y, mz + side * sculpt.heightMm[i]);
    if (which >= 0) seen[i] = labels.indexOf(captain[which].label);
  }
  return settled(calmed(calmed(seen, sculpt), sculpt), sculpt, labels);
}

/** Pieces of one part that hang together, with how many points each part next to them has along their border. */
function piecesOf(seen, { width, height }) {
  const piece = new Int32Array(seen.length).fill(-1);
  const pieces = [];
  for (let start = 0; start < seen.length; start++) {
    if (piece[start] >= 0 || seen[start] < 0) continue;
    const cells = [start];
    const beside = new Map();
    piece[start] = pieces.length;
    for (let k = 0; k < cells.length; k++) {
      const i = cells[k];
      const [c, r] = [i % width, Math.floor(i / width)];
      for (const j of [
        c > 0 ? i - 1 : -1,
        c < width - 1 ? i + 1 : -1,
        i - width,
        r < height - 1 ? i + width : -1,
      ]) {
        if (j < 0 || piece[j] === pieces.length) continue;
        if (seen[j] !== seen[i]) beside.set(seen[j], (beside.get(seen[j]) ?? 0) + 1);
        else {
          piece[j] = pieces.length;
          cells.push(j);
        }
      }
    }
    pieces.push({ cells, beside });
  }
  return pieces;
}

/** Small pieces go with the neighbour they share most of their border with, the smallest first, until none is left. */
function settled(seen, sculpt, labels) {
  // A rim is a line of its own metal; it takes nothing in.
  const line = (v) => /rim|cord|pivots|clasps/.test(labels[v]) || v < 0;
  for (;;) {
    const pieces = piecesOf(seen, sculpt);
    const most = new Map();
    const partOf = ({ cells }) => seen[cells[0]];
    for (const p of pieces) most.set(partOf(p), Math.max(most.get(partOf(p)) ?? 0, p.cells.length));
    const least = LEAST_MM2 * sculpt.pxPerMm ** 2;
    const small = pieces
      .filter((p) => p.cells.length < Math.max(least, LEAST_SHARE * most.get(partOf(p))))
      .filter(({ beside }) => [...beside.keys()].some((v) => v >= 0))
      .sort((a, b) => a.cells.length - b.cells.length)[0];
    if (!small) return seen;
    const [[to]] = [...small.beside]
      .filter(([v]) => v >= 0)
      .sort((a, b) => Number(line(a[0])) - Number(line(b[0])) || b[1] - a[1]);
    for (const i of small.cells) seen[i] = to;
  }
}

/** Each point takes what most of the nine round it show. */
function calmed(seen, { width, height }) {
  const to = seen.slice();
  for (let r = 1; r < height - 1; r++)
    for (let c = 1; c < width - 1; c++) {
      const count = new Map();
      for (let dr = -1; dr <= 1; dr++)
        for (let dc = -1; dc <= 1; dc++) {
          const v = seen[(r + dr) * width + c + dc];
          count.set(v, (count.get(v) ?? 0) + 1);
        }
      let best = seen[r * width + c];
      for (const [v, n] of count) if (n > (count.get(best) ?? 0)) best = v;
      to[r * width + c] = best;
    }
  return to;
}

const areaOf = (ring) =>
  Math.abs(
    ring.reduce(
      (t, p, i) => t + p[0] * ring[(i + 1) % ring.length][1] - ring[(i + 1) % ring.length][0] * p[1],
      0,
    ),
  ) / 2;

/** Where a part is, and one point over its border with others, so that no ground shows between two that meet. */
const over = (seen, { width }, label) =>
  Array.from(seen, (v, i) =>
    v === label || (v >= 0 && [i - 1, i + 1, i - width, i + width].some((j) => seen[j] === label)) ? 1 : 0,
  );

/** Outlines of a part in a view, the largest first: places in hundredths of a mm from the sculpt's middle, x and y by turns. */
function outlinesOf(sculpt, seen, label) {
  const mask = over(seen, sculpt, label);
  const [found] = contours().size([sculpt.width, sculpt.height]).smooth(true).thresholds([0.5])(mask);
  const pxMm2 = sculpt.pxPerMm ** 2;
  const rings = found.coordinates
    .map(([ring]) => ring)
    .map((ring) => ({ ring, mm2: areaOf(ring) / pxMm2 }))
    .sort((a, b) => b.mm2 - a.mm2);
  return rings
    .filter(({ mm2 }) => mm2 >= 0.5 * LEAST_MM2)
    .map(({ ring }) => {
      const open = ring.slice(0, -1);
      // One point to either side takes the steps of the raster out.
      const soft = open.map((_, i) => {
        const [a, b, c] = [-1, 0, 1].map((k) => open[(i + k + open.length) % open.length]);
        return { x: (a[0] + 2 * b[0] + c[0]) / 4, y: (a[1] + 2 * b[1] + c[1]) / 4 };
      });
      let kept = simplify(soft, 0.4, true);
      for (let off = 0.6; kept.length > MOST_POINTS; off *= 1.3) kept = simplify(soft, off, true);
      return kept.flatMap((p) => sculptPlace(sculpt, p.x, p.y).map((v) => Math.round(100 * v)));
    });
}

/** The middle of the mesh in the figure's frame: that of its bounds. */
function middleOf({ positions }) {
  const [low, high] = [
    [1e9, 1e9, 1e9],
    [-1e9, -1e9, -1e9],
  ];
  positions.forEach((v, i) => {
    low[i % 3] = Math.min(low[i % 3], v);
    high[i % 3] = Math.max(high[i % 3], v);
  });
  const [x, y, z] = low.map((l, k) => (l + high[k]) / 2);
  return [x, z, -y];
}

const jpegOf = async ({ rgba, width, height }) => {
  const jpeg = await sharp(Buffer.from(rgba.buffer), { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .jpeg({ quality: 82 })
    .toBuffer();
  return readPhoto(new Uint8Array(jpeg)).bytes;
};

const file = await shape();
writeFileSync(out('demo/lock-captain.ply'), file);
const mesh = await readMesh(new Uint8Array(file), 'lock-captain.ply');
const middle = middleOf(mesh);
const labels = [...new Set(captain.map((s) => s.label))];
const views = [];
for (const [id, turnDeg] of VIEWS) {
  const sculpt = sculptFromMesh(mesh, { ...FRONT, yawDeg: turnDeg }, PX_PER_MM);
  const surface = writeSculpt(sculpt);
  writeFileSync(out(`demo/lock-captain-${id}.surface`), surface);
  const seen = partsSeen(sculpt, turnDeg, middle, labels);
  const standIn = standInOf(sculpt, `captain-${id}`, `Lock captain, ${id}`);
  const bench = standInBenchOf(standIn, PX_PER_MM, MILD.fallOff);
  const lit = standInPhoto(bench, reliefOf(standIn, bench), [-0.5, 0.62, 0.6], {
    conditions: { ...MILD, ambient: 0.2 },
    seed: 7,
  });
  const photo = await jpegOf(lit);
  writeFileSync(out(`demo/lock-captain-${id}.jpg`), photo);
  if (id === 'front') {
    const series = standInSeries(standIn, { pxPerMm: 10, photos: 8, conditions: MILD, seed: 12 });
    mkdirSync(out('demo/lock-captain-lamp'), { recursive: true });
    for (const [i, shot] of series.photos.entries())
      writeFileSync(out(`demo/lock-captain-lamp/${i + 1}.jpg`), await jpegOf(shot));
  }
  const [widthMm, heightMm] = sculptSize(sculpt);
  const mm = (v) => Math.round(v * 1000) / 1000;
  views.push({
    id,
    surface: hash(surface),
    photo: hash(photo),
    sizeMm: [widthMm, heightMm],
    atMm: [mm(turnDeg === 0 ? middle[0] : -middle[0]), mm(middle[1])],
    photoPx: [lit.width, lit.height],
    photoAtMm: bench.middle.map(mm),
    outlines: labels
      .map((label, k) => [label, outlinesOf(sculpt, seen, k)])
      .filter(([, rings]) => rings.length > 0),
  });
}
/** A list of numbers and lists in lines of a fair length. */
const wrapped = (text) => text.replace(/.{1,130}(?:,|$)/g, (line) => `    ${line}\n`).trimEnd();
for (const { id, outlines, ...v } of views) {
  const rings = outlines.map(([label, list]) => wrapped(`'${label}':${JSON.stringify(list)},`));
  const name = `captain${id[0].toUpperCase()}${id.slice(1)}`;
  writeFileSync(
    out(`packages/core/src/demo/${name}.ts`),
    `// Made by scripts/captain.mjs: where the captain's parts lie on a surface of his, and what that is.
/* prettier-ignore */
export const ${name} = {
  id: '${id}', pxPerMm: ${PX_PER_MM}, sizeMm: [${v.sizeMm}], atMm: [${v.atMm}],
  surface: '${v.surface}',
  photo: '${v.photo}', photoPx: [${v.photoPx}], photoAtMm: [${v.photoAtMm}],
  outlines: {
${rings.join('\n')}
  },
} as const;
`,
  );
}
console.log({
  bytes: file.length,
  triangles: mesh.index.length / 3,
  notes: mesh.notes,
  parts: views.map((v) => v.outlines.map(([label, rings]) => `${label} ${rings.length}`)),
});
