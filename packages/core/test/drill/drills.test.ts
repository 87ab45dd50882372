import { describe, expect, test } from '@jest/globals';
import {
  hueWord,
  activeFindings,
  askDrill,
  clockOf,
  critique,
  deltaE,
  DRILL_IDS,
  drillPaints,
  drillPictures,
  drills,
  halfway,
  hexToLab,
  inside,
  judgeAnswer,
  keyDirection,
  SAMPLE,
  seededRandom,
  shapeIn,
  towline,
  type DrillAnswers,
  type DrillId,
  type DrillTasks,
  type FindingId,
  type Raster,
} from '../../src/index.js';
import { runs } from '../support.js';

const paints = towline;
const SIZE = { width: 240, height: 200 };
/** What a question costs: a fault is looked for by the whole critique, twice. */
const seedsFor = (drill: DrillId) =>
  Array.from({ length: drill === 'fault' ? runs(3) : runs(6) }, (_, i) => 101 * (i + 1));

type Questions<K extends DrillId> = readonly (readonly [kind: string, task: DrillTasks[K]])[];
const asked = new Map<DrillId, Questions<DrillId>>();
/** Questions of every kind of a drill, made once. */
function questions<K extends DrillId>(drill: K): Questions<K> {
  const made =
    asked.get(drill) ??
    drills[drill]
      .kinds(paints)
      .flatMap(({ id }) =>
        seedsFor(drill).map((seed) => [id, drills[drill].ask(id, seededRandom(seed), paints)] as const),
      );
  asked.set(drill, made);
  return made as Questions<K>;
}

/** The answer that is true. */
const truth: { readonly [K in DrillId]: (task: DrillTasks[K]) => DrillAnswers[K] } = {
  value: ({ hex }) => hexToLab(hex).l,
  light: ({ clockHours }) => clockHours,
  dot: ({ dots }) => dots[0],
  share: ({ share }) => share,
  mix: ({ right }) => right,
  fault: ({ right }) => right,
};
/** One that is not. */
const wrong: typeof truth = {
  value: ({ hex }) => (hexToLab(hex).l + 50) % 100,
  light: ({ clockHours }) => (clockHours + 6) % 12,
  dot: ({ sizeMm }) => ({ xMm: 2 * sizeMm, yMm: 0 }),
  share: ({ share }) => (share + 0.5) % 1,
  mix: ({ right, options }) => (right + 1) % options.length,
  fault: ({ right, options }) => (right + 1) % options.length,
};

/** Tells of every drill; typed by its own task. */
function each(check: <K extends DrillId>(drill: K) => void) {
  for (const drill of DRILL_IDS) check(drill);
}

describe('every drill', () => {
  test('calls what is true close and without a miss, and what is far from it not', () => {
    each((drill) => {
      for (const [kind, task] of questions(drill)) {
        const right = judgeAnswer(drill, task, truth[drill](task));
        expect([drill, kind, right.close]).toEqual([drill, kind, true]);
        expect(right.miss).toBeLessThan(1e-9);
        const far = judgeAnswer(drill, task, wrong[drill](task));
        expect([drill, kind, far.close]).toEqual([drill, kind, false]);
        expect(far.miss).toBeGreaterThan(0);
        if (far.lean !== null) expect(Math.abs(far.lean)).toBeCloseTo(far.miss, 9);
      }
    });
  });

  test('asks the same for the same seed, and something else for another', () => {
    each((drill) => {
      const task = (seed: number) => JSON.stringify(askDrill(drill, seed, paints).task);
      expect(task(5)).toBe(task(5));
      expect(new Set([1, 2, 3].map(task)).size).toBeGreaterThan(1);
    });
  });

  test('refuses a kind that it does not have', () => {
    each((drill) => expect(() => drills[drill].ask('hat', seededRandom(1), paints)).toThrow(RangeError));
  });
});

