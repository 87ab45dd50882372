import { forms, heightOf } from '../form/index.js';
import { sculptCell, sculptSize, type Sculpt } from '../sculpt/index.js';
import { clamp, inRing, rad, refused } from '../units/index.js';

/** A made-up sculpt in front of the bench camera: its height toward the viewer over mm from its middle, y up. */
export interface StandInSculpt {
  readonly id: string;
  readonly label: string;
  readonly widthMm: number;
  readonly heightMm: number;
  /** Height in mm at (x, y), or null where nothing of it is. */
  readonly heightAt: (x: number, y: number) => number | null;
}

/** A bump with soft feet: rises to `top` over a spot of the given half sizes. */
const bump = (x: number, y: number, cx: number, cy: number, rx: number, ry: number, top: number): number => {
  const q = ((x - cx) / rx) ** 2 + ((y - cy) / ry) ** 2;
  return q >= 1 ? 0 : top * (1 - q) ** 2;
};

const RADIUS = 9;
const dome: StandInSculpt = {
  id: 'dome',
  label: 'Dome, 18 mm',
  widthMm: 18,
  heightMm: 18,
  heightAt: (x, y) => {
    const r = Math.hypot(x, y);
    return r > RADIUS * 0.995 ? null : Math.sqrt(RADIUS * RADIUS - r * r);
  },
};

const CHEST = { ...forms.relief.defaults, widthMm: 22, heightMm: 25 };
const chestHeight = heightOf(CHEST);
const chestRing = CHEST.outline.map((p) => [p.x * 11, p.y * 12.5] as const);
/** The form whose true surface the stand-in breastplate shows. */
export const BREASTPLATE = CHEST;
const breastplate: StandInSculpt = {
  id: 'breastplate',
  label: 'Breastplate, 25 mm',
  widthMm: 22,
  heightMm: 25,
  heightAt: (x, y) => (inRing(chestRing, x, y) ? 9 + chestHeight(x, y).z : null),
};

const knee: StandInSculpt = {
  id: 'knee',
  label: 'Knee with a ridge, 16 mm',
  widthMm: 14,
  heightMm: 16,
  heightAt: (x, y) => {
    const q = (x / 7) ** 2 + (y / 8) ** 2;
    // Two halves that fold back from an upright crease, over a shallow dome.
    return q > 0.985 ? null : 4.6 * Math.sqrt(1 - q) + 2.4 * (1 - Math.abs(x) / 7) * Math.sqrt(1 - q * 0.9);
  },
};

const face: StandInSculpt = {
  id: 'face',
  label: 'Mask of a face, 22 mm',
  widthMm: 17,
  heightMm: 22,
  heightAt: (x, y) => {
    const q = (x / 8.5) ** 2 + (y / 11) ** 2;
    if (q > 0.98) return null;
    const side = Math.abs(x);
    return (
      5.5 * Math.sqrt(1 - q) +
      bump(x, y, 0, 6, 7, 4, 1) +
      bump(x, y, 0, -0.6, 2.1, 4.6, 2.2) +
      bump(side, y, 4.2, -1.4, 3, 2.6, 0.9) -
      bump(side, y, 3.2, 2.5, 2.2, 1.5, 1.3) -
      bump(x, y, 0, -5.3, 3.4, 0.9, 0.7) +
      bump(x, y, 0, -8.2, 3.2, 2.2, 1)
    );
  },
};

/** One feather of a sculpted wing: where its heel is, where it points and how large it is. */
export interface Feather {
  readonly heel: readonly [x: number, y: number];
  /** Turned from pointing to the right, counter-clockwise. */
  readonly turnDeg: number;
  readonly longMm: number;
  readonly halfMm: number;
}

/** Half width of a feather at a share 0..1 of its length. */
export const featherHalf = ({ halfMm }: Feather, share: number): number =>
  halfMm * Math.sqrt(clamp(1 - (2 * share - 1) ** 2, 0, 1)) ** 0.8;

