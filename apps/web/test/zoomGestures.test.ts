import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { listenForZoom, type ScreenPlace } from '../src/map/zoomGestures.js';

/** A page as far as gestures need one: things that listen. */
class Listens {
  private readonly heard = new Map<string, Set<(e: never) => void>>();
  addEventListener(kind: string, listener: (e: never) => void) {
    this.heard.set(kind, (this.heard.get(kind) ?? new Set()).add(listener));
  }
  removeEventListener(kind: string, listener: (e: never) => void) {
    this.heard.get(kind)?.delete(listener);
  }
  tell(kind: string, event: object) {
    for (const listener of this.heard.get(kind) ?? []) listener(event as never);
  }
  get deaf() {
    return [...this.heard.values()].every((s) => s.size === 0);
  }
}

interface Told {
  closer: { factor: number; at: ScreenPlace }[];
  moved: [ScreenPlace, ScreenPlace][];
  prevented: number;
  stopped: number;
}

const globals = globalThis as unknown as Record<string, unknown>;
const NAMES = ['window', 'WheelEvent', 'PointerEvent', 'Element'] as const;
const had = NAMES.map((name) => globals[name]);

/** Something in the picture that a finger takes hold of; what it is told goes up to the page. */
class Touched {
  readonly told: string[] = [];
  captured = true;
  hasPointerCapture = () => this.captured;
  releasePointerCapture = () => void (this.captured = false);
  dispatchEvent(e: { type: string; pointerId: number }) {
    this.told.push(`${e.type} ${e.pointerId}`);
    page.window.tell(e.type, e);
  }
}
class PointerTold {
  readonly pointerId: number;
  constructor(
    readonly type: string,
    { pointerId }: { pointerId: number },
  ) {
    this.pointerId = pointerId;
  }
}
const page = { window: new Listens(), stage: new Listens() };
let told: Told;
let free = true;
let onPicture = true;
let stop: () => void;

beforeEach(() => {
  [page.window, page.stage] = [new Listens(), new Listens()];
  globals['window'] = page.window;
  globals['WheelEvent'] = { DOM_DELTA_LINE: 1 };
  globals['PointerEvent'] = PointerTold;
  globals['Element'] = Touched;
  told = { closer: [], moved: [], prevented: 0, stopped: 0 };
  [free, onPicture] = [true, true];
  stop = listenForZoom(page.stage as unknown as HTMLElement, {
    onPicture: () => onPicture,
    free: () => free,
    closerBy: (factor, at) => void told.closer.push({ factor, at }),
    moved: (from, to) => void told.moved.push([from, to]),
  });
});
afterEach(() => {
  stop();
  NAMES.forEach((name, i) => (globals[name] = had[i]));
});

const event = (clientX: number, clientY: number, over: object = {}) => ({
  clientX,
  clientY,
  button: 0,
  pointerType: 'mouse',
  pointerId: 1,
  preventDefault: () => void told.prevented++,
  stopPropagation: () => void told.stopped++,
  ...over,
});
const wheel = (deltaY: number, over: object = {}) =>
  page.stage.tell('wheel', event(40, 60, { deltaY, deltaMode: 0, ctrlKey: false, ...over }));
const down = (x: number, y: number, over: object = {}) => page.stage.tell('pointerdown', event(x, y, over));
const move = (x: number, y: number, over: object = {}) => page.window.tell('pointermove', event(x, y, over));
const up = (over: object = {}) => page.window.tell('pointerup', event(0, 0, over));

