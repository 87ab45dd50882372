import { afterEach, beforeEach, expect, test } from '@jest/globals';
import { followPointer } from '../src/ui/followPointer.js';
import { whenPressed } from '../src/ui/whenPressed.js';

type Hears = (e: object) => void;
/** A window as an event inside it meets it: on the way in, and on the way out. */
class Listens {
  private readonly ways = { in: new EventTarget(), out: new EventTarget() };
  private to = (options?: { capture: boolean }) => (options?.capture ? this.ways.in : this.ways.out);
  addEventListener = (type: string, hears: Hears, options?: { capture: boolean }) =>
    this.to(options).addEventListener(type, hears);
  removeEventListener = (type: string, hears: Hears, options?: { capture: boolean }) =>
    this.to(options).removeEventListener(type, hears);
  tell(type: string, pointer: object) {
    for (const way of [this.ways.in, this.ways.out])
      way.dispatchEvent(Object.assign(new Event(type), pointer));
  }
}

const globals = globalThis as unknown as Record<string, unknown>;
const had = globals['window'];
let page: Listens;
/** What was done, in turn. */
let done: string[];

beforeEach(() => {
  globals['window'] = page = new Listens();
  done = [];
});
afterEach(() => {
  globals['window'] = had;
});

const at = (pointerId: number, clientX: number, clientY: number, pointerType = 'touch') => ({
  pointerId,
  pointerType,
  clientX,
  clientY,
});
const tell = (type: string, pointer: object) => page.tell(type, pointer);

/** A press that draws from there on. */
const press = (pointer: ReturnType<typeof at>) =>
  whenPressed(pointer, () => {
    done.push('pressed');
    followPointer(
      pointer,
      (m) => done.push(`to ${m.clientX}`),
      (m) => done.push(m.type),
    );
  });

test('a mouse presses at once', () => {
  press(at(1, 10, 10, 'mouse'));
  expect(done).toEqual(['pressed']);
});

test('a finger presses when it is lifted, and what follows from the press ends with it', () => {
  press(at(1, 10, 10));
  tell('pointermove', at(1, 12, 10));
  expect(done).toEqual([]);
  tell('pointerup', at(1, 12, 10));
  tell('pointermove', at(1, 60, 10));
  expect(done).toEqual(['pressed', 'pointerup']);
});

test('a finger that moves has pressed where it came down, and is followed from its first move on', () => {
  press(at(1, 10, 10));
  tell('pointermove', at(1, 20, 10));
  tell('pointermove', at(1, 30, 10));
  tell('pointerup', at(1, 30, 10));
  expect(done).toEqual(['pressed', 'to 20', 'to 30', 'pointerup']);
});

test('a finger that is cancelled while it is still presses nothing', () => {
  press(at(1, 10, 10));
  tell('pointercancel', at(1, 10, 10));
  tell('pointermove', at(1, 60, 10));
  tell('pointerup', at(1, 60, 10));
  expect(done).toEqual([]);
});

test('another finger is not followed, and ends nothing', () => {
  press(at(1, 10, 10));
  tell('pointermove', at(2, 60, 10));
  tell('pointerup', at(2, 60, 10));
  expect(done).toEqual([]);
  tell('pointermove', at(1, 20, 10));
  tell('pointermove', at(2, 90, 10));
  tell('pointercancel', at(2, 90, 10));
  tell('pointermove', at(1, 30, 10));
  expect(done).toEqual(['pressed', 'to 20', 'to 30']);
});
