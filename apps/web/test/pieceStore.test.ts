import { describe, expect, test } from '@jest/globals';
import { lockKeepersArm, withNote, withSameMetal, withViewAdded, type Piece } from '@pale-glint/core';
import { NoRoom, Refusal, Unreachable } from '../src/api/http.js';
import { PieceStore, type StoreWorld } from '../src/store/pieceStore.js';

/** A world whose clock and server the test moves by hand. */
class HandWorld implements StoreWorld {
  now = 0;
  timers: { at: number; run: () => void }[] = [];
  saves: { piece: Piece; from: number }[] = [];
  kept: { version: number; piece: Piece } | null = null;
  answer: (from: number) => Promise<{ id: string; version: number; updatedAt: string }> = (from) =>
    Promise.resolve({ id: 'x', version: from + 1, updatedAt: '' });

  /** What another device stored meanwhile. */
  theirs: { piece: Piece; version: number } | null = null;
  stored = () => (this.theirs ? Promise.resolve(this.theirs) : Promise.reject(new Unreachable()));

  save(piece: Piece, from: number) {
    this.saves.push({ piece, from });
    return this.answer(from);
  }
  keep(draft: { version: number; piece: Piece } | null) {
    this.kept = draft;
  }
  after(ms: number, run: () => void) {
    const timer = { at: this.now + ms, run };
    this.timers.push(timer);
    return () => void (this.timers = this.timers.filter((t) => t !== timer));
  }
  async pass(ms: number) {
    const end = this.now + ms;
    for (;;) {
      const next = this.timers.filter((t) => t.at <= end).sort((a, b) => a.at - b.at)[0];
      if (!next) break;
      this.now = next.at;
      this.timers = this.timers.filter((t) => t !== next);
      next.run();
      for (let i = 0; i < 10; i++) await Promise.resolve();
    }
    this.now = end;
  }
}

const open = (unsaved = false) => {
  const world = new HandWorld();
  return { world, store: new PieceStore(lockKeepersArm, 4, world, unsaved) };
};
const rename = (name: string) => (d: Piece) => void (d.name = name);
const away = () => Promise.reject(new Unreachable());

const noteAt = (text: string, second: string) => ({
  text,
  layer: 'Base',
  madeAt: `2026-11-28T19:00:${second}Z`,
  photo: null,
});

describe('a note made on a phone meanwhile', () => {
  const stale = (at: number) => Promise.reject(new Refusal(409, { says: 'stale', version: at }));
  const theirs = withNote(lockKeepersArm, noteAt('from the phone', '01'));

  test('is taken in, and what was changed here is saved with it', async () => {
    const { world, store } = open();
    world.theirs = { piece: theirs, version: 5 };
    world.answer = (from) =>
      from === 4 ? stale(5) : Promise.resolve({ id: 'x', version: from + 1, updatedAt: '' });
    store.change(rename('A'));
    store.edit((p) => withNote(p, noteAt('from here', '02')));
    await world.pass(3000);
    expect(store.get()).toMatchObject({ version: 6, save: { kind: 'saved' } });
    const saved = world.saves.at(-1)!.piece;
    expect(saved.name).toBe('A');
    expect(saved.notes.map((n) => n.text)).toEqual(['Base: from the phone', 'Base: from here']);
    expect(new Set(saved.notes.map((n) => n.id)).size).toBe(2);
    // Undo goes past notes: what was changed beside them is taken back, no note is.
    store.undo();
    expect(store.get()).toMatchObject({ canUndo: false, piece: { name: lockKeepersArm.name } });
    expect(store.get().piece.notes).toHaveLength(2);
  });

  test('is shown as it comes in where nothing waits here, and is no step of undo', () => {
    const { store } = open();
    store.takeNewer(theirs, 5);
    expect(store.get()).toMatchObject({ version: 5, canUndo: false, save: { kind: 'saved' } });
    expect(store.get().piece.notes).toHaveLength(1);
    // Anything else that came in can be taken back.
    store.takeNewer({ ...theirs, name: 'Theirs' }, 6);
    expect(store.get()).toMatchObject({ version: 6, canUndo: true, piece: { name: 'Theirs' } });
  });

  test('is no reason to write over anything else: then the painter is asked', async () => {
    const { world, store } = open();
    world.theirs = { piece: { ...theirs, name: 'Theirs' }, version: 5 };
    world.answer = () => stale(5);
    store.change(rename('A'));
    await world.pass(3000);
    expect(store.get().save).toEqual({ kind: 'conflict', theirs: 5 });
    expect(store.get().piece.name).toBe('A');
  });
});

