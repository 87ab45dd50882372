import type { Piece } from '@pale-glint/core';
import { useRef, type ReactNode } from 'react';
import type { AfterLayer, MapView } from '../workers/protocol.js';
import { LightDial } from './LightDial.js';
import { MapCanvas } from './MapCanvas.js';
import { MapOverlay, partAt } from './MapOverlay.js';
import { usePicture, useSize } from './usePicture.js';
import type { Sheets } from './useSheets.js';

interface MapStageProps {
  readonly piece: Piece;
  readonly view: MapView;
  readonly after: AfterLayer | null;
  readonly sheets: Sheets;
  readonly selected: string | null;
  /** Fills the stage with this part alone in view. */
  readonly closeUp: string | null;
  readonly onSelect?: (part: string | null) => void;
  readonly onLight: (clockHours: number, heightDeg: number) => void;
  readonly onLightEnd: () => void;
  readonly children?: ReactNode;
}

/** On a narrow stage the light's dial moves aside, so that it never covers the piece. */
function roomFor(width: number): { dial: number; low: boolean; free: { right: number; bottom: number } } {
  if (width < 460) return { dial: 104, low: true, free: { right: 0, bottom: 170 } };
  if (width < 700) return { dial: 116, low: false, free: { right: 132, bottom: 0 } };
  return { dial: 132, low: false, free: { right: 0, bottom: 0 } };
}

/** The map on its grey, with the light in its corner. */
export function MapStage({
  piece,
  view,
  after,
  sheets,
  selected,
  closeUp,
  onSelect,
  onLight,
  onLightEnd,
  children,
}: MapStageProps) {
  const box = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(box);
  const room = roomFor(width);
  const picture = usePicture(piece, closeUp, width, height, room.free);
  return (
    <div
      ref={box}
      className="relative min-h-0 min-w-0 flex-1 overflow-hidden bg-g50"
      data-testid="stage"
      data-picture={
        picture
          ? JSON.stringify([picture.leftMm, picture.topMm, picture.pxPerMm, picture.width, width])
          : undefined
      }
      onClick={(e) => {
        if (!onSelect || !picture || !(e.target instanceof HTMLCanvasElement)) return;
        const r = e.currentTarget.getBoundingClientRect();
        const mm = picture.width / width / picture.pxPerMm;
        onSelect(
          partAt(piece, picture.leftMm + (e.clientX - r.left) * mm, picture.topMm - (e.clientY - r.top) * mm)
            ?.id ?? null,
        );
      }}
    >
      {picture && (
        <>
          <MapCanvas
            piece={piece}
            picture={picture}
            view={view}
            after={after}
            label={`${piece.name}, ${view}`}
          />
          <MapOverlay
            piece={piece}
            picture={picture}
            view={view}
            selected={selected}
            byPart={sheets.byPart}
          />
        </>
      )}
      <div className={`absolute right-4 ${room.low ? 'bottom-4' : 'top-4'}`}>
        <LightDial
          size={room.dial}
          clockHours={piece.rig.keyClockHours}
          heightDeg={piece.rig.keyHeightDeg}
          onChange={onLight}
          onEnd={onLightEnd}
        />
      </div>
      {children}
    </div>
  );
}
