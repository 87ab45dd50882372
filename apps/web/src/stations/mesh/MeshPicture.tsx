import { clamp, type Rig, type Sculpt } from '@pale-glint/core';
import type { MeshView } from '@pale-glint/core/mesh';
import { useRef } from 'react';
import { SurfacePicture } from '../scan/Result.js';

const DEG_PER_PX = 0.5;
const turned = (deg: number) => ((Math.round(deg) + 540) % 360) - 180;

interface MeshPictureProps {
  readonly sculpt: Sculpt;
  readonly rig: Rig;
  readonly view: MeshView;
  readonly label: string;
  readonly onTurn: (over: Pick<MeshView, 'yawDeg' | 'pitchDeg'>) => void;
}

/** The shape as it will be seen; pulling turns it. */
export function MeshPicture({ sculpt, rig, view, label, onTurn }: MeshPictureProps) {
  const pressed = useRef<{ x: number; y: number; view: MeshView } | null>(null);
  return (
    <div
      className="w-full max-w-3xl cursor-grab touch-none"
      data-testid="mesh"
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        pressed.current = { x: e.clientX, y: e.clientY, view };
      }}
      onPointerMove={(e) => {
        const from = pressed.current;
        if (!from) return;
        onTurn({
          yawDeg: turned(from.view.yawDeg + (e.clientX - from.x) * DEG_PER_PX),
          pitchDeg: clamp(Math.round(from.view.pitchDeg + (e.clientY - from.y) * DEG_PER_PX), -90, 90),
        });
      }}
      onPointerUp={() => (pressed.current = null)}
      onPointerCancel={() => (pressed.current = null)}
    >
      <SurfacePicture sculpt={sculpt} rig={rig} show="primed" label={label} tall />
    </div>
  );
}

/** What stands there before a file is chosen. */
export function MeshStart() {
  return (
    <div className="max-w-md space-y-3 rounded-sm bg-g96 p-5">
      <p className="text-lead font-semibold">From a 3D file</p>
      <p className="text-g28">
        STL, OBJ, PLY or glTF with everything inside. It is turned to the side you will paint for, sized, and
        its surface taken as the eye sees it from there.
      </p>
    </div>
  );
}