test('metal that is seen from two sides keeps one finish, as one step of undo', () => {
  const { piece: two } = withViewAdded(lockKeepersArm, { name: 'Back', turnDeg: 180 });
  const [elbow] = two.parts.filter((p) => p.finish.kind === 'metal');
  const parts = [...two.parts, { ...elbow, id: 'behind', view: 'back' }];
  const store = new PieceStore(withSameMetal({ ...two, parts }, 'behind', elbow.id), 1, new HandWorld());
  const polishOf = (id: string) => {
    const { finish } = store.get().piece.parts.find((p) => p.id === id)!;
    return finish.kind === 'metal' ? finish.polish : null;
  };
  const before = polishOf(elbow.id);
  store.change((d) => {
    const { finish } = d.parts.find((p) => p.id === 'behind')!;
    if (finish.kind === 'metal') finish.polish = 'dull';
  });
  expect([polishOf('behind'), polishOf(elbow.id)]).toEqual(['dull', 'dull']);
  store.undo();
  expect([polishOf('behind'), polishOf(elbow.id)]).toEqual([before, before]);
  store.redo();
  expect([polishOf('behind'), polishOf(elbow.id)]).toEqual(['dull', 'dull']);
});

describe('saving', () => {
  test('happens 800 ms after the last change, once, from the version the piece was opened at', async () => {
    const { world, store } = open();
    store.change(rename('A'));
    await world.pass(500);
    store.change(rename('B'));
    await world.pass(700);
    expect(world.saves).toHaveLength(0);
    expect(store.get().save.kind).toBe('waiting');
    await world.pass(200);
    expect(world.saves.map((s) => [s.piece.name, s.from])).toEqual([['B', 4]]);
    expect(store.get()).toMatchObject({ version: 5, save: { kind: 'saved' } });
    expect(world.kept).toBeNull();
  });

  test('a change during a save is saved after it, from the new version', async () => {
    const { world, store } = open();
    let done!: () => void;
    world.answer = (from) =>
      new Promise((resolve) => (done = () => resolve({ id: 'x', version: from + 1, updatedAt: '' })));
    store.change(rename('A'));
    await world.pass(800);
    store.change(rename('B'));
    done();
    await world.pass(0);
    await world.pass(900);
    expect(world.saves.map((s) => [s.piece.name, s.from])).toEqual([
      ['A', 4],
      ['B', 5],
    ]);
  });

  test('a change that changes nothing saves nothing', async () => {
    const { world, store } = open();
    store.change(rename(lockKeepersArm.name));
    await world.pass(5000);
    expect(world.saves).toHaveLength(0);
    expect(store.get().canUndo).toBe(false);
  });

  test('with the server away the change is kept, tried again ever more slowly, and saved when it is back', async () => {
    const { world, store } = open();
    world.answer = away;
    store.change(rename('A'));
    await world.pass(900);
    expect(store.get().save).toMatchObject({ kind: 'away', by: 'server', tries: 1 });
    expect(world.kept).toMatchObject({ version: 4, piece: { name: 'A' } });
    await world.pass(60_000);
    const tries = world.saves.length;
    expect(tries).toBeGreaterThan(4);
    expect(tries).toBeLessThan(12);
    world.answer = (from) => Promise.resolve({ id: 'x', version: from + 1, updatedAt: '' });
    await world.pass(15_000);
    expect(store.get()).toMatchObject({ version: 5, save: { kind: 'saved' }, piece: { name: 'A' } });
    expect(world.kept).toBeNull();
  });

  test('with the disk full it is said, and the change is kept and saved once there is room', async () => {
    const { world, store } = open();
    world.answer = () => Promise.reject(new NoRoom());
    store.change(rename('A'));
    await world.pass(900);
    expect(store.get().save).toMatchObject({ kind: 'away', by: 'disk' });
    expect(world.kept).toMatchObject({ piece: { name: 'A' } });
    world.answer = (from) => Promise.resolve({ id: 'x', version: from + 1, updatedAt: '' });
    await world.pass(15_000);
    expect(store.get()).toMatchObject({ save: { kind: 'saved' }, piece: { name: 'A' } });
  });

  test('a draft from a closed page is saved from the version it started from', async () => {
    const { world } = open(true);
    await world.pass(10);
    expect(world.saves).toHaveLength(1);
    expect(world.saves[0].from).toBe(4);
  });
});

