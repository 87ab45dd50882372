import { isLitByTurn, rigSeen, seenIn, type Picture, type Piece } from '@pale-glint/core';
import { useLayoutEffect, useMemo, useRef, type PointerEvent, type ReactNode } from 'react';
import { LookSwitch } from '../look/LookSwitch.js';
import { SURROUNDS, transformOf, useLook } from '../look/look.js';
import type { ShownView } from './ViewSwitch.js';
import { mapClient } from '../workers/mapClient.js';
import type { AfterLayer } from '../workers/protocol.js';
import { whenPressed } from '../ui/whenPressed.js';
import { reachForHandle } from './handleNear.js';
import { inDrawing, type Press } from './inDrawing.js';
import { LightDial } from './LightDial.js';
import { MapCanvas } from './MapCanvas.js';
import { MapOverlay, partAt } from './MapOverlay.js';
import {
  isPhotoOver,
  mapOver,
  PhotoCompare,
  photoOver,
  useComparing,
  type Comparing,
} from './PhotoCompare.js';
import type { Cover, Room } from './pictureIn.js';
import { usePicture, useSize } from './usePicture.js';
import { useZoom, type ZoomHand } from './useZoom.js';
import { ZoomButtons } from './ZoomButtons.js';
import { useZoomKeys } from './zoomKeys.js';
import type { Sheets } from './useSheets.js';
import { boundsOfPhoto, Underlay } from './Underlay.js';

interface MapStageProps {
  readonly piece: Piece;
  /** The side that it is seen from; the first by default. */
  readonly figureView?: string;
  readonly view: ShownView;
  readonly after: AfterLayer | null;
  readonly sheets: Sheets;
  readonly selected: string | null;
  /** Shows the painter's own miniature under the parts. */
  readonly underlay?: boolean;
  /** Nothing lies over the picture: the hand needs all of it. */
  readonly bare?: boolean;
  /** Room is kept above and below for what a part is turned and pulled by. */
  readonly held?: boolean;
  /** Fills the stage with this part alone in view. */
  readonly closeUp: string | null;
  /** A part was pressed; `null` beside all. */
  readonly onPress?: (part: string | null, press: Press) => void;
  readonly onLight: (clockHours: number, heightDeg: number) => void;
  readonly onLightEnd: () => void;
  /** Drawn over the map in the piece's mm, y downward; may be taken hold of. */
  readonly handles?: (picture: Picture, pxPerMm: number) => ReactNode;
  readonly children?: ReactNode;
}

/** The choice of views, and the row of sides below it. */
const SWITCH: Cover = { x: 'left', y: 'top', width: 340, height: 60 };
const SIDES: Cover = { x: 'left', y: 'top', width: 160, height: 164 };
const DIAL: Cover = { x: 'right', y: 'top', width: 152, height: 204 };
/** On a phone's width the dial stands below the choice of views. */
const LOW_DIAL: Cover = { x: 'right', y: 'top', width: 112, height: 190 };
/** How one zooms and what lies around the piece; above them what shows the photo, where there is one. */
const LOOKS: Cover = { x: 'right', y: 'bottom', width: 292, height: 64 };
const WITH_PHOTO: Cover = { ...LOOKS, height: 110 };
/** What brings the chosen part close up. */
const CLOSE_UP: Cover = { x: 'left', y: 'bottom', width: 190, height: 56 };

/** What stands off a part to turn it by, beyond the margin that every picture has. */
const HELD_PX = 30;

const NO_ROOM_KEPT: Room = { right: 0, bottom: 0, top: 0, covers: [] };
const BELOW_SWITCH = [LOW_DIAL];
const BESIDE_SWITCH = [SWITCH];
const BESIDE_SIDES = [SWITCH, SIDES];

const withLooks = (above: readonly Cover[]) => ({
  none: [...above, LOOKS, CLOSE_UP],
  photo: [...above, WITH_PHOTO, CLOSE_UP],
});
/** What stands over a stage, for a piece of one side or several, without a photo or with one. */
const withDial = (dial: Cover) => ({
  one: withLooks([...BESIDE_SWITCH, dial]),
  sides: withLooks([...BESIDE_SIDES, dial]),
});
const WIDE = withDial(DIAL);
const NARROW = withDial({ ...DIAL, width: 130, height: 176 });

