import { followPointer } from './followPointer.js';

/** A finger that moves less than this has not begun to draw or drag, in screen points. */
const STILL_PX = 4;

/** A press as far as it matters which pointer it is of, and where. */
type Pressed = Pick<PointerEvent, 'pointerId' | 'pointerType' | 'clientX' | 'clientY'>;

/**
 * A press of a mouse or a pen counts at once. That of a finger counts when it is lifted or moves: until then a second
 * finger may take the picture, and what the first one touches stays as it is.
 */
export function whenPressed(pressed: Pressed, press: () => void): void {
  if (pressed.pointerType !== 'touch') {
    press();
    return;
  }
  const stop = followPointer(
    pressed,
    (e) => {
      if (Math.hypot(e.clientX - pressed.clientX, e.clientY - pressed.clientY) < STILL_PX) return;
      stop();
      press();
    },
    (e) => {
      if (e.type === 'pointerup') press();
    },
    // Before all else, so that who follows from the press on hears this event, too.
    { capture: true },
  );
}
