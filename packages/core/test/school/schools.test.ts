import { describe, expect, test } from '@jest/globals';
import {
  coldSteel,
  deltaE,
  driesTo,
  finishedStage,
  flakeLadder,
  flakeReflectance,
  FLAKE_GAIN,
  hexToLab,
  ladderReading,
  layerOf,
  layPasses,
  lockMilitia,
  metalById,
  orderFindings,
  paintModel,
  paintsById,
  paintSpectrum,
  paletteOf,
  preparePart,
  renderPiece,
  SCHOOLS,
  schools,
  searchMixesForLadder,
  sluiceWarden,
  spectrumToLab,
  stepLab,
  stageOfPart,
  toolText,
  towline,
  ladderFromSpec,
  zoneColours,
  type Ladder,
  type Piece,
  type SchoolId,
} from '../../src/index.js';
import { orderOf } from '../support.js';

const [iron, gilt] = lockMilitia.ladders;
const searched = (metal: string): Ladder =>
  searchMixesForLadder(
    ladderFromSpec({ ...coldSteel, id: metal }, { metal: metalById(metal), steps: 7, crowd: 0 }),
    towline,
    null,
  )!.ladder;

const NEAREST_PRIMER: Record<string, string> = {
  '#161616': 'black-primer',
  '#7b7d7f': 'grey-primer',
  '#5a241c': 'red-primer',
};
/** A ladder such as a painter would take for an approach, over the undercoat it asks for. */
function ladderFor(id: SchoolId): Ladder {
  const base =
    id === 'gold-over-undertone'
      ? gilt
      : schools[id].metal === 'flake'
        ? iron
        : id === 'gloss-black'
          ? searched('gloss-black')
          : coldSteel;
  return { ...base, id: 'cold-steel', school: id, undercoat: NEAREST_PRIMER[schools[id].undercoat.hex] };
}

const PARTS = ['blade', 'crown', 'belt-disc'];
/** Blade, helm crown and belt disc of the warden, all in one ladder. */
function laidBy(id: SchoolId): Piece {
  const parts = sluiceWarden.parts
    .filter((p) => PARTS.includes(p.id))
    .map((p) => ({ ...p, finish: { ...p.finish, ladder: 'cold-steel' } as typeof p.finish }));
  return {
    ...sluiceWarden,
    wear: [],
    rig: { ...sluiceWarden.rig, focalPart: null, neighbours: [] },
    parts,
    ladders: [ladderFor(id)],
  };
}
describe.each(SCHOOLS)('%s on blade, helm and disc', (id) => {
  const piece = laidBy(id);
  const order = orderOf(piece);

  test('gives every part its steps, from undercoat to dots, with tool, stroke, dryness and reason', () => {
    for (const part of PARTS) {
      const mine = order.filter((l) => l.parts.some((p) => p.part === part));
      expect(mine.length).toBeGreaterThanOrEqual(5);
      expect(mine[0].role).toBe('undercoat');
      expect(mine[mine.length - 1].role).toBe('glints');
    }
    for (const l of order) {
      for (const words of [l.tool, l.how, l.begin, l.why, l.mixText]) expect(words.length).toBeGreaterThan(3);
      for (const p of l.parts) {
        expect(p.coats).toBeGreaterThanOrEqual(1);
        expect(p.coverShare).toBeGreaterThan(0);
        expect(p.coverShare).toBeLessThanOrEqual(1);
      }
    }
    expect(new Set(order.map((l) => `${l.role}/${l.step}`)).size).toBe(order.length);
  });

  test('breaks no rule of order', () => expect(orderFindings(order, piece)).toEqual([]));

  test('looks like something after each step, and its zones rise in value at the end', () => {
    for (const part of piece.parts) {
      const p = preparePart(part, piece);
      const looks = order
        .filter((l) => l.parts.some((s) => s.part === part.id))
        .map((l) => zoneColours(p.palette, stageOfPart(p, layerOf(l), piece)));
      for (const zones of looks) for (const c of zones) expect(Number.isFinite(c.l + c.a + c.b)).toBe(true);
      const last = zoneColours(p.palette, finishedStage(p.palette));
      for (let k = 1; k < last.length; k++) expect(last[k].l).toBeGreaterThan(last[k - 1].l);
      // The last look of the order is the finished one, and the painting has changed it on the way.
      expect(looks[looks.length - 1]).toEqual(last);
      expect(new Set(looks.map((z) => JSON.stringify(z))).size).toBeGreaterThanOrEqual(3);
    }
  });

  test('can be pictured after any layer', () => {
    const layer = order[Math.floor(order.length / 2)];
    const { rgba } = renderPiece(piece, {
      width: 60,
      height: 60,
      view: 'painted',
      surroundHex: '#777777',
      stageOf: (p) => stageOfPart(p, layerOf(layer), piece),
    });
    expect(new Set(rgba).size).toBeGreaterThan(3);
  });

  test('says what it suits and how far to go', () => {
    const { description, suits, stop, undercoat } = schools[id];
    for (const words of [description, suits, undercoat.why, stop.table, stop.display, stop.competition])
      expect(words.length).toBeGreaterThan(10);
  });
});

