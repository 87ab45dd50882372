import { beforeAll, describe, expect, test } from '@jest/globals';
import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const MAIN = fileURLToPath(new URL('../dist/main.js', import.meta.url));
const folder = mkdtempSync(join(tmpdir(), 'glint-cli-'));
const at = (name: string) => join(folder, name);
const run = (...args: string[]) =>
  JSON.parse(execFileSync(process.execPath, [MAIN, ...args], { encoding: 'utf8', maxBuffer: 64e6 }));
const refused = (...args: string[]) => {
  const { status, stderr } = spawnSync(process.execPath, [MAIN, ...args], { encoding: 'utf8' });
  return { status, stderr };
};

const CSV = `name,hex,kind,opacity,tint,finish,shelf
Chalk,#F6F5F0,paint,opaque,normal,matt,A1
Soot,#1A1A1C,paint,opaque,normal,matt,A2
Ochre,#C08A2E,paint,semi-opaque,,,B1
`;

beforeAll(() => {
  writeFileSync(at('paints.csv'), CSV);
  writeFileSync(at('arm.json'), execFileSync(process.execPath, [MAIN, 'demo', 'arm']));
});

describe('the command line', () => {
  test('demo answers with a piece that check accepts', () => {
    expect(run('check', at('arm.json'))).toMatchObject({ acceptable: true, kind: 'piece' });
    expect(run('check', at('paints.csv'))).toMatchObject({ acceptable: true, kind: 'paint list' });
  });

  test('ladder finds mixes that rise in value, and says how near they come', () => {
    const { steps, readsAs } = run('ladder', at('paints.csv'), '--metal', 'warm-steel', '--steps', '5');
    expect(steps).toHaveLength(5);
    expect(steps[0]).toMatchObject({ sharing: 'first', gapL: null });
    steps.slice(1).forEach((s: { gapL: number; lab: { l: number } }, k: number) => {
      expect(s.gapL).toBeGreaterThan(3.9);
      expect(s.gapL).toBeCloseTo(s.lab.l - steps[k].lab.l, 5);
    });
    for (const s of steps)
      expect(s.mix.reduce((n: number, m: { drops: number }) => n + m.drops, 0)).toBeLessThanOrEqual(8);
    expect(readsAs).toBeTruthy();
    const typed = run(
      'ladder',
      at('paints.csv'),
      '--targets',
      '#1A1A1C,#C08A2E,#F6F5F0',
      '--max-paints',
      '1',
    );
    expect(typed.steps.map((s: { mix: { paint: string }[] }) => s.mix[0].paint)).toEqual([
      'Soot',
      'Ochre',
      'Chalk',
    ]);
    expect(typed.steps[1]).toMatchObject({ says: 'same to the eye' });
  });

  test.each([
    [['--metal', 'mithril'], /--metal.*one of cold-steel/],
    [['--metal', 'gold', '--steps', '40'], /--steps.*2 to 12/],
    [['--metal', 'gold', '--targets', '#111111'], /--targets.*one of the two/],
    [['--targets', '#C08A2E,#111111'], /colour 2.*dark to light/],
    [['--targets', '#C08A2E,tin'], /--targets/],
    [['--metal', 'gold', '--max-drops', '2.5'], /--max-drops.*whole number/],
  ])('ladder %j is refused with what is accepted', (more, says) => {
    const { status, stderr } = refused('ladder', at('paints.csv'), ...more);
    expect(status).toBe(2);
    expect(stderr).toMatch(says);
  });

  test('order answers with layers that say what, with which mix, how thin, where, and what comes before', () => {
    const { layers, copies, activeMin, waitMin } = run('order', at('arm.json'));
    expect(copies).toBe(1);
    expect(layers.length).toBeGreaterThan(8);
    expect(layers.map((l: { n: number }) => l.n)).toEqual(layers.map((_: object, i: number) => i + 1));
    expect(layers[0]).toMatchObject({ role: 'undercoat', after: [], findings: [] });
    const ids = run('map', at('arm.json')).parts.map((p: { id: string }) => p.id);
    for (const layer of layers) {
      for (const part of layer.parts) {
        expect(ids).toContain(part.part);
        expect(part.coverShare).toBeGreaterThan(0);
        expect(part.coverShare).toBeLessThanOrEqual(1);
        expect(part.activeMin).toBeGreaterThan(0);
      }
      for (const n of layer.after) expect(n).toBeLessThan(layer.n);
      if (layer.role === 'value') expect(layer.mix.length).toBeGreaterThan(0);
      if (layer.mix.length > 0) expect(layer.onShelf).toBe(true);
    }
    expect(activeMin).toBeGreaterThan(10);
    expect(waitMin).toBeGreaterThan(0);
    const many = run('order', at('arm.json'), '--copies', '10');
    expect(many.copies).toBe(10);
    expect(many.activeMin).toBeCloseTo(10 * activeMin, 6);
    const { status, stderr } = refused('order', at('arm.json'), '--copies', '0');
    expect(status).toBe(2);
    expect(stderr).toMatch(/--copies.*1 to 500/);
  });

  test('critique tells what is wrong with the order, too', () => {
    // Gilt over an undertone wants red below it.
    const militia = run('demo', 'militia');
    writeFileSync(at('militia.json'), JSON.stringify(militia));
    expect(run('critique', at('militia.json')).findings).toEqual([]);
    const odd = {
      ...militia,
      ladders: militia.ladders.map((l: { id: string }) =>
        l.id === 'gilt' ? { ...l, undercoat: 'grey-primer' } : l,
      ),
    };
    writeFileSync(at('odd.json'), JSON.stringify(odd));
    const { findings } = run('critique', at('odd.json'));
    const found = findings.find((f: { id: string }) => f.id === 'other-undercoat');
    expect(found).toMatchObject({ part: null, fix: null });
    expect(found.says).toMatch(/^layer \d+, /);
  });

  test('map answers with the figures of every part', () => {
    const { parts } = run('map', at('arm.json'));
    expect(parts).toHaveLength(8);
    for (const part of parts) {
      expect(part.steps.reduce((s: number, q: { ownShare: number }) => s + q.ownShare, 0)).toBeCloseTo(1, 6);
      expect(part.surfaceMm2).toBeGreaterThan(part.projectedMm2 * 0.99);
      expect(part.lightness.high).toBeGreaterThan(part.lightness.low);
    }
    expect(parts.find((p: { id: string }) => p.id === 'elbow').glints).toHaveLength(1);
  });

  test('critique names what is wrong with figure, place and fix; settle writes the piece without it', () => {
    const piece = JSON.parse(readFileSync(at('arm.json'), 'utf8'));
    const blade = piece.parts.find((p: { id: string }) => p.id === 'blade');
    piece.parts = [blade];
    piece.groups = [{ id: 'arm', name: 'Arm' }];
    piece.adjustments = [{ id: 'lines', part: 'blade', kind: 'edge', value: 0.9 }];
    writeFileSync(at('even.json'), JSON.stringify(piece));
    const { findings } = run('critique', at('even.json'));
    const even = findings.find((f: { id: string }) => f.id === 'even-edges');
    expect(even).toMatchObject({
      part: 'blade',
      wanted: { from: 2, to: null },
      fix: { paths: ['adjustments.lines'] },
    });
    expect(even.measured).toBeLessThan(2);
    expect(even.at.xMm).toBeCloseTo(blade.place.xMm, -1);
    expect(even.says).toMatch(/edges lie within/);
    const settled = spawnSync(process.execPath, [MAIN, 'settle', at('even.json')], { encoding: 'utf8' });
    expect(settled.status).toBe(0);
    expect(settled.stderr).toMatch(/^\d+ fix(es)? in \d+ rounds?, \d+ findings left/);
    const after = JSON.parse(settled.stdout);
    expect(after.adjustments).toEqual([]);
    writeFileSync(at('settled.json'), settled.stdout);
    expect(run('critique', at('settled.json')).findings.map((f: { id: string }) => f.id)).not.toContain(
      'even-edges',
    );
    // Dismissed, it is told only when all is asked for.
    piece.critique.quiet = [{ part: 'blade', finding: 'even-edges', reason: 'drawn look' }];
    writeFileSync(at('quiet.json'), JSON.stringify(piece));
    const ids = (...more: string[]) =>
      run('critique', at('quiet.json'), ...more).findings.map((f: { id: string }) => f.id);
    expect(ids()).not.toContain('even-edges');
    expect(ids('--all')).toContain('even-edges');
    expect(refused('critique', at('paints.csv')).status).toBe(2);
  });

  test('look writes a PNG of the size it says, marked as sRGB', () => {
    for (const view of ['painted', 'values', 'zones', 'lines']) {
      const answer = run('look', at('arm.json'), '--out', at(`${view}.png`), '--view', view, '--size', '200');
      const png = readFileSync(at(`${view}.png`));
      expect(png.readUInt32BE(16)).toBe(answer.widthPx);
      expect(png.readUInt32BE(20)).toBe(answer.heightPx);
      expect(png.includes('sRGB')).toBe(true);
    }
    const early = run(
      'look',
      at('arm.json'),
      '--out',
      at('early.png'),
      '--after',
      '2',
      '--part',
      'elbow',
      '--size',
      '120',
    );
    expect(early.widthPx).toBe(120);
    expect(readFileSync(at('early.png')).equals(readFileSync(at('painted.png')))).toBe(false);
  });

  test("mix, coats, wet and colour answer with the model's figures", () => {
    const mixed = run('mix', at('paints.csv'), 'Chalk:1', 'Soot:1');
    expect(mixed.lab.l).toBeCloseTo(39.52, 1);
    expect(mixed.hex).toMatch(/^#[0-9a-f]{6}$/);
    const coats = run('coats', at('paints.csv'), 'Ochre:1', '--over', '141414', '--water', '0.25');
    expect(coats.coats).toBe(2);
    expect(coats.exact).toBeCloseTo(1.754, 1);
    expect(coats.looks).toHaveLength(2);
    expect(
      run(
        'coats',
        at('paints.csv'),
        'Ochre:1',
        '--over',
        '#141414',
        '--water',
        '1',
        '--count',
        '5',
        '--until',
        '4',
      ).looks,
    ).toHaveLength(5);
    expect(run('wet', at('paints.csv'), 'Ochre').wet.l).toBeCloseTo(57.26, 1);
    expect(run('colour', '808080').spectrum).toHaveLength(36);
  });

  test.each([
    [['map', 'absent.json'], 'file held "absent.json"'],
    [['colour', 'zz'], 'HEX held "zz"'],
    [['coats', 'PAINTS', 'Ochre:1', '--over', '141414', '--water', '-2'], '--water held "-2"'],
    [['mix', 'PAINTS', 'Rust:1'], 'paint held "Rust"'],
    [['mix', 'PAINTS', 'Chalk'], 'NAME:DROPS'],
    [['look', 'PIECE', '--out', 'x.png', '--view', 'shiny'], '--view held "shiny"'],
    [['look', 'PIECE', '--out', 'x.png', '--part', 'nose'], '--part held "nose"'],
    [['demo', 'dragon'], 'NAME held "dragon"'],
    [['polish'], 'unknown command'],
  ])('%j is refused with 2 and says why', (args, says) => {
    const { status, stderr } = refused(
      ...args.map((a) => (a === 'PAINTS' ? at('paints.csv') : a === 'PIECE' ? at('arm.json') : a)),
    );
    expect(status).toBe(2);
    expect(stderr).toContain(says);
  });

  test('check lists every problem of a bad file and exits 2', () => {
    writeFileSync(
      at('bad.json'),
      readFileSync(at('arm.json'), 'utf8')
        .replace('"lengthMm": 16', '"lengthMm": -3')
        .replace('"copies": 1', '"copies": 0'),
    );
    const { status, stdout } = spawnSync(process.execPath, [MAIN, 'check', at('bad.json')], {
      encoding: 'utf8',
    });
    expect(status).toBe(2);
    expect(JSON.parse(stdout).problems.map((p: { path: string }) => p.path)).toEqual([
      'copies',
      'parts[0].form.lengthMm',
    ]);
    writeFileSync(at('bad.csv'), CSV.replace('semi-opaque', 'thick').replace('#1A1A1C', 'black'));
    const list = spawnSync(process.execPath, [MAIN, 'check', at('bad.csv')], { encoding: 'utf8' });
    expect(list.status).toBe(2);
    expect(list.stderr).toContain('line 3, hex');
    expect(list.stderr).toContain('line 4, opacity');
  });

  test('scan makes a piece of photos, and map, look and critique work on it; a spoilt photo is named', () => {
    const taken = run(
      'camera',
      'dome',
      '--out',
      at('photos'),
      '--photos',
      '8',
      '--px-per-mm',
      '9',
      '--spoil',
      '4:ball lost',
    );
    expect(taken.files).toHaveLength(8);
    const { xPx, yPx, rPx } = taken.ball;
    const made = run(
      'scan',
      ...taken.files,
      '--ball',
      `${xPx},${yPx},${rPx}`,
      '--ball-mm',
      String(taken.ballMm),
      '--out',
      at('dome.zip'),
    );
    expect(made.photos[3]).toMatchObject({ used: false, fault: 'ball lost' });
    expect(made.photos.filter((p: { used: boolean }) => p.used)).toHaveLength(7);
    const { parts } = run('map', at('dome.zip'));
    // A dome of 18 mm: its disc, less the rim that no photo shows.
    expect(parts[0].projectedMm2).toBeGreaterThan(0.75 * Math.PI * 81);
    expect(parts[0].projectedMm2).toBeLessThan(1.02 * Math.PI * 81);
    expect(parts[0].glints.length).toBeGreaterThan(0);
    expect(run('look', at('dome.zip'), '--out', at('dome.png'), '--size', '200')).toMatchObject({
      widthPx: expect.any(Number),
    });
    expect(Array.isArray(run('critique', at('dome.zip')).findings)).toBe(true);
  });

  test('mesh makes a piece of a 3D file, and asks how tall metres are', () => {
    const facet = (p: number[][]) =>
      `facet normal 0 0 0\nouter loop\n${p.map((v) => `vertex ${v.join(' ')}`).join('\n')}\nendloop\nendfacet`;
    // A roof of two slopes that stands along z and looks along -y.
    const [a, b, c, d, e, f] = [
      [-10, 0, 0],
      [0, -6, 0],
      [10, 0, 0],
      [-10, 0, 30],
      [0, -6, 30],
      [10, 0, 30],
    ];
    const text = [
      'solid roof',
      ...[
        [a, b, d],
        [b, e, d],
        [b, c, e],
        [c, f, e],
      ].map(facet),
      'endsolid roof',
      '',
    ].join('\n');
    writeFileSync(at('roof.stl'), text);
    const made = run(
      'mesh',
      at('roof.stl'),
      '--view',
      'front',
      '--px-per-mm',
      '8',
      '--part',
      '-5,0',
      '--part',
      '5,0',
      '--out',
      at('roof.zip'),
    );
    expect(made).toMatchObject({
      triangles: 4,
      widthMm: expect.closeTo(21, 0),
      parts: [{ id: 'part-1' }, { id: 'part-2' }],
    });
    const { parts } = run('map', at('roof.zip'));
    // The fold between both slopes parts them.
    for (const p of parts) expect(p.projectedMm2).toBeGreaterThan(200);
    const huge = text.replace(
      /vertex (\S+) (\S+) (\S+)/g,
      (_m, x, y, z) => `vertex ${x * 1800} ${y * 1800} ${z * 1800}`,
    );
    writeFileSync(at('huge.stl'), huge);
    expect(refused('mesh', at('huge.stl'), '--out', at('huge.zip'))).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('54 metres'),
    });
    expect(
      run('mesh', at('huge.stl'), '--height', '30', '--px-per-mm', '5', '--out', at('huge.zip')).heightMm,
    ).toBeCloseTo(31, 0);
    expect(refused('scan', at('roof.stl'), at('roof.stl'), '--out', at('x.zip'))).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('JPEG or PNG'),
    });
  });
});