/** On a narrow stage the light's dial moves aside, so that it never covers the piece. */
function roomFor(
  width: number,
  { sides, photo, under, bare }: { sides: number; photo: boolean; under: boolean; bare: boolean },
): { dial: number; low: boolean; free: Room } {
  if (width < 460) {
    const bottom = photo ? 100 : 52;
    // While a phone's finger taps, the whole stage is the picture's.
    const free = bare ? NO_ROOM_KEPT : { right: 0, bottom, top: 48, covers: BELOW_SWITCH };
    return { dial: 88, low: true, free };
  }
  const narrow = width < 700;
  const dial = narrow ? 104 : 132;
  if (under) {
    // A photo or surface may fill the stage; a piece alone is kept clear of all that stands over it.
    const covers = sides > 1 ? BESIDE_SIDES : BESIDE_SWITCH;
    return { dial, low: false, free: { right: narrow ? 112 : 140, bottom: 0, top: 44, covers } };
  }
  const covers = (narrow ? NARROW : WIDE)[sides > 1 ? 'sides' : 'one'][photo ? 'photo' : 'none'];
  return { dial, low: false, free: { right: 0, bottom: 0, top: 0, covers } };
}

interface PaintedMapProps {
  readonly comparing: Comparing;
  readonly piece: Piece;
  /** The piece as it is seen from this side. */
  readonly seen: Piece;
  readonly picture: Picture;
  readonly view: ShownView;
  readonly after: AfterLayer | null;
  /** Whether the painter's own miniature lies under it. */
  readonly under: boolean;
  readonly whole: boolean;
}

/** The map itself, over what lies under it; small and blurred at a squint. */
function PaintedMap({ comparing, piece, seen, picture, view, after, under, whole }: PaintedMapProps) {
  const squint = view === 'squint';
  const { underlay: photo } = seen.views[0];
  const over = under && isPhotoOver(comparing);
  return (
    <div
      className="absolute inset-0"
      style={squint ? { transform: 'scale(0.36)', filter: 'blur(4px)' } : undefined}
    >
      {under && !over && <Underlay piece={seen} picture={picture} />}
      <div
        className="absolute inset-0"
        style={under && !over ? mapOver(comparing, photo?.map ?? 1) : undefined}
      >
        <MapCanvas
          whole={whole}
          piece={piece}
          figureView={seen.views[0].id}
          picture={picture}
          view={squint ? 'painted' : view}
          after={after}
          label={`${piece.name}, ${view}`}
        />
      </div>
      {over && photo && (
        <div
          className="pointer-events-none absolute inset-0"
          style={photoOver(comparing, boundsOfPhoto(photo), picture)}
        >
          <Underlay piece={seen} picture={picture} full />
        </div>
      )}
    </div>
  );
}

interface StageCornersProps extends Pick<MapStageProps, 'piece' | 'onLight' | 'onLightEnd'> {
  readonly room: ReturnType<typeof roomFor>;
  readonly look: ReturnType<typeof useLook>;
  readonly zoom: ZoomHand;
  readonly comparing: Comparing;
}

/** What lies in the corners: the light's dial, and the way the map is looked at. */
function StageCorners({ piece, room, look, zoom, comparing, onLight, onLightEnd }: StageCornersProps) {
  const [view] = piece.views;
  const rig = rigSeen(piece.rig, view);
  return (
    <>
      <div className={`absolute ${room.low ? 'top-14 right-2' : 'top-4 right-4'}`}>
        <LightDial
          size={room.dial}
          clockHours={rig.keyClockHours}
          heightDeg={rig.keyHeightDeg}
          note={isLitByTurn(view) ? 'turned with the figure' : undefined}
          transform={transformOf(look)}
          onChange={isLitByTurn(view) ? null : onLight}
          onEnd={onLightEnd}
        />
      </div>
      <div className="absolute right-4 bottom-3 flex flex-col items-end gap-2 max-md:right-2 max-md:bottom-2">
        {view.underlay && <PhotoCompare {...comparing} />}
        <div className="flex flex-wrap-reverse justify-end gap-2">
          <ZoomButtons zoom={zoom} />
          <div className="max-md:hidden">
            <LookSwitch />
          </div>
        </div>
      </div>
    </>
  );
}