describe('a stale write', () => {
  const conflict = () => Promise.reject(new Refusal(409, { says: 'changed', version: 9 }));

  test('keeps the change and waits for the painter', async () => {
    const { world, store } = open();
    world.answer = conflict;
    store.change(rename('Mine'));
    await world.pass(900);
    expect(store.get()).toMatchObject({ save: { kind: 'conflict', theirs: 9 }, piece: { name: 'Mine' } });
    store.change(rename('Mine, still'));
    await world.pass(60_000);
    expect(world.saves).toHaveLength(1);
    expect(world.kept?.piece.name).toBe('Mine, still');
  });

  test('keeping mine writes over the other version', async () => {
    const { world, store } = open();
    world.answer = conflict;
    store.change(rename('Mine'));
    await world.pass(900);
    world.answer = (from) => Promise.resolve({ id: 'x', version: from + 1, updatedAt: '' });
    store.keepMine();
    await world.pass(10);
    expect(world.saves[1]).toMatchObject({ from: 9, piece: { name: 'Mine' } });
    expect(store.get().save.kind).toBe('saved');
  });

  test('taking theirs can be undone', async () => {
    const { world, store } = open();
    world.answer = conflict;
    store.change(rename('Mine'));
    await world.pass(900);
    store.takeTheirs({ ...lockKeepersArm, name: 'Theirs' }, 9);
    expect(store.get()).toMatchObject({ version: 9, save: { kind: 'saved' }, piece: { name: 'Theirs' } });
    store.undo();
    expect(store.get().piece.name).toBe('Mine');
  });
});

test('refused input is told with its problems and not tried again', async () => {
  const { world, store } = open();
  world.answer = () =>
    Promise.reject(
      new Refusal(400, { says: 'One thing', problems: [{ path: 'name', held: '""', accepted: 'text' }] }),
    );
  store.change(rename('Bad'));
  await world.pass(60_000);
  expect(world.saves).toHaveLength(1);
  expect(store.get().save).toMatchObject({ kind: 'refused', problems: [{ path: 'name' }] });
});

describe('undo', () => {
  test('goes all the way back and all the way forward', () => {
    const { store } = open();
    const names = ['A', 'B', 'C', 'D'];
    names.forEach((n) => store.change(rename(n)));
    names.forEach(() => store.undo());
    expect(store.get()).toMatchObject({ piece: lockKeepersArm, canUndo: false, canRedo: true });
    names.forEach(() => store.redo());
    expect(store.get()).toMatchObject({ piece: { name: 'D' }, canRedo: false });
  });

  test('takes a drag as one step, and two drags as two', () => {
    const { store } = open();
    const turn = (h: number) => store.change((d) => void (d.rig.keyClockHours = h), 'light');
    [1, 2, 3].forEach(turn);
    store.endGesture();
    [4, 5].forEach(turn);
    store.undo();
    expect(store.get().piece.rig.keyClockHours).toBe(3);
    store.undo();
    expect(store.get().piece.rig.keyClockHours).toBe(lockKeepersArm.rig.keyClockHours);
  });

  test('a new change forgets what was undone', () => {
    const { store } = open();
    store.change(rename('A'));
    store.undo();
    store.change(rename('B'));
    expect(store.get().canRedo).toBe(false);
  });
});