/** Feathers that lie over each other, the later over the earlier, each with a quill. */
const feathered = (feathers: readonly Feather[], lift: number) => (x: number, y: number) => {
  let top: number | null = null;
  feathers.forEach((feather, i) => {
    const turn = rad(feather.turnDeg);
    const [dx, dy] = [x - feather.heel[0], y - feather.heel[1]];
    const along = dx * Math.cos(turn) + dy * Math.sin(turn);
    const across = dy * Math.cos(turn) - dx * Math.sin(turn);
    const half = featherHalf(feather, along / feather.longMm);
    if (along < 0 || along > feather.longMm || Math.abs(across) > half * 0.97) return;
    const p = across / half;
    const z = 1 + lift * i + 1.5 * Math.sqrt(1 - p * p) + 0.35 * Math.exp(-((across / 0.5) ** 2));
    top = Math.max(top ?? -Infinity, z);
  });
  return top;
};

const wing: StandInSculpt = {
  id: 'wing',
  label: 'Feathered wing, 34 mm',
  widthMm: 30,
  heightMm: 34,
  // Each feather hangs from the root at the upper left, fanned.
  heightAt: feathered(
    Array.from({ length: 6 }, (_, i) => ({
      heel: [-11, 13] as const,
      turnDeg: -62 + i * 15,
      longMm: 30 - i * 2.6,
      halfMm: 3.4,
    })),
    0.55,
  ),
};

/** The folded wing of the brass heron: feathers along its arm, the longest lowest. */
export const HERON_FEATHERS: readonly Feather[] = Array.from({ length: 6 }, (_, i) => ({
  heel: [-7.4 - 0.85 * i, 4.8 + i] as const,
  turnDeg: -37 + 4.5 * i,
  longMm: 24 - 1.7 * i,
  halfMm: 2.9 - 0.1 * i,
}));
const heronWing: StandInSculpt = {
  id: 'heron-wing',
  label: 'Folded wing, 26 mm',
  widthMm: 26,
  heightMm: 24,
  heightAt: feathered(HERON_FEATHERS, 0.45),
};

/** The sculpts of the stand-in bench, in rising difficulty. */
export const standInSculpts: readonly StandInSculpt[] = [dome, breastplate, knee, face, wing, heronWing];

/** @throws RefusedInput for an id that none has */
export function standInSculpt(id: string): StandInSculpt {
  const found = standInSculpts.find((s) => s.id === id);
  if (!found) throw refused('sculpt', `"${id}"`, `one of ${standInSculpts.map((s) => s.id).join(', ')}`);
  return found;
}

const H = 1e-3;
/** True normal at a place, by central differences; null where nothing of it is on some side. */
export function trueNormal(s: StandInSculpt, x: number, y: number): readonly [number, number, number] | null {
  const [l, r, d, u] = [
    s.heightAt(x - H, y),
    s.heightAt(x + H, y),
    s.heightAt(x, y - H),
    s.heightAt(x, y + H),
  ];
  if (l === null || r === null || d === null || u === null) return null;
  const [gx, gy] = [(r - l) / (2 * H), (u - d) / (2 * H)];
  const long = Math.hypot(gx, gy, 1);
  return [-gx / long, -gy / long, 1 / long];
}

/** Two neighbouring points farther apart than this belong to different parts. */
const STEP_MM = 0.5;

/** A surface on the stand-in bench, its lowest point on the board. */
export function standInOf(sculpt: Sculpt, id: string, label: string): StandInSculpt {
  const [widthMm, heightMm] = sculptSize(sculpt);
  const { width, height, heightMm: rise, confidence } = sculpt;
  let low = Infinity;
  rise.forEach((z, i) => confidence[i] > 0 && (low = Math.min(low, z)));
  return {
    id,
    label,
    widthMm,
    heightMm,
    heightAt: (x, y) => {
      const [c, r] = sculptCell(sculpt, x, y);
      const [column, row] = [Math.floor(c), Math.floor(r)];
      if (column < 0 || row < 0 || column >= width || row >= height) return null;
      if (confidence[row * width + column] === 0) return null;
      // Between points in proportion, but never over a step from one part to the next.
      const z = rise[row * width + column];
      const toward = (step: number, share: number, inside: boolean) => {
        const j = row * width + column + step;
        const off = inside && confidence[j] > 0 ? rise[j] - z : 0;
        return Math.abs(off) < STEP_MM ? off * share : 0;
      };
      const [u, v] = [c - column - 0.5, r - row - 0.5];
      return (
        z -
        low +
        toward(u < 0 ? -1 : 1, Math.abs(u), u < 0 ? column > 0 : column < width - 1) +
        toward(v < 0 ? -width : width, Math.abs(v), v < 0 ? row > 0 : row < height - 1)
      );
    },
  };
}