describe('the wheel', () => {
  test('goes closer away from the hand and farther toward it, at the pointer, and the page stands', () => {
    wheel(-240);
    wheel(240);
    expect(told.closer[0].factor).toBeCloseTo(1.5, 9);
    expect(told.closer[1].factor).toBeCloseTo(1 / 1.5, 9);
    expect(told.closer[0].at).toEqual([40, 60]);
    expect(told.prevented).toBe(2);
  });

  test('small turns come to the same as a large one; lines and pinches on a pad count for more', () => {
    for (let i = 0; i < 8; i++) wheel(-30);
    expect(told.closer.reduce((f, c) => f * c.factor, 1)).toBeCloseTo(1.5, 9);
    wheel(-3, { deltaMode: 1 });
    wheel(-24, { ctrlKey: true });
    const [line, pinch] = told.closer.slice(-2).map((c) => c.factor);
    expect(line).toBeCloseTo(1.5 ** (96 / 240), 9);
    expect(pinch).toBeCloseTo(1.5 ** (96 / 240), 9);
  });

  test('beside the picture belongs to the page', () => {
    onPicture = false;
    wheel(-240);
    expect(told).toMatchObject({ closer: [], prevented: 0 });
  });
});

describe('a mouse', () => {
  test('that presses where the picture is free moves it, once it really moves', () => {
    down(10, 10);
    move(12, 11);
    expect(told.moved).toEqual([]);
    move(20, 10);
    move(25, 14);
    up();
    move(90, 90);
    expect(told.moved).toEqual([
      [
        [10, 10],
        [20, 10],
      ],
      [
        [20, 10],
        [25, 14],
      ],
    ]);
    // A press of the left button is still a press.
    expect(told.prevented).toBe(0);
  });

  test('on a part leaves the picture alone, unless its middle button is down', () => {
    free = false;
    down(10, 10);
    move(40, 40);
    up();
    expect(told.moved).toEqual([]);
    down(10, 10, { button: 1 });
    move(40, 40, { button: 1 });
    expect(told.moved).toHaveLength(1);
    expect(told.prevented).toBe(1);
  });

  test('that presses beside the picture moves nothing', () => {
    onPicture = false;
    down(10, 10, { button: 1 });
    move(60, 60);
    expect(told.moved).toEqual([]);
  });
});

describe('fingers', () => {
  const finger = (pointerId: number) => ({ pointerType: 'touch', pointerId });

  test('one alone moves nothing and is left to what it touches', () => {
    down(10, 10, finger(1));
    move(60, 60, finger(1));
    expect(told).toMatchObject({ moved: [], closer: [], stopped: 0 });
  });

  test('two take the picture between them: it follows their middle and grows as they part', () => {
    down(100, 100, finger(1));
    down(140, 100, finger(2));
    expect(told.stopped).toBe(1);
    move(180, 100, finger(2));
    expect(told.moved).toEqual([
      [
        [120, 100],
        [140, 100],
      ],
    ]);
    expect(told.closer).toEqual([{ factor: 2, at: [140, 100] }]);
    // Both go on together: it moves and does not grow.
    move(110, 120, finger(1));
    move(190, 120, finger(2));
    const grown = told.closer.slice(1).reduce((f, c) => f * c.factor, 1);
    expect(Math.abs(grown - 1)).toBeLessThan(0.06);
  });

  test('a second one takes away what the first held, and goes on with it between them', () => {
    const [first, second] = [new Touched(), new Touched()];
    down(100, 100, { ...finger(1), target: first });
    expect(first.told).toEqual([]);
    down(140, 100, { ...finger(2), target: second });
    expect(first).toMatchObject({ told: ['pointercancel 1'], captured: false });
    expect(second).toMatchObject({ told: [], captured: true });
    move(60, 100, finger(1));
    expect(told.closer).toEqual([{ factor: 2, at: [100, 100] }]);
  });

  test('one lifted ends it, and two anew begin it anew', () => {
    down(100, 100, finger(1));
    down(140, 100, finger(2));
    up(finger(2));
    move(300, 300, finger(1));
    expect(told.moved).toEqual([]);
    down(340, 300, finger(3));
    move(380, 300, finger(3));
    expect(told.closer).toHaveLength(1);
    expect(told.closer[0].factor).toBeCloseTo(2, 9);
  });
});

test('what is no longer listened to is let go of', () => {
  stop();
  expect(page.stage.deaf && page.window.deaf).toBe(true);
});