/** A press with the first button on the map itself, with its place in mm; handles over the map take their own. */
function pressOnMap(
  e: PointerEvent,
  drawing: SVGSVGElement | null,
  pressed: (xMm: number, yMm: number, press: Press) => void,
): void {
  if (!drawing || !(e.target instanceof HTMLCanvasElement) || e.button !== 0) return;
  const { pointerId, clientX, clientY } = e;
  const { x, y } = inDrawing(drawing, clientX, clientY);
  whenPressed(e, () => pressed(x, -y, { drawing, pointerId, clientX, clientY }));
}

/** The map on its grey, with the light in its corner. */
export function MapStage({
  piece,
  figureView = '',
  view,
  after,
  sheets,
  selected,
  closeUp,
  underlay = false,
  bare = false,
  held = false,
  onPress,
  onLight,
  onLightEnd,
  handles,
  children,
}: MapStageProps) {
  const box = useRef<HTMLDivElement>(null);
  const drawing = useRef<SVGSVGElement>(null);
  const look = useLook();
  const { width, height } = useSize(box);
  const flat = look.quarters % 2 === 1;
  const [w, h] = flat ? [height, width] : [width, height];
  const seen = useMemo(() => seenIn(piece, figureView), [piece, figureView]);
  const [shown] = seen.views;
  const comparing = useComparing(underlay ? 'over' : 'map', bare);
  const photo = shown.underlay !== null;
  const lies = photo || (underlay && shown.sculpts.length > 0);
  const under = lies && (comparing.way !== 'map' || comparing.blink);
  const room = roomFor(width, { sides: piece.views.length, photo, under, bare });
  const kept = look.quarters === 0 && !look.mirrored ? room.free : NO_ROOM_KEPT;
  const off = held && !room.low ? HELD_PX : 0;
  const free = { ...kept, top: Math.max(kept.top, off), bottom: Math.max(kept.bottom, off) };
  const fitted = usePicture(seen, closeUp, w, h, free, underlay);
  const { picture, hand: zoom } = useZoom(
    {
      box,
      drawing,
      subject: `${piece.id}/${shown.id}/${closeUp ?? ''}`,
      beside: (x, y) => partAt(seen, x, y) === null,
    },
    fitted,
  );
  useZoomKeys(zoom);
  // Before the small pictures beside it ask for anything.
  useLayoutEffect(() => mapClient.expect(), []);
  const squint = view === 'squint';
  return (
    <div
      ref={box}
      className={`relative min-h-0 min-w-0 flex-1 overflow-hidden max-md:sticky max-md:top-0 max-md:z-10 max-md:order-first max-md:w-full max-md:flex-none ${bare ? 'max-md:h-full' : 'max-md:h-[54dvh]'}`}
      style={{ background: SURROUNDS[look.surround].hex }}
      data-surround={look.surround}
      data-zoom={zoom.times.toFixed(2)}
      data-testid="stage"
      data-picture={
        picture
          ? JSON.stringify([picture.leftMm, picture.topMm, picture.pxPerMm, picture.width, w])
          : undefined
      }
    >
      {picture && (
        <div
          className="absolute top-1/2 left-1/2 touch-none"
          style={{ width: w, height: h, transform: `translate(-50%, -50%) ${transformOf(look)}` }}
          onPointerDownCapture={(e) => reachForHandle(e, drawing.current)}
          onPointerDown={(e) =>
            onPress &&
            pressOnMap(e, drawing.current, (x, y, press) => onPress(partAt(seen, x, y)?.id ?? null, press))
          }
        >
          <PaintedMap
            {...{ comparing, piece, seen, picture, view, after, under }}
            whole={closeUp === null && zoom.times === 1}
          />
          <svg
            ref={drawing}
            viewBox={`${picture.leftMm} ${-picture.topMm} ${picture.width / picture.pxPerMm} ${picture.height / picture.pxPerMm}`}
            className="pointer-events-none absolute inset-0 size-full"
          >
            {!squint && (
              <MapOverlay
                piece={seen}
                picture={picture}
                view={view}
                selected={selected}
                byPart={sheets.byPart}
              />
            )}
            {!squint && handles?.(picture, picture.pxPerMm / Math.min(2, window.devicePixelRatio || 1))}
          </svg>
        </div>
      )}
      {!bare && <StageCorners {...{ piece: seen, room, look, zoom, comparing, onLight, onLightEnd }} />}
      {children}
    </div>
  );
}
