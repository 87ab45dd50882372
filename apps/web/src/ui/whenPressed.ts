/** A finger that moves less than this has not begun to draw or drag, in screen points. */
const STILL_PX = 4;

/** A press as far as it matters which pointer it is of, and where. */
type Pressed = Pick<PointerEvent, 'pointerId' | 'pointerType' | 'clientX' | 'clientY'>;

/**
 * A press of a mouse or a pen counts at once. That of a finger counts when it is lifted or moves: until then a second
 * finger may take the picture, and what the first one touches stays as it is.
 */
export function whenPressed({ pointerId, pointerType, clientX, clientY }: Pressed, press: () => void): void {
  if (pointerType !== 'touch') {
    press();
    return;
  }
  // Heard before all else, so that who follows from the press on hears this event, too.
  const before = { capture: true };
  const stop = () => {
    window.removeEventListener('pointermove', move, before);
    window.removeEventListener('pointerup', end, before);
    window.removeEventListener('pointercancel', end, before);
  };
  const move = (e: PointerEvent) => {
    if (e.pointerId !== pointerId || Math.hypot(e.clientX - clientX, e.clientY - clientY) < STILL_PX) return;
    stop();
    press();
  };
  const end = (e: PointerEvent) => {
    if (e.pointerId !== pointerId) return;
    stop();
    if (e.type === 'pointerup') press();
  };
  window.addEventListener('pointermove', move, before);
  window.addEventListener('pointerup', end, before);
  window.addEventListener('pointercancel', end, before);
}
