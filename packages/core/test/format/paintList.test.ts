import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  canonicalPiece,
  checkPiece,
  fieldLines,
  lockKeepersArm,
  newPart,
  newPiece,
  forms,
  problemText,
  readPaintList,
  readPiece,
  RefusedInput,
  taggedSrgb,
  writePiece,
} from '../../src/index.js';
import { runs } from '../support.js';

const HEAD = 'name,hex,kind,opacity,tint,finish';
const problems = (text: string) => {
  try {
    readPaintList(text);
  } catch (error) {
    if (error instanceof RefusedInput) return error.problems.map(problemText);
    throw error;
  }
  return [];
};

describe('a paint list', () => {
  test('is read with its defaults, its own columns kept, a byte order mark and spaces forgiven', () => {
    const [ochre, ink] = readPaintList(
      `\uFEFFName, HEX,kind,opacity,tint,finish,shelf\nFerry ochre, #C08A2E ` +
        `,,semi-opaque,,,B2\n\n"Bilge, deep",#102030,ink,transparent,strong,gloss,\n`,
    );
    expect(ochre).toEqual({
      name: 'Ferry ochre',
      hex: '#c08a2e',
      kind: 'paint',
      opacity: 'semi-opaque',
      tint: 'normal',
      finish: 'matt',
      more: { shelf: 'B2' },
    });
    expect(ink).toMatchObject({ name: 'Bilge, deep', kind: 'ink', tint: 'strong', finish: 'gloss' });
  });

  test.each([
    ['a missing column', 'name,hex\nA,#000000', 'line 1, kind'],
    ['a bad colour', `${HEAD}\nA,black,,opaque,,`, 'line 2, hex held "black"'],
    ['no name', `${HEAD}\n,#000000,,opaque,,`, 'line 2, name'],
    ['a doubled name', `${HEAD}\nA,#000000,,opaque,,\nA,#111111,,opaque,,`, 'line 3, name held "A"'],
    [
      'an unknown kind',
      `${HEAD}\nA,#000000,enamel,opaque,,`,
      'line 2, kind held "enamel"; accepted: one of paint, ink',
    ],
    ['an unknown opacity', `${HEAD}\nA,#000000,,thick,,`, 'line 2, opacity'],
    [
      'too many lines',
      `${HEAD}\n${Array.from({ length: 5001 }, (_, i) => `P${i},#000000,,opaque,,`).join('\n')}`,
      'file held 5001 paints',
    ],
  ])('with %s is refused with its line and column', (_, text, message) => {
    expect(problems(text).join('\n')).toContain(message);
  });

  test('tells every problem, and never throws anything else', () => {
    expect(problems(`${HEAD}\nA,x,y,z,q,w`)).toHaveLength(5);
    fc.assert(fc.property(fc.string({ maxLength: 300 }), (text) => void problems(text)));
    fc.assert(fc.property(fc.string({ maxLength: 200 }), (rows) => void problems(`${HEAD}\n${rows}`)));
  });
});

describe('reading a piece', () => {
  test('never throws anything but a refusal, whatever it is given', () => {
    const attempt = (work: () => unknown) => {
      try {
        work();
      } catch (error) {
        expect(error).toBeInstanceOf(RefusedInput);
      }
    };
    fc.assert(fc.property(fc.string({ maxLength: 400 }), (text) => attempt(() => readPiece(text))));
    fc.assert(
      fc.property(fc.json({ maxDepth: 4 }), (text) => attempt(() => readPiece(text))),
      { numRuns: runs(300) },
    );
    fc.assert(
      fc.property(fc.object({ maxDepth: 3 }), (value) =>
        attempt(() => checkPiece({ ...lockKeepersArm, parts: [value] })),
      ),
      { numRuns: runs(200) },
    );
  });

  test('does not let a file reach into objects', () => {
    const text = writePiece(lockKeepersArm).replace(
      '"copies": 1',
      '"copies": 1, "__proto__": {"polluted": true}',
    );
    expect(() => readPiece(text)).toThrow(RefusedInput);
    expect(({} as { polluted?: boolean }).polluted).toBeUndefined();
  });

  test('names ids that point nowhere', () => {
    const refused = (over: object) => {
      try {
        checkPiece({ ...lockKeepersArm, ...over });
      } catch (error) {
        return (error as RefusedInput).problems.map((p) => p.path);
      }
      return [];
    };
    expect(refused({ rig: { ...lockKeepersArm.rig, focalPart: 'nose' } })).toEqual(['rig.focalPart']);
    expect(refused({ paints: [] }).length).toBeGreaterThan(7);
    expect(
      refused({
        notes: [{ id: 'n', part: 'nose', text: 'x', madeAt: null, photo: null, told: null, mended: null }],
      }),
    ).toEqual(['notes[0].part']);
    expect(
      refused({
        adjustments: [{ id: 'a', part: 'nose', kind: 'edge', value: 0.5 }],
      }),
    ).toEqual(['adjustments[0].part']);
    const quiet = [{ part: 'nose', finding: 'contrast', reason: 'old' }];
    expect(refused({ critique: { limits: [], quiet, orderQuiet: [] } })).toEqual(['critique.quiet[0].part']);
    const steps = lockKeepersArm.ladders[0].steps.map((s, i) => (i === 3 ? { ...s, aimedShare: 0.9 } : s));
    expect(refused({ ladders: [{ ...lockKeepersArm.ladders[0], steps }] })).toEqual([
      'ladders[0].steps[3].aimedShare',
    ]);
  });

  test('writing rounds to a ten-thousandth and knows no minus nought', () => {
    const part = newPart('p', forms.dome.defaults);
    const piece = newPiece('x', 'X', [{ ...part, place: { ...part.place, xMm: 1.23456789, yMm: -0.00001 } }]);
    expect(canonicalPiece(piece).parts[0].place).toMatchObject({ xMm: 1.2346, yMm: 0 });
    expect(Object.is(canonicalPiece(piece).parts[0].place.yMm, 0)).toBe(true);
  });

  test('every field of the format is described with what is accepted', () => {
    const lines = fieldLines();
    expect(lines.length).toBeGreaterThan(80);
    expect(new Set(lines.map((l) => l.path)).size).toBe(lines.length);
    for (const l of lines) expect(l.accepted).not.toBe('');
  });
});

test('a tagged PNG has its sRGB chunk right after the header', () => {
  const png = Uint8Array.from({ length: 60 }, (_, i) => i);
  const tagged = taggedSrgb(png);
  expect(tagged).toHaveLength(73);
  expect([...tagged.subarray(37, 41)].map((c) => String.fromCharCode(c)).join('')).toBe('sRGB');
  expect([...tagged.subarray(46)]).toEqual([...png.subarray(33)]);
});

test('a list of another encoding is refused by the line it is seen on; semicolons and tabs are understood', () => {
  const lines = ['name,hex,kind,opacity,tint,finish', 'Slate,#424f5c,paint,opaque,,'];
  expect(() => readPaintList([...lines, 'Gr\uFFFDn,#2f6b57,paint,opaque,,'].join('\n'))).toThrow(
    /line 3.*UTF-8/s,
  );
  expect(() => readPaintList([...lines[0]].join('\u0000'))).toThrow(/UTF-8/);
  for (const separator of [';', '\t'])
    expect(readPaintList(lines.join('\n').replaceAll(',', separator))).toHaveLength(1);
});
