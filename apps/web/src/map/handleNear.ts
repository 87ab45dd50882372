import type { PointerEvent } from 'react';

/** A finger that comes down this near to the middle of a handle takes it, in screen points. */
const REACH_PX = 22;

/** The handle nearest to a place on the screen, within a finger's reach. */
function handleNear(drawing: Element, x: number, y: number): Element | null {
  let [nearest, reach]: [Element | null, number] = [null, REACH_PX];
  for (const handle of drawing.querySelectorAll('[role=slider]')) {
    const box = handle.getBoundingClientRect();
    const away = Math.hypot(x - (box.left + box.right) / 2, y - (box.top + box.bottom) / 2);
    if (away < reach) [nearest, reach] = [handle, away];
  }
  return nearest;
}

/** A finger hides what it presses: one that comes down on the map beside a handle takes the handle. */
export function reachForHandle(e: PointerEvent, drawing: Element | null): void {
  if (e.pointerType !== 'touch' || !drawing || !(e.target instanceof HTMLCanvasElement)) return;
  const handle = handleNear(drawing, e.clientX, e.clientY);
  if (!handle) return;
  e.stopPropagation();
  handle.dispatchEvent(new window.PointerEvent('pointerdown', e.nativeEvent));
}
