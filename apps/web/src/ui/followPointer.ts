/**
 * Follows the pointer that was pressed until it is let go or cancelled, wherever on the page it is by then.
 * @param options `capture` to hear of it before all else does
 * @returns how to stop before
 */
export function followPointer(
  { pointerId }: { readonly pointerId: number },
  onMove: (e: PointerEvent) => void,
  onEnd: (e: PointerEvent) => void,
  options: { readonly capture?: boolean } = {},
): () => void {
  const move = (e: PointerEvent) => e.pointerId === pointerId && onMove(e);
  const stop = () => {
    window.removeEventListener('pointermove', move, options);
    window.removeEventListener('pointerup', end, options);
    window.removeEventListener('pointercancel', end, options);
  };
  const end = (e: PointerEvent) => {
    if (e.pointerId !== pointerId) return;
    stop();
    onEnd(e);
  };
  window.addEventListener('pointermove', move, options);
  window.addEventListener('pointerup', end, options);
  window.addEventListener('pointercancel', end, options);
  return stop;
}