describe('value of a colour', () => {
  test('leans up where the grey is too light', () => {
    const task = { hex: '#777777', name: 'Grey' };
    expect(drills.value.judge(task, 60)).toMatchObject({
      close: false,
      message: 'Grey has value 50; you set 60, 10 too light.',
    });
    expect(drills.value.judge(task, 60).lean).toBeCloseTo(10, 0);
    expect(drills.value.judge(task, 47).lean).toBeLessThan(0);
  });

  test('is asked of colours of the hue it says, and of no flake, wash or medium', () => {
    const own = towline.filter((p) => p.kind === 'paint').map((p) => p.name);
    for (const [kind, { name, hex }] of questions('value')) {
      const mixed = /^\d (.+) to \d (.+)$/.exec(name)?.slice(1);
      for (const paint of mixed ?? [name]) expect(own).toContain(paint);
      expect(hueWord(hexToLab(hex))).toBe(kind);
    }
  });

  test('is asked of many greys where there is but a black and a white', () => {
    const [black, white] = ['lampsoot', 'chalk'].map((id) => towline.find((p) => p.id === id)!);
    const grey = drills.value.kinds([black, white])[0].id;
    const greys = Array.from({ length: 40 }, (_, i) =>
      drills.value.ask(grey, seededRandom(i), [black, white]),
    );
    expect(new Set(greys.map(({ hex }) => hex)).size).toBeGreaterThan(5);
  });

  test('judges whole values, as it tells them', () => {
    // 41.6, told as 42.
    const task = { hex: '#036c69', name: 'Teal' };
    const { message, close, miss } = drills.value.judge(task, Math.round(hexToLab(task.hex).l) + 5);
    expect(message).toMatch(/, 5 too light\.$/);
    expect([close, miss]).toEqual([true, 5]);
  });

  test('is asked of the painter’s own paints once they are enough', () => {
    const few = towline.filter((p) => p.kind === 'paint').slice(0, 4);
    expect(drillPaints('value', few)).toBe(towline);
    const five = towline.filter((p) => p.kind === 'paint').slice(3, 8);
    expect(drillPaints('value', five)).toBe(five);
    // Five that are too alike to be told apart in a mix.
    const grey = towline.find((p) => p.id === 'bollard')!;
    const alike = [1, 2, 3, 4, 5].map((n) => ({ ...grey, id: `grey-${n}`, name: `Grey ${n}` }));
    expect(drillPaints('mix', alike)).toBe(towline);
    expect(drillPaints('value', alike)).toBe(alike);
  });
});

/** Where a picture is lightest, from the middle of what is drawn: in points, y up. */
function lightest({ picture, rgba }: Raster): [x: number, y: number] {
  const { width, height } = picture;
  let [sum, x, y] = [0, 0, 0];
  let most = 0;
  for (let i = 0; i < width * height; i++) most = Math.max(most, rgba[4 * i]);
  for (let i = 0; i < width * height; i++) {
    if (rgba[4 * i] < most - 12) continue;
    sum++;
    x += (i % width) + 0.5 - width / 2;
    y += height / 2 - Math.floor(i / width) - 0.5;
  }
  return [x / sum, y / sum];
}
const apart = (a: number, b: number) => Math.abs(((((a - b) % 12) + 18) % 12) - 6);

describe('where the light stands', () => {
  test('can be read from the picture: a dome is lightest toward the light, a hollow away from it', () => {
    for (const [kind, task] of questions('light')) {
      if (kind !== 'dome' && kind !== 'hollow') continue;
      const [x, y] = lightest(drillPictures('light', task, SIZE)!.asked);
      const away = apart(clockOf(x, y), task.clockHours);
      if (kind === 'dome') expect(away).toBeLessThan(1);
      else expect(away).toBeGreaterThan(5);
    }
  });

  test('is judged the short way round the clock', () => {
    const [, task] = questions('light')[0];
    const at = (clockHours: number, answer: number) => drills.light.judge({ ...task, clockHours }, answer);
    expect(at(0.25, 11.75)).toMatchObject({ miss: 30, lean: -30, close: true });
    expect(at(11.5, 0.5)).toMatchObject({ miss: 60, lean: 60, close: false });
    expect(at(11.5, 0.5).message).toBe('The light stands at 11:30; you set 12:30, 1 h too far clockwise.');
  });
});

