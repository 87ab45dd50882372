import type { FormOf } from '../piece/index.js';
import { clamp, mixNumbers, rad, smoothstep } from '../units/index.js';
import { RIM } from './dome.js';
import { ellipse, ellipseOutward, outwardAlong } from './geometry.js';
import { edgeAt, patchAt, ringAt } from './placed.js';
import { roundBar } from './ringForm.js';
import { SAMPLE, type Edge, type Patch, type Point, type Ring } from './surface.js';

/** One of the small forms of a row, by itself: the row runs along its x axis, its left side is up. */
export interface RowItem {
  /** All that is seen of it where nothing lies over it (even-odd). */
  readonly rings: readonly Ring[];
  readonly patches: readonly Patch[];
  readonly edges: readonly Edge[];
}

/** Sizes of one: from one to the next along the row, and across the row. What hangs from the row is as long as that. */
export interface ItemSize {
  readonly pitch: number;
  readonly wide: number;
}

/** Thickness of a link's wire, as a share of its width. */
const WIRE = 0.3;
const END_STEPS = 9;

/** Sizes of a link: its wire, and its length outside; neighbours hang in each other's ends. */
function linkOf({ pitch, wide }: ItemSize): { wire: number; long: number } {
  const wire = Math.min(WIRE * wide, 0.45 * pitch);
  return { wire, long: pitch + 2 * wire };
}

/** A link seen face on. */
function openLink(size: ItemSize): RowItem {
  const { wire, long } = linkOf(size);
  const { patch, joint } = roundBar(long / 2, size.wide / 2, wire);
  return { rings: patch.rings, patches: [{ ...patch, rim: false }], edges: [joint] };
}

/** A link seen on edge: a bar with round ends, in front of its neighbours' wires. */
function edgeLink(size: ItemSize): RowItem {
  const { wire, long } = linkOf(size);
  const r = wire / 2;
  const straight = long / 2 - r;
  const cap = (from: number, to: number, cx: number): Point[] =>
    Array.from({ length: END_STEPS }, (_, i) => {
      const a = mixNumbers(from, to, i / (END_STEPS - 1));
      return [cx + r * Math.cos(a), r * Math.sin(a)];
    });
  const ring = [
    ...cap(-Math.PI / 2, Math.PI / 2, straight),
    ...cap(Math.PI / 2, (3 * Math.PI) / 2, -straight),
  ];
  const patch: Patch = {
    kind: 'smooth',
    rings: [ring],
    grain: [1, 0, 0],
    glintStretch: 2,
    at(x, y, out) {
      let [p, q] = [(Math.sign(x) * Math.max(0, Math.abs(x) - straight)) / r, y / r];
      const far = Math.hypot(p, q) / RIM;
      if (far > 1) [p, q] = [p / far, q / far];
      out[SAMPLE.nx] = p;
      out[SAMPLE.ny] = q;
      out[SAMPLE.nz] = Math.sqrt(Math.max(0, 1 - p * p - q * q));
      out[SAMPLE.u] = clamp(0.5 + x / long, 0, 1);
      out[SAMPLE.v] = clamp(0.5 + y / wire, 0, 1);
    },
    glintAt(half) {
      const q = half[1] / Math.hypot(half[1], half[2]);
      return Math.abs(q) < RIM ? [clamp(half[0], -1, 1) * straight * 0.6, q * r] : null;
    },
  };
  return { rings: [ring], patches: [patch], edges: [] };
}

/** How a plate of a row turns: across it to each side, toward what it lies under, and over at its free end. */
interface Turns {
  readonly acrossDeg: number;
  readonly backDeg: number;
  readonly endDeg: number;
  /** Both halves fold away along a quill by this much. */
  readonly quillDeg: number;
}

/** A plate that lies over the next one: its free end at the right, where its edge is. */
function tile(ring: Ring, free: readonly Point[], { from, to, wide }: Extent, turns: Turns): RowItem {
  const [across, back, end, fold] = [turns.acrossDeg, turns.backDeg, turns.endDeg, turns.quillDeg].map(rad);
  const surface = (side: -1 | 0 | 1, rings: readonly Ring[]): Patch => ({
    kind: 'smooth',
    rings,
    grain: null,
    glintStretch: 1.5,
    at(x, y, out) {
      const [w, t] = [clamp((2 * y) / wide, -1, 1), clamp((x - from) / (to - from), 0, 1)];
      const phi = side * fold + across * w;
      const theta = mixNumbers(-back, end, smoothstep(0.45, 1.05, t));
      out[SAMPLE.nx] = Math.sin(theta) * Math.cos(phi);
      out[SAMPLE.ny] = Math.sin(phi);
      out[SAMPLE.nz] = Math.cos(theta) * Math.cos(phi);
      out[SAMPLE.u] = (w + 1) / 2;
      out[SAMPLE.v] = t;
    },
  });
  const edge: Edge = { kind: 'hard', closed: false, points: free, outward: outwardAlong(free, 1) };
  if (fold === 0) return { rings: [ring], patches: [surface(0, [ring])], edges: [edge] };
  // Halves beside the quill: each ring cut along the x axis.
  const half = (side: 1 | -1) => ring.map(([x, y]): Point => [x, side * y < 0 ? 0 : y]);
  const quill: Point[] = [
    [from, 0],
    [mixNumbers(from, to, 0.94), 0],
  ];
  return {
    rings: [ring],
    patches: [surface(-1, [half(-1)]), surface(1, [half(1)])],
    edges: [
      edge,
      {
        kind: 'crease',
        closed: false,
        widthShare: 0.6,
        points: quill,
        outward: quill.map(() => [0, 0] as const),
      },
    ],
  };
}

