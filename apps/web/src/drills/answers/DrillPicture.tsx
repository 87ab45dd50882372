import type { ReactNode } from 'react';
import { useBitmap } from '../../ui/useBitmap.js';

interface DrillPictureProps {
  readonly bitmap: ImageBitmap;
  readonly label: string;
  /** Drawn over it, in points of the picture. */
  readonly children?: ReactNode;
}

/** A picture of a question, as large as there is room. */
export function DrillPicture({ bitmap, label, children }: DrillPictureProps) {
  const canvas = useBitmap(bitmap);
  return (
    <div
      className="relative max-h-full min-w-0 max-w-full"
      style={{ aspectRatio: `${bitmap.width} / ${bitmap.height}`, width: bitmap.width }}
    >
      <canvas ref={canvas} role="img" aria-label={label} className="size-full object-contain" />
      {children}
    </div>
  );
}
