/**
 * A browser gives a click after a finger was lifted, to whatever has come to lie there since: a tool that ends with its
 * last tap makes room for the panel, and one of its buttons would be pressed. The next click is swallowed, unless a
 * finger comes down before it, or it is made by a key.
 */
export function swallowClick(): void {
  const swallow = (e: MouseEvent) => {
    const byKey = e.detail === 0;
    if (byKey) return;
    e.preventDefault();
    e.stopPropagation();
    stop();
  };
  const stop = () => {
    window.removeEventListener('click', swallow, { capture: true });
    window.removeEventListener('pointerdown', stop, { capture: true });
  };
  window.addEventListener('click', swallow, { capture: true });
  window.addEventListener('pointerdown', stop, { capture: true });
}