describe('what a ladder is taken for', () => {
  test('is told by what lies on an undertone, not by the undertone', () => {
    const byId = paintsById(towline);
    const gold = (id: SchoolId) => flakeLadder(coldSteel, id, metalById('gold'), towline)!;
    const read = (ladder: Ladder) =>
      ladderReading(
        ladder,
        ladder.steps.map((s) => stepLab(s, byId)),
      ).metal.id;
    // The darkest flake near gold is a copper: alone under a wash it makes bronze.
    expect(read(gold('wash-and-lift'))).toBe('bronze');
    expect(['gold', 'old-gold']).toContain(read(gold('gold-over-undertone')));
  });

  test('what lies on an undertone is called copper where it is one, and dark gold where the painter has none', () => {
    const first = (paints: typeof towline) => {
      const ladder = flakeLadder(coldSteel, 'gold-over-undertone', metalById('gold'), paints)!;
      return schools['gold-over-undertone'].passes({ ladder, paints })[1].title;
    };
    expect(first(towline)).toBe('copper over the undertone');
    expect(first(towline.filter((p) => p.id !== 'kettle-copper'))).toBe('dark gold over the undertone');
  });
});

describe('approaches differ where they should', () => {
  const roles = (id: SchoolId) => orderOf(laidBy(id)).map((l) => `${l.role} ${l.step}`);

  test('middle out begins in the mid tone, dark first in the deepest', () => {
    expect(roles('middle-out')[1]).toBe('base s4');
    expect(roles('dark-first')[1]).toBe('value s1');
    const shades = roles('middle-out').filter((r) => /value s[123]/.test(r));
    expect(shades).toEqual(['value s3', 'value s2', 'value s1']);
  });

  test('a sketch is smoothed before the tones between are laid', () => {
    const r = roles('sketch-then-smooth');
    expect(r.indexOf('smoothing smoothing')).toBeGreaterThan(r.indexOf('value s5'));
    expect(r.indexOf('smoothing smoothing')).toBeLessThan(r.indexOf('value s4'));
  });

  test('thin glazes take more coats of less paint', () => {
    const coats = (id: SchoolId) =>
      Math.max(...orderOf(laidBy(id)).flatMap((l) => l.parts.map((p) => p.coats)));
    expect(coats('thin-glazes')).toBeGreaterThan(coats('dark-first'));
  });

  test('a wash darkens flake and a lift brings the light back', () => {
    const piece = laidBy('wash-and-lift');
    const { body } = paletteOf(
      piece.parts.find((p) => p.id === 'blade')!,
      8,
      piece,
    ).approach!;
    const at = body.findIndex((b) => b.pass.step === 'wash');
    const top = body[at].after.length - 1;
    expect(body[at].after[0].l).toBeLessThan(body[at - 1].after[0].l - 1.5);
    expect(body[at].after[top].l).toBeLessThan(body[at - 1].after[top].l - 4);
    expect(body[body.length - 1].after[top].l).toBeGreaterThan(body[at].after[top].l + 10);
  });

  test('the airbrush is named with pressure and distance', () => {
    const sprayed = schools['tinted-metal']
      .passes({ ladder: iron, paints: towline })
      .filter((p) => p.tool.kind === 'airbrush');
    expect(sprayed.length).toBeGreaterThanOrEqual(4);
    expect(toolText(sprayed[1].tool)).toMatch(/10 to 15 psi, 4 to 8 cm/);
    // A primer comes from a can as well; a tint does not.
    const cans = sprayed.filter((p) => toolText(p.tool).includes('a spray can 20 to 30 cm off'));
    expect(cans.map((p) => p.role)).toEqual(['undercoat']);
  });

  test('for the table some steps lie beyond what shows; for display none but the closest do', () => {
    const beyond = (purpose: 'table' | 'display') =>
      orderOf({ ...laidBy('dark-first'), rig: { ...laidBy('dark-first').rig, purpose } })
        .filter((l) => l.beyond)
        .map((l) => l.role);
    expect(beyond('table')).toEqual(expect.arrayContaining(['smoothing', 'bounce', 'tint']));
    expect(beyond('display')).toEqual([]);
  });
});