/** Where a tile begins and ends along the row, and how wide it is. */
interface Extent {
  readonly from: number;
  readonly to: number;
  readonly wide: number;
}

/** How a tile ends: its free end begins to narrow so many widths before it, to a round end (1) or a point (2). */
interface FreeEnd {
  readonly arch: number;
  readonly point: number;
}

/** A tile from x = `from` to `to`, its free end an arch from side to side. */
function archTile({ from, to, wide }: Extent, { arch, point }: FreeEnd, turns: Turns): RowItem {
  const shoulder = to - Math.min(arch * wide, 0.9 * (to - from));
  const STEPS = 14;
  const free = Array.from({ length: 2 * STEPS + 1 }, (_, i): Point => {
    const w = mixNumbers(-1, 1, i / (2 * STEPS));
    return [shoulder + (to - shoulder) * (1 - Math.abs(w) ** (2 / point)) ** (1 / 1.6), (w * wide) / 2];
  });
  const ring: Ring = [...free, [from, wide / 2], [from, -wide / 2]];
  return tile(ring, free, { from, to, wide }, turns);
}

/** One that hangs from the line of its row, to its right: as wide as the row leaves room, as long as the row is broad. */
function hanging(tile: RowItem): RowItem {
  const stand = { at: [0, 0] as const, angle: -Math.PI / 2 };
  return {
    rings: tile.rings.map((r) => ringAt(stand, r)),
    patches: tile.patches.map((p) =>
      patchAt(
        stand,
        p,
        p.rings.map((r) => ringAt(stand, r)),
      ),
    ),
    edges: tile.edges.map((e) => edgeAt(stand, e)),
  };
}

/** A round head, as of a rivet: its surface, and the joint round it. */
export function roundHead(r: number, fullness: number): RowItem {
  const steep = RIM * fullness;
  const ring = ellipse(r, r, 28);
  const patch: Patch = {
    kind: 'smooth',
    rings: [ring],
    grain: null,
    at(x, y, out) {
      let [p, q] = [x / r, y / r];
      const far = Math.hypot(p, q);
      if (far > 1) [p, q] = [p / far, q / far];
      out[SAMPLE.nx] = steep * p;
      out[SAMPLE.ny] = steep * q;
      out[SAMPLE.nz] = Math.sqrt(1 - steep * steep * (p * p + q * q));
      out[SAMPLE.u] = clamp(0.5 + p / 2, 0, 1);
      out[SAMPLE.v] = clamp(0.5 + q / 2, 0, 1);
    },
    glintAt(half) {
      const [p, q] = [half[0] / steep, half[1] / steep];
      return p * p + q * q <= 1 ? [r * p, r * q] : null;
    },
  };
  return {
    rings: [ring],
    patches: [patch],
    edges: [{ kind: 'recess', closed: true, points: ring, outward: ellipseOutward(ring, r, r) }],
  };
}

/** A coin: flat, graded across, neighbours the other way round. */
function coin({ pitch, wide }: ItemSize, n: number): RowItem {
  const [a, b] = [Math.min(wide, 1.3 * pitch) / 2, wide / 2];
  const ring = ellipse(a, b, 40);
  return {
    rings: [ring],
    patches: [
      {
        kind: 'graded',
        rings: [ring],
        grain: null,
        reversed: n % 2 === 1,
        at(x, y, out) {
          out[SAMPLE.nx] = 0;
          out[SAMPLE.ny] = 0;
          out[SAMPLE.nz] = 1;
          out[SAMPLE.u] = clamp(0.5 + x / (2 * a), 0, 1);
          out[SAMPLE.v] = clamp(0.5 + y / (2 * b), 0, 1);
        },
      },
    ],
    edges: [{ kind: 'hard', closed: true, points: ring, outward: ellipseOutward(ring, a, b) }],
  };
}

type Of = FormOf<'row'>['of'];

/** The n-th small form of a row. */
export const rowItem: Readonly<Record<Of, (size: ItemSize, n: number) => RowItem>> = {
  links: (size, n) => (n % 2 === 0 ? openLink(size) : edgeLink(size)),
  lames: ({ pitch, wide }) =>
    archTile(
      { from: -0.5 * pitch, to: 0.8 * pitch, wide },
      { arch: 0.14, point: 1 },
      { acrossDeg: 58, backDeg: 12, endDeg: 38, quillDeg: 0 },
    ),
  scales: ({ pitch, wide }) =>
    hanging(
      archTile(
        { from: -0.5 * wide, to: 0.5 * wide, wide: 1.12 * pitch },
        { arch: 0.5, point: 1 },
        { acrossDeg: 34, backDeg: 10, endDeg: 42, quillDeg: 0 },
      ),
    ),
  feathers: ({ pitch, wide }) =>
    hanging(
      archTile(
        { from: -0.5 * wide, to: 0.5 * wide, wide: 1.5 * pitch },
        { arch: 1.1, point: 1.35 },
        { acrossDeg: 22, backDeg: 6, endDeg: 24, quillDeg: 13 },
      ),
    ),
  heads: ({ pitch, wide }) => roundHead(Math.min(wide, pitch) / 2, 0.9),
  coins: coin,
};
