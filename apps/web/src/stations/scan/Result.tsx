import { primedPicture, type Piece, type Sculpt } from '@pale-glint/core';
import { useEffect, useRef } from 'react';

/** A surface as a picture: primed under the piece's light, or by how far it can be believed. */
export function SurfacePicture({
  sculpt,
  rig,
  show,
  label,
  tall = false,
}: {
  sculpt: Sculpt;
  rig: Piece['rig'];
  show: 'primed' | 'confidence';
  label: string;
  tall?: boolean;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const c = canvas.current!;
    [c.width, c.height] = [sculpt.width, sculpt.height];
    c.getContext('2d')!.putImageData(
      new ImageData(primedPicture(sculpt, rig, show), sculpt.width, sculpt.height),
      0,
      0,
    );
  }, [sculpt, rig, show]);
  return (
    <figure className="min-w-0 flex-1 space-y-1">
      <canvas
        ref={canvas}
        className={`block w-full object-contain ${tall ? 'max-h-[38rem]' : 'max-h-80 object-left'}`}
        role="img"
        aria-label={label}
      />
      <figcaption className={`text-label ${tall ? 'w-fit bg-g10 px-2 py-0.5 text-g98' : 'text-g28'}`}>
        {label}
      </figcaption>
    </figure>
  );
}