describe('where a dot goes', () => {
  test('it lies on the part; on a dome where it turns half way between light and eye', () => {
    const out = new Float64Array(SAMPLE.size);
    for (const [kind, { piece, dots }] of questions('dot')) {
      const [part] = piece.parts;
      const { model } = shapeIn(part, piece);
      if (part.place.rollDeg === 0)
        for (const { xMm, yMm } of dots) expect(inside(model.rings, xMm, yMm)).toBe(true);
      if (kind !== 'dome') continue;
      const half = halfway(keyDirection(piece.rig));
      model.patches[0].at(dots[0].xMm, dots[0].yMm, out);
      expect(out[SAMPLE.nx] * half[0] + out[SAMPLE.ny] * half[1] + out[SAMPLE.nz] * half[2]).toBeGreaterThan(
        0.9999,
      );
    }
  });

  test('is asked of a picture that tells nothing of the light', () => {
    const [, task] = questions('dot')[0];
    const other = {
      ...task,
      piece: { ...task.piece, rig: { ...task.piece.rig, keyClockHours: 4, keyHeightDeg: 60 } },
    };
    const [shown, elsewhere] = [task, other].map((t) => drillPictures('dot', t, SIZE)!);
    expect(shown.asked.rgba).toEqual(elsewhere.asked.rgba);
    expect(shown.told!.rgba).not.toEqual(elsewhere.told!.rgba);
  });
});

describe('share of the part', () => {
  test('is what the picture shows light, of all that it shows of the part', () => {
    for (const [kind, task] of questions('share')) {
      const { rgba } = drillPictures('share', task, { width: 480, height: 400 })!.asked;
      let [covered, all] = [0, 0];
      for (let i = 0; i < rgba.length; i += 4) {
        const away = Math.abs(rgba[i] - 0x77);
        // The surround, and the rim of the part that is mixed with it.
        if (away < 20) continue;
        all++;
        if (rgba[i] > 0x77) covered++;
      }
      expect([kind, Math.abs(covered / all - task.share) < 0.015]).toEqual([kind, true]);
    }
  });
});

describe('parts of a mix', () => {
  test('every option can be told from its neighbours, and all are of one pair of paints', () => {
    for (const [, { options, paints: pair }] of questions('mix')) {
      expect(pair[0].name).not.toBe(pair[1].name);
      options.forEach(({ hex }, i) => {
        if (i > 0) expect(deltaE(hexToLab(hex), hexToLab(options[i - 1].hex))).toBeGreaterThan(3.4);
      });
    }
  });

  test('asks nothing of a shelf of greys alike', () => {
    const grey = towline.filter((p) => p.id === 'bollard');
    expect(drills.mix.kinds(grey)).toEqual([]);
    expect(() => askDrill('mix', 1, grey)).toThrow(RangeError);
  });
});

describe('what is wrong', () => {
  test('the critique finds it and none of the others that are offered, and not in the mended design', () => {
    const ids = (piece: DrillTasks['fault']['piece']) =>
      new Set<FindingId>(activeFindings(critique(piece)).map((f) => f.id));
    for (const [kind, { piece, options, right, found, mended }] of questions('fault')) {
      const active = ids(piece);
      expect(options).toHaveLength(4);
      expect(options[3]).toBeNull();
      if (kind.startsWith('sound')) {
        expect([...active]).toEqual([]);
        expect([found, right, mended]).toEqual([null, 3, piece]);
        continue;
      }
      expect(options[right]).toBe(kind);
      expect(found!.message).not.toBe('');
      for (const other of options)
        expect([other, other !== null && active.has(other)]).toEqual([other, other === kind]);
      expect(ids(mended).has(kind as FindingId)).toBe(false);
    }
  });
});
