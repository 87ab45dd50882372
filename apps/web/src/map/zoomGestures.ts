import { ZOOM_STEP } from './zoom.js';

/** A turn of the wheel by this much is one step; a line of it counts so many points, and a pinch on a pad so much more. */
const WHEEL_STEP = 240;
const LINE = 32;
const PINCH = 4;
/** A press that moves less than this is a press. */
const STILL_PX = 4;

/** A place on the screen, in its points. */
export type ScreenPlace = readonly [x: number, y: number];

/** What gestures on a picture do. */
export interface ZoomTarget {
  /** Whether an event is on the picture. */
  onPicture(e: Event): boolean;
  /** Whether a press there takes the picture itself: it is beside all parts, and looked at closely. */
  free(e: PointerEvent): boolean;
  closerBy(factor: number, at: ScreenPlace): void;
  /** What was at the first place is to be at the second. */
  moved(from: ScreenPlace, to: ScreenPlace): void;
}

const placeOf = (e: MouseEvent): ScreenPlace => [e.clientX, e.clientY];
const middle = ([a, b]: readonly ScreenPlace[]): ScreenPlace => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
const apart = ([a, b]: readonly ScreenPlace[]) => Math.hypot(a[0] - b[0], a[1] - b[1]);

const onWheel = (target: ZoomTarget) => (e: WheelEvent) => {
  if (!target.onPicture(e)) return;
  e.preventDefault();
  const lines = e.deltaMode === WheelEvent.DOM_DELTA_LINE ? LINE : 1;
  const turned = e.deltaY * lines * (e.ctrlKey ? PINCH : 1);
  target.closerBy(ZOOM_STEP ** (-turned / WHEEL_STEP), placeOf(e));
};

/** A mouse that takes the picture: by its middle button, or where it is free. */
function dragging(target: ZoomTarget) {
  let pressed: ScreenPlace | null = null;
  let last: ScreenPlace | null = null;
  return {
    down(e: PointerEvent) {
      if (e.pointerType === 'touch' || !(e.button === 1 || (e.button === 0 && target.free(e)))) return;
      pressed = last = placeOf(e);
      if (e.button === 1) e.preventDefault();
    },
    move(e: PointerEvent) {
      if (!pressed || !last) return;
      const at = placeOf(e);
      if (last === pressed && apart([at, pressed]) < STILL_PX) return;
      target.moved(last, at);
      last = at;
    },
    up() {
      pressed = last = null;
    },
  };
}

interface Finger {
  readonly on: EventTarget | null;
  readonly at: ScreenPlace;
}

/** Takes away from a finger what it holds, as the browser does where the page is scrolled by it. */
function giveUp(pointerId: number, { on }: Finger): void {
  if (!(on instanceof Element)) return;
  if (on.hasPointerCapture(pointerId)) on.releasePointerCapture(pointerId);
  on.dispatchEvent(new PointerEvent('pointercancel', { pointerId, pointerType: 'touch', bubbles: true }));
}

/** Two fingers that take the picture between them. */
function pinching(target: ZoomTarget) {
  const fingers = new Map<number, Finger>();
  const places = () => [...fingers.values()].map(({ at }) => at);
  let givingUp = false;
  return {
    down(e: PointerEvent) {
      if (e.pointerType !== 'touch') return;
      const [first] = fingers;
      fingers.set(e.pointerId, { on: e.target, at: placeOf(e) });
      if (fingers.size !== 2) return;
      // The second finger takes the picture: it touches nothing in it, and the first lets go of what it touched.
      e.stopPropagation();
      givingUp = true;
      giveUp(...first);
      givingUp = false;
    },
    move(e: PointerEvent) {
      const finger = fingers.get(e.pointerId);
      if (!finger) return;
      const before = places();
      fingers.set(e.pointerId, { ...finger, at: placeOf(e) });
      if (fingers.size !== 2) return;
      const after = places();
      target.moved(middle(before), middle(after));
      target.closerBy(apart(after) / Math.max(1, apart(before)), middle(after));
    },
    up(e: PointerEvent) {
      if (!givingUp) fingers.delete(e.pointerId);
    },
  };
}

/** Looks into a picture by wheel, pinch and drag. @returns how to stop */
export function listenForZoom(stage: HTMLElement, target: ZoomTarget): () => void {
  const hands = [dragging(target), pinching(target)];
  const wheel = onWheel(target);
  const down = (e: PointerEvent) => {
    if (target.onPicture(e)) hands.forEach((h) => h.down(e));
  };
  const move = (e: PointerEvent) => hands.forEach((h) => h.move(e));
  const up = (e: PointerEvent) => hands.forEach((h) => h.up(e));
  stage.addEventListener('wheel', wheel, { passive: false });
  // Before anything in the picture takes the press.
  stage.addEventListener('pointerdown', down, { capture: true });
  window.addEventListener('pointermove', move);
  window.addEventListener('pointerup', up);
  window.addEventListener('pointercancel', up);
  return () => {
    stage.removeEventListener('wheel', wheel);
    stage.removeEventListener('pointerdown', down, { capture: true });
    window.removeEventListener('pointermove', move);
    window.removeEventListener('pointerup', up);
    window.removeEventListener('pointercancel', up);
  };
}