describe('laying', () => {
  const desk = { ladder: coldSteel, paints: towline };

  test('a pass changes the zones it covers and no other', () => {
    for (const id of SCHOOLS) {
      const own = { ...desk, ladder: ladderFor(id) };
      const steps = own.ladder.steps.map((_, k) => k);
      const { passes, undercoat } = layPasses(schools[id].passes(own), steps, own);
      let before = steps.map(() => undercoat);
      for (const { zones, after } of passes) {
        after.forEach((c, k) => {
          if (!zones.includes(k)) expect(c).toEqual(before[k]);
        });
        before = [...after];
      }
    }
  });

  test('tells the values a step may dry to: a range round what is meant, narrow where it covers, wide where it is thin', () => {
    const wide = (id: SchoolId) => {
      const own = { ...desk, ladder: ladderFor(id) };
      const { passes } = layPasses(
        schools[id].passes(own),
        own.ladder.steps.map((_, k) => k),
        own,
      );
      for (const { values, zones, after } of passes) {
        expect(after[zones[0]].l).toBeGreaterThanOrEqual(values[0] - 1e-9);
        expect(after[zones[0]].l).toBeLessThanOrEqual(values[1] + 1e-9);
      }
      return passes.reduce((s, p) => s + p.values[1] - p.values[0], 0) / passes.length;
    };
    expect(wide('thin-glazes')).toBeGreaterThan(wide('dark-first'));
    expect(driesTo([{ values: [37.6, 40.2] }, { values: [39, 41.4] }, { values: null }])).toBe('38 to 41');
    expect([driesTo([{ values: [20.1, 20.3] }]), driesTo([{ values: null }])]).toEqual(['20', '']);
  });

  test('parts that leave a step out leave out its pass', () => {
    const steps = [0, 3, 6];
    const { passes } = layPasses(schools['dark-first'].passes(desk), steps, desk);
    expect(passes.map((p) => p.pass.step)).toEqual(['s1', 's4', 's7']);
    for (const p of passes) expect(p.after).toHaveLength(3);
  });
});

describe('true metal under a wash', () => {
  const face = paintSpectrum('#b08a4a');
  const wash = paintModel({
    hex: '#3a2418',
    kind: 'wash',
    opacity: 'transparent',
    tint: 'normal',
    finish: 'matt',
  });
  // One coat at 1 water to 1 paint: 0.6 / 2 of a standard coat.
  const over = { k: wash.k.map((k) => k * 0.3), s: wash.s * 0.3 };
  const off = (gain: number, l: number, a: number, b: number) =>
    deltaE(spectrumToLab(flakeReflectance(face, gain, over)), { l, a, b });

  test('meets the reference rows T1 and T3', () => {
    expect(off(FLAKE_GAIN.face, 44.64, 10.54, 35.29)).toBeLessThan(0.2);
    expect(off(FLAKE_GAIN.highlight, 65.2, 14.54, 49.68)).toBeLessThan(0.2);
  });

  test('an opaque shade kills it, none leaves it', () => {
    const thick = { k: wash.k.map((k) => k * 60), s: wash.s * 60 };
    expect(deltaE(spectrumToLab(flakeReflectance(face, 1)), hexToLab('#b08a4a'))).toBeLessThan(0.5);
    const dead = (gain: number) => spectrumToLab(flakeReflectance(face, gain, thick)).l;
    expect(Math.abs(dead(FLAKE_GAIN.highlight) - dead(FLAKE_GAIN.offAngle))).toBeLessThan(1);
  });
});
