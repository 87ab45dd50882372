/** Follows a pointer that was pressed until it is let go, wherever on the page it is by then. */
export function followPointer(onMove: (e: PointerEvent) => void, onEnd: (e: PointerEvent) => void): void {
  const end = (e: PointerEvent) => {
    window.removeEventListener('pointermove', onMove);
    window.removeEventListener('pointerup', end);
    window.removeEventListener('pointercancel', end);
    onEnd(e);
  };
  window.addEventListener('pointermove', onMove);
  window.addEventListener('pointerup', end);
  window.addEventListener('pointercancel', end);
}
