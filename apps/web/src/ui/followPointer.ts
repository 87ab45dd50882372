/** Follows the pointer that was pressed until it is let go or cancelled, wherever on the page it is by then. */
export function followPointer(
  { pointerId }: { readonly pointerId: number },
  onMove: (e: PointerEvent) => void,
  onEnd: (e: PointerEvent) => void,
): void {
  const move = (e: PointerEvent) => e.pointerId === pointerId && onMove(e);
  const end = (e: PointerEvent) => {
    if (e.pointerId !== pointerId) return;
    window.removeEventListener('pointermove', move);
    window.removeEventListener('pointerup', end);
    window.removeEventListener('pointercancel', end);
    onEnd(e);
  };
  window.addEventListener('pointermove', move);
  window.addEventListener('pointerup', end);
  window.addEventListener('pointercancel', end);
}
