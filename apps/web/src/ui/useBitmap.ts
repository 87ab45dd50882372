import { useEffect, useRef } from 'react';

/** A canvas that shows a bitmap at its own size, once there is one. */
export function useBitmap(bitmap: ImageBitmap | null) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const c = canvas.current;
    if (!c || !bitmap) return;
    c.width = bitmap.width;
    c.height = bitmap.height;
    c.getContext('2d')!.drawImage(bitmap, 0, 0);
  }, [bitmap]);
  return canvas;
}
