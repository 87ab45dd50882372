import { beforeAll, describe, expect, test } from '@jest/globals';
import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { shelfOf, towline, writeShelf } from '@pale-glint/core';
import { fileURLToPath } from 'node:url';
import { at, glint, run } from './support.js';

const MAIN = fileURLToPath(new URL('../dist/main.js', import.meta.url));
const CSV = `name,hex,kind,opacity,tint,finish,shelf
Chalk,#F6F5F0,paint,opaque,normal,matt,A1
Soot,#1A1A1C,paint,opaque,normal,matt,A2
Ochre,#C08A2E,paint,semi-opaque,,,B1
`;

beforeAll(async () => {
  writeFileSync(at('paints.csv'), CSV);
  writeFileSync(at('arm.json'), (await glint('demo', 'arm')).stdout);
});

describe('the command line', () => {
  test('the built program answers on standard output, refuses with 2, and reads standard input', () => {
    const built = (args: string[], input = '') =>
      spawnSync(process.execPath, [MAIN, ...args], { encoding: 'utf8', input });
    const demo = built(['demo', 'arm']);
    expect(demo.status).toBe(0);
    expect(JSON.parse(built(['check', '-'], demo.stdout).stdout)).toMatchObject({ acceptable: true });
    expect(built(['check', '-'], '{}')).toMatchObject({ status: 2 });
    expect(built(['nonsense'])).toMatchObject({ status: 2, stdout: '' });
  });

  test('a piece is edited as the stations edit it: parts added, copied and taken away, changes by hand', async () => {
    const piece = async (...args: string[]) => JSON.parse((await glint(...args)).stdout);
    const arm = JSON.parse(readFileSync(at('arm.json'), 'utf8'));
    const [first] = arm.parts;
    const more = await piece('add', at('arm.json'), 'tube', '--at', '3,4');
    expect(more.parts.at(-1)).toMatchObject({ id: 'tube', place: { xMm: 3, yMm: 4 } });
    const less = await piece('part', at('arm.json'), 'remove', first.id);
    expect(less.parts).toEqual(arm.parts.slice(1));
    const front = await piece('part', at('arm.json'), 'front', first.id);
    expect(front.parts).toEqual([...arm.parts.slice(1), first]);
    const twice = await piece('size', at('arm.json'), first.id, '2');
    expect(twice.parts[0].form).not.toEqual(first.form);
    expect(twice.parts.slice(1)).toEqual(arm.parts.slice(1));
    const nearer = await piece('part', at('arm.json'), 'nearer', first.id);
    expect(nearer.parts.slice(0, 2)).toEqual([arm.parts[1], first]);
    writeFileSync(
      at('held.json'),
      (await glint('override', at('arm.json'), first.id, '{"kind":"edge","value":0.5}')).stdout,
    );
    const held = await piece('check', at('held.json')).then(() =>
      JSON.parse(readFileSync(at('held.json'), 'utf8')),
    );
    const [{ id, ...own }] = held.adjustments.slice(-1);
    expect(own).toEqual({ part: first.id, kind: 'edge', value: 0.5 });
    expect((await piece('release', at('held.json'), id)).adjustments).toEqual(arm.adjustments);
    const blade = arm.parts.find((p: { finish: { kind: string } }) => p.finish.kind === 'metal');
    const other = await piece('another', at('arm.json'), blade.id);
    const now = other.parts.find((p: { id: string }) => p.id === blade.id);
    expect(now.finish.composition).toBe(blade.finish.composition + 1);
  });

  test.each([
    [['add', 'arm.json', 'gong'], 'ITEM held "gong"'],
    [['part', 'arm.json', 'polish', 'x'], 'EDIT held "polish"'],
    [['part', 'arm.json', 'remove', 'nobody'], 'PART held "nobody"'],
    [['size', 'arm.json', 'nobody', '2'], 'PART held "nobody"'],
    [['size', 'arm.json', 'blade', '900'], 'TIMES held 900'],
    [['override', 'arm.json', 'nobody', '{}'], 'PART held "nobody"'],
    [['release', 'arm.json', 'nothing'], 'CHANGE held "nothing"'],
  ])('%s is refused with what is accepted', async ([command, file, ...rest], said) => {
    expect(await glint(command, at(file), ...rest)).toMatchObject({
      status: 2,
      stdout: '',
      stderr: expect.stringContaining(said),
    });
  });

  test('school lays a ladder by another approach, aim looks for the mix of one step', async () => {
    const piece = async (...args: string[]) => JSON.parse((await glint(...args)).stdout);
    const before = await piece('demo', 'arm');
    const [{ id }] = before.ladders;
    const glazed = await piece('school', at('arm.json'), id, 'thin-glazes');
    expect(glazed.ladders[0]).toMatchObject({ id, school: 'thin-glazes', steps: before.ladders[0].steps });
    const aimed = await piece('aim', at('arm.json'), id, '3', '44');
    expect(aimed.ladders[0].steps[2]).toMatchObject({ value: 44, settled: 'no' });
    expect(aimed.ladders[0].steps[1]).toEqual(before.ladders[0].steps[1]);
    expect(await glint('school', at('arm.json'), id, 'none')).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('SCHOOL held "none"'),
    });
    expect(await glint('aim', at('arm.json'), id, '0', '44')).toMatchObject({ status: 2 });
    expect(await glint('school', at('arm.json'), 'gilt', 'thin-glazes')).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('LADDER held "gilt"'),
    });
  });

  test('schools tells what each takes, and nothing where the shelf gives no steps', async () => {
    const [{ id }] = JSON.parse(readFileSync(at('arm.json'), 'utf8')).ladders;
    const shelf = at('no-flakes.json');
    writeFileSync(shelf, writeShelf(shelfOf(towline.filter((p) => p.kind !== 'metallic'))));
    const all = (await run('schools', at('arm.json'), id, '--shelf', shelf)) as {
      school: string;
      takes: { coats: number; activeMin: number } | null;
    }[];
    const takes = new Map(all.map((a) => [a.school, a.takes]));
    expect(takes.get('dark-first')!.activeMin).toBeGreaterThan(0);
    expect(takes.get('thin-glazes')!.coats).toBeGreaterThan(takes.get('dark-first')!.coats);
    expect(takes.get('layered-flake')).toBeNull();
    expect(await glint('schools', at('arm.json'), 'gilt')).toMatchObject({ status: 2 });
  });

  test('demo answers with a piece that check accepts', async () => {
    expect(await run('check', at('arm.json'))).toMatchObject({ acceptable: true, kind: 'piece' });
    expect(await run('check', at('paints.csv'))).toMatchObject({ acceptable: true, kind: 'paint list' });
  });

  test('ladder finds mixes that rise in value, and says how near they come', async () => {
    const { steps, readsAs } = await run('ladder', at('paints.csv'), '--metal', 'warm-steel', '--steps', '5');
    expect(steps).toHaveLength(5);
    expect(steps[0]).toMatchObject({ sharing: 'first', gapL: null });
    steps.slice(1).forEach((s: { gapL: number; lab: { l: number } }, k: number) => {
      expect(s.gapL).toBeGreaterThan(3.9);
      expect(s.gapL).toBeCloseTo(s.lab.l - steps[k].lab.l, 5);
    });
    for (const s of steps)
      expect(s.mix.reduce((n: number, m: { drops: number }) => n + m.drops, 0)).toBeLessThanOrEqual(24);
    expect(readsAs).toBeTruthy();
    const typed = await run(
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
  ])('ladder %j is refused with what is accepted', async (more, says) => {
    const { status, stderr } = await glint('ladder', at('paints.csv'), ...more);
    expect(status).toBe(2);
    expect(stderr).toMatch(says);
  });

  test('order answers with layers that say what, with which mix, how thin, where, and what comes before', async () => {
    const { layers, copies, activeMin, waitMin } = await run('order', at('arm.json'));
    expect(copies).toBe(1);
    expect(layers.length).toBeGreaterThan(8);
    expect(layers.map((l: { n: number }) => l.n)).toEqual(layers.map((_: object, i: number) => i + 1));
    expect(layers[0]).toMatchObject({ role: 'undercoat', after: [], findings: [] });
    const ids = (await run('map', at('arm.json'))).parts.map((p: { id: string }) => p.id);
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
    const many = await run('order', at('arm.json'), '--copies', '10');
    expect(many.copies).toBe(10);
    expect(many.activeMin).toBeCloseTo(10 * activeMin, 6);
    const shelf = at('shelf.json');
    writeFileSync(shelf, writeShelf(shelfOf(towline.filter((p) => p.id === 'chalk' || p.id === 'lampsoot'))));
    const { layers: mine } = await run('order', at('arm.json'), '--shelf', shelf);
    expect(mine.some((l: { missing: string }) => l.missing.includes('not on your shelf'))).toBe(true);
    for (const l of mine) expect(l.onShelf).toBe(l.missing === '' && l.mix.length > 0);
    const { status, stderr } = await glint('order', at('arm.json'), '--copies', '0');
    expect(status).toBe(2);
    expect(stderr).toMatch(/--copies.*1 to 500/);
  });

  test('schedule lays the order into evenings, the same for the same seed', async () => {
    const flags = ['--evenings', '3', '--minutes', '60', '--from', '2026-12-01'];
    const plan = await run('schedule', at('arm.json'), ...flags);
    expect(plan.evenings.length).toBeGreaterThanOrEqual(plan.leastEvenings);
    expect(plan.evenings[0]).toMatchObject({ date: '2026-12-01', startMin: 1170, minutes: 60, set: true });
    expect(await run('schedule', at('arm.json'), ...flags)).toEqual(plan);
    const { status, stderr } = await glint('schedule', at('arm.json'), '--minutes', '5');
    expect(status).toBe(2);
    expect(stderr).toContain('--minutes');
  });

  test('critique tells what is wrong with the order, too', async () => {
    // Gilt over an undertone wants red below it.
    const militia = await run('demo', 'militia');
    writeFileSync(at('militia.json'), JSON.stringify(militia));
    expect((await run('critique', at('militia.json'))).findings).toEqual([]);
    const odd = {
      ...militia,
      ladders: militia.ladders.map((l: { id: string }) =>
        l.id === 'gilt' ? { ...l, undercoat: 'grey-primer' } : l,
      ),
    };
    writeFileSync(at('odd.json'), JSON.stringify(odd));
    const { findings } = await run('critique', at('odd.json'));
    const found = findings.find((f: { id: string }) => f.id === 'other-undercoat');
    expect(found).toMatchObject({ part: null, fix: null });
    expect(found.says).toMatch(/^layer \d+, /);
  });

  test('map answers with the figures of every part', async () => {
    const { parts } = await run('map', at('arm.json'));
    expect(parts).toHaveLength(8);
    for (const part of parts) {
      expect(part.steps.reduce((s: number, q: { ownShare: number }) => s + q.ownShare, 0)).toBeCloseTo(1, 6);
      expect(part.surfaceMm2).toBeGreaterThan(part.projectedMm2 * 0.99);
      expect(part.lightness.high).toBeGreaterThan(part.lightness.low);
    }
    expect(parts.find((p: { id: string }) => p.id === 'elbow').glints).toHaveLength(1);
  });

  test('critique names what is wrong with figure, place and fix; settle writes the piece without it', async () => {
    const piece = JSON.parse(readFileSync(at('arm.json'), 'utf8'));
    const blade = piece.parts.find((p: { id: string }) => p.id === 'blade');
    piece.parts = [blade];
    piece.groups = [{ id: 'arm', name: 'Arm' }];
    piece.adjustments = [{ id: 'lines', part: 'blade', kind: 'edge', value: 0.9 }];
    writeFileSync(at('even.json'), JSON.stringify(piece));
    const { findings } = await run('critique', at('even.json'));
    const even = findings.find((f: { id: string }) => f.id === 'even-edges');
    expect(even).toMatchObject({
      part: 'blade',
      wanted: { from: 2, to: null },
      fix: { paths: ['adjustments.lines'] },
    });
    expect(even.measured).toBeLessThan(2);
    expect(even.at.xMm).toBeCloseTo(blade.place.xMm, -1);
    expect(even.says).toMatch(/edges lie within/);
    const settled = await glint('settle', at('even.json'));
    expect(settled.status).toBe(0);
    expect(settled.stderr).toMatch(/^\d+ fix(es)? in \d+ rounds?, \d+ findings left/);
    const after = JSON.parse(settled.stdout);
    expect(after.adjustments).toEqual([]);
    writeFileSync(at('settled.json'), settled.stdout);
    expect(
      (await run('critique', at('settled.json'))).findings.map((f: { id: string }) => f.id),
    ).not.toContain('even-edges');
    // Dismissed, it is told only when all is asked for.
    piece.critique.quiet = [{ part: 'blade', finding: 'even-edges', reason: 'drawn look' }];
    writeFileSync(at('quiet.json'), JSON.stringify(piece));
    const ids = async (...more: string[]) =>
      (await run('critique', at('quiet.json'), ...more)).findings.map((f: { id: string }) => f.id);
    expect(await ids()).not.toContain('even-edges');
    expect(await ids('--all')).toContain('even-edges');
    expect((await glint('critique', at('paints.csv'))).status).toBe(2);
  });

  test('look writes a PNG of the size it says, marked as sRGB', async () => {
    for (const view of ['painted', 'values', 'zones', 'lines', 'exposed-rub']) {
      const answer = await run(
        'look',
        at('arm.json'),
        '--out',
        at(`${view}.png`),
        '--view',
        view,
        '--size',
        '200',
      );
      const png = readFileSync(at(`${view}.png`));
      expect(png.readUInt32BE(16)).toBe(answer.widthPx);
      expect(png.readUInt32BE(20)).toBe(answer.heightPx);
      expect(png.includes('sRGB')).toBe(true);
    }
    const early = await run(
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

  test("mix, coats, wet and colour answer with the model's figures", async () => {
    const mixed = await run('mix', at('paints.csv'), 'Chalk:1', 'Soot:1');
    expect(mixed.lab.l).toBeCloseTo(39.52, 1);
    expect(mixed.hex).toMatch(/^#[0-9a-f]{6}$/);
    const coats = await run('coats', at('paints.csv'), 'Ochre:1', '--over', '141414', '--water', '0.25');
    expect(coats.coats).toBe(2);
    expect(coats.exact).toBeCloseTo(1.754, 1);
    expect(coats.looks).toHaveLength(2);
    expect(
      (
        await run(
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
        )
      ).looks,
    ).toHaveLength(5);
    expect((await run('wet', at('paints.csv'), 'Ochre')).wet.l).toBeCloseTo(57.26, 1);
    expect((await run('colour', '808080')).spectrum).toHaveLength(36);
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
  ])('%j is refused with 2 and says why', async (args, says) => {
    const { status, stderr } = await glint(
      ...args.map((a) => (a === 'PAINTS' ? at('paints.csv') : a === 'PIECE' ? at('arm.json') : a)),
    );
    expect(status).toBe(2);
    expect(stderr).toContain(says);
  });

  test('check lists every problem of a bad file and exits 2', async () => {
    writeFileSync(
      at('bad.json'),
      readFileSync(at('arm.json'), 'utf8')
        .replace('"lengthMm": 16', '"lengthMm": -3')
        .replace('"copies": 1', '"copies": 0'),
    );
    const { status, stdout } = await glint('check', at('bad.json'));
    expect(status).toBe(2);
    expect(JSON.parse(stdout).problems.map((p: { path: string }) => p.path)).toEqual([
      'copies',
      'parts[0].form.lengthMm',
    ]);
    writeFileSync(at('bad.csv'), CSV.replace('semi-opaque', 'thick').replace('#1A1A1C', 'black'));
    const list = await glint('check', at('bad.csv'));
    expect(list.status).toBe(2);
    expect(list.stderr).toContain('line 3, hex');
    expect(list.stderr).toContain('line 4, opacity');
  });

  test('scan makes a piece of photos, and map, look and critique work on it; a spoilt photo is named', async () => {
    const taken = await run(
      'camera',
      'dome',
      '--out',
      at('photos'),
      '--photos',
      '8',
      '--px-per-mm',
      '7',
      '--spoil',
      '4:ball lost',
    );
    expect(taken.files).toHaveLength(8);
    const { xPx, yPx, rPx } = taken.ball;
    const made = await run(
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
    const { parts } = await run('map', at('dome.zip'));
    // A dome of 18 mm: its disc, up to the crest of the fold between it and the card.
    expect(parts[0].projectedMm2).toBeGreaterThan(0.75 * Math.PI * 81);
    expect(parts[0].projectedMm2).toBeLessThan(1.04 * Math.PI * 81);
    expect(parts[0].glints.length).toBeGreaterThan(0);
    expect(await run('look', at('dome.zip'), '--out', at('dome.png'), '--size', '200')).toMatchObject({
      widthPx: expect.any(Number),
    });
    expect(Array.isArray((await run('critique', at('dome.zip'))).findings)).toBe(true);
  });

  test('mesh makes a piece of a 3D file, and asks how tall metres are', async () => {
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
    const made = await run(
      'mesh',
      at('roof.stl'),
      '--view',
      'front',
      '--px-per-mm',
      '5',
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
    const { parts } = await run('map', at('roof.zip'));
    // The fold between both slopes parts them.
    for (const p of parts) expect(p.projectedMm2).toBeGreaterThan(200);
    const coarse = ['--px-per-mm', '5'];
    // Untold, its smooth regions become parts; a tap that finds nothing is told, and what was made is there all the same.
    const proposed = await run(
      'mesh',
      at('roof.stl'),
      '--view',
      'front',
      ...coarse,
      '--out',
      at('proposed.zip'),
    );
    expect((await run('map', at('proposed.zip'))).parts.map((p: { name: string }) => p.name)).toEqual(
      expect.arrayContaining(['Left', 'Right']),
    );
    expect(proposed.parts).toHaveLength(2);
    const beside = [...coarse, '--part', '-5,0', '--part', '400,0', '--out', at('beside.zip')];
    expect(await glint('mesh', at('roof.stl'), '--view', 'front', ...beside)).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('--part 400,0'),
    });
    expect((await run('map', at('beside.zip'))).parts).toHaveLength(1);
    const huge = text.replace(
      /vertex (\S+) (\S+) (\S+)/g,
      (_m, x, y, z) => `vertex ${x * 1800} ${y * 1800} ${z * 1800}`,
    );
    writeFileSync(at('huge.stl'), huge);
    expect(await glint('mesh', at('huge.stl'), '--out', at('huge.zip'))).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('54 metres'),
    });
    expect(
      (await run('mesh', at('huge.stl'), '--height', '30', '--px-per-mm', '5', '--out', at('huge.zip')))
        .heightMm,
    ).toBeCloseTo(31, 0);
    expect(await glint('scan', at('roof.stl'), at('roof.stl'), '--out', at('x.zip'))).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('JPEG or PNG'),
    });
  });
});
