import { useEffect, useRef, useState } from 'react';

/** What is nearer to the window than this is made ready. */
const AHEAD = '600px';

/** Whether an element has come near the window once: what is far away asks for nothing. */
export function useNear<E extends Element>() {
  const element = useRef<E>(null);
  const [near, setNear] = useState(false);
  useEffect(() => {
    const e = element.current;
    if (!e || near) return;
    const watch = new IntersectionObserver(
      (entries) => entries.some((entry) => entry.isIntersecting) && setNear(true),
      { rootMargin: AHEAD },
    );
    watch.observe(e);
    return () => watch.disconnect();
  }, [near]);
  return { element, near };
}
