import { layerKey, layerOf, type LayerId } from '@pale-glint/core';
import { useMemo, useState } from 'react';
import { blobApi } from '../../api/blobs.js';
import { useGlance } from '../../map/LookInto.js';
import { ZoomButtons } from '../../map/ZoomButtons.js';
import { useZoomKeys } from '../../map/zoomKeys.js';
import { usePiece } from '../../store/PieceContext.js';
import { Alert } from '../../ui/Alert.js';
import { Button } from '../../ui/Button.js';
import { Check } from '../../ui/Check.js';
import { Choice } from '../../ui/Choice.js';
import { ColourField } from '../../ui/ColourField.js';
import type { BothLooks, ReadPhoto } from '../../workers/photo.worker.js';
import { Diary } from '../order/Diary.js';
import { useStation } from '../stationState.js';
import { BesideAnother } from './BesideAnother.js';
import { FoundInPhoto } from './FoundInPhoto.js';
import { Looks, WAYS, type HowToLook, type ThirdLook, type WayToLook } from './Looks.js';
import { PaintAnother } from './PaintAnother.js';
import { PhotoList } from './PhotoList.js';
import { StopOrGo } from './StopOrGo.js';
import { TapPoints } from './TapPoints.js';
import { useBeside, type BesideState, type OtherPhoto } from './useBeside.js';
import { useChosenPhoto } from './useChosenPhoto.js';
import { useMended, usePhoto, usePhotoClient, type PhotoState } from './usePhoto.js';

const FINISHED = 'finished';

/** How a photo is taken so that it can be read. */
function HowToPhotograph() {
  return (
    <div className="grid h-full place-items-center">
      <div className="max-w-lg space-y-3 bg-g96 p-6">
        <h2 className="text-lead font-semibold">A photo beside the plan</h2>
        <p>
          Photograph the miniature from the side that is planned, and it is laid on the map by itself: every
          part is read for its value, its light and its hue, and what strays is named with what mends it.
        </p>
        <ul className="list-disc space-y-1 pl-5 text-label text-g28">
          <li>Plain paper behind it, mid grey where you have it, with some of it to be seen all round.</li>
          <li>The camera level with its middle, a hand's length away or more, as large as fits.</li>
          <li>Even light from where the plan has it; no bare bulb, no sheen of wet paint.</li>
        </ul>
      </div>
    </div>
  );
}

/** How plan and photo are held against each other. */
function LookBar({ how, onHow }: { readonly how: HowToLook; readonly onHow: (how: HowToLook) => void }) {
  return (
    <div className="flex flex-wrap items-center gap-x-5 gap-y-2 bg-g93 px-4 py-2">
      <div role="group" aria-label="How to look" className="flex">
        {WAYS.map(({ id, label }) => (
          <button
            key={id}
            type="button"
            aria-pressed={how.way === id}
            className={`min-h-9 px-3 text-label font-semibold ${how.way === id ? 'bg-g10 text-g98' : 'bg-g98'}`}
            onClick={() => onHow({ ...how, way: id satisfies WayToLook })}
          >
            {label}
          </button>
        ))}
      </div>
      <Check checked={how.grey} onChange={(grey) => onHow({ ...how, grey })}>
        Values only
      </Check>
      <Check checked={how.squinted} onChange={(squinted) => onHow({ ...how, squinted })}>
        Squinted
      </Check>
      <Check checked={how.trueSize} onChange={(trueSize) => onHow({ ...how, trueSize })}>
        True size
      </Check>
    </div>
  );
}

/** Which cure of each finding is shown: the cheapest at first. */
function useChosen(read: ReadPhoto | null) {
  const [of, setOf] = useState<{ readonly read: ReadPhoto | null; readonly chosen: Chosen } | null>(null);
  const first = useMemo(
    (): Chosen =>
      read?.findings.map(({ finding, cures, when }) =>
        finding.certain && !when.wait ? (cures[0]?.id ?? null) : null,
      ) ?? [],
    [read],
  );
  const chosen = of && of.read === read ? of.chosen : first;
  const choose = (i: number, id: string | null) =>
    setOf({ read, chosen: chosen.map((c, k) => (k === i ? id : c)) });
  return [chosen, choose] as const;
}
type Chosen = readonly (string | null)[];

/** Which side of the figure the photo shows. */
function TakenFrom({ view, onChange }: { readonly view: string; readonly onChange: (view: string) => void }) {
  const { views } = usePiece();
  if (views.length === 1) return null;
  return (
    <Choice
      label="Taken from"
      why="The side of the figure that the photo shows: it is held against the parts of that view."
      value={view}
      options={views.map((v) => ({ value: v.id, label: v.name.toLowerCase() }))}
      onChange={onChange}
    />
  );
}

/** What a photo is to look like. */
function HeldAgainst({
  after,
  onChange,
}: {
  readonly after: LayerId | null;
  readonly onChange: (after: LayerId | null) => void;
}) {
  const { order } = useStation();
  return (
    <Choice
      label="Held against"
      why="What the photo is to look like: the finished piece, or the piece after one of its steps. Taken from what was ticked when the photo was made."
      value={after ? layerKey(after) : FINISHED}
      options={[
        { value: FINISHED, label: 'the finished piece' },
        ...order.map((l) => ({ value: layerKey(l), label: `after ${l.title.toLowerCase()}` })),
      ]}
      onChange={(key) => {
        const layer = order.find((l) => layerKey(l) === key);
        onChange(layer ? layerOf(layer) : null);
      }}
    />
  );
}

/** A photographer's grey card: 18 % of the light. */
const GREY_CARD = '#767676';

/** What is known of the paper behind the figure. */
function CardBehind({
  cardHex,
  onChange,
}: {
  readonly cardHex: string | null;
  readonly onChange: (hex: string | null) => void;
}) {
  const [hex, setHex] = useState(cardHex ?? GREY_CARD);
  return (
    <div className="space-y-1">
      <Check checked={cardHex !== null} onChange={(on) => onChange(on ? hex : null)}>
        The card behind it has a known colour
      </Check>
      {cardHex !== null && (
        <ColourField
          label="Its colour"
          why="With it values are told as they are; without, they are only held against each other."
          value={hex}
          onChange={setHex}
          onEnd={() => onChange(hex)}
        />
      )}
    </div>
  );
}

/** How far the reading is, with a way to stop it and to go on. */
function Going({
  state: { share, doing },
  going,
  onGoing,
}: {
  readonly state: PhotoState;
  readonly going: boolean;
  readonly onGoing: (going: boolean) => void;
}) {
  const { order, sheets } = useStation();
  const { parts } = usePiece();
  const line = 'flex items-center gap-3 border-t border-g82 bg-g93 px-4 py-1.5 text-label';
  if (order.length === 0)
    return (
      <p role="status" className={line}>
        {parts.length === 0
          ? 'The photo is read once the piece has a part that is planned.'
          : `Measuring the map, ${sheets.done} of ${sheets.of} parts. The photo follows.`}
      </p>
    );
  if (!going)
    return (
      <p className={line}>
        Stopped.
        <button type="button" className="underline underline-offset-2" onClick={() => onGoing(true)}>
          Read it
        </button>
      </p>
    );
  if (share === null) return null;
  return (
    <div role="status" className={line}>
      <span className="w-56">{doing || 'The photo is read'}</span>
      <progress aria-label="Reading the photo" value={share} max={1} className="h-1 flex-1" />
      <button type="button" className="underline underline-offset-2" onClick={() => onGoing(false)}>
        Stop
      </button>
    </div>
  );
}

/** What stands beside the photo: another one that it is held against, or itself as it would look mended. */
function thirdLook(
  mended: BothLooks | null,
  other: OtherPhoto | null,
  { beside }: BesideState,
): ThirdLook | null {
  if (other) return beside?.looks ? { name: 'The other photo', looks: beside.looks } : null;
  return mended && { name: 'Photo, mended', says: 'The photo as it would look mended', looks: mended };
}

/** Photos beside the plan, and what was done. */
export function RecordStation() {
  const piece = usePiece();
  const { order } = useStation();
  const { photo, madeAt, pick, told, tell, other, holdBeside } = useChosenPhoto();
  const [tapping, setTapping] = useState(false);
  const [going, setGoing] = useState(true);
  const [how, setHow] = useState<HowToLook>({ way: 'beside', grey: false, squinted: false, trueSize: false });
  const client = usePhotoClient();
  const state = usePhoto(client, { photo, piece, told, order, going });
  const { read } = state;
  const glancing = useGlance(photo ?? '');
  useZoomKeys(glancing.hand);
  const [chosen, choose] = useChosen(read);
  const mended = useMended(client, read, chosen);
  const besides = useBeside(client, read, piece, other);
  const open = (next: string) => {
    pick(next);
    setTapping(false);
    setGoing(true);
  };
  return (
    <div className="flex h-full max-md:flex-col max-md:overflow-y-auto max-md:bg-g88">
      {/* On a phone the photo comes right after what it is held against. */}
      <aside className="w-64 shrink-0 overflow-y-auto bg-g88 p-3 max-md:contents">
        <div className="space-y-4 max-md:p-3">
          <PhotoList chosen={photo} onChoose={open} />
          {photo !== null && <TakenFrom view={told.view} onChange={(view) => tell({ view })} />}
          {photo !== null && <HeldAgainst after={told.after} onChange={(after) => tell({ after })} />}
          {photo !== null && (
            <CardBehind key={photo} cardHex={told.cardHex} onChange={(cardHex) => tell({ cardHex })} />
          )}
        </div>
        <div className="space-y-4 pt-4 max-md:order-last max-md:p-3">
          <Diary />
          <StopOrGo />
          <PaintAnother />
        </div>
      </aside>
      <div className="flex min-w-0 flex-1 flex-col bg-g38 max-md:flex-none">
        <LookBar how={how} onHow={setHow} />
        {photo !== null && <Going state={state} going={going} onGoing={setGoing} />}
        <div
          className={`relative min-h-0 flex-1 overflow-auto p-3 max-md:flex-none ${photo === null ? '' : 'max-md:h-[60dvh]'}`}
        >
          {read?.photo && !tapping && (
            <div className="absolute right-5 bottom-5 z-10">
              <ZoomButtons zoom={glancing.hand} />
            </div>
          )}
          {photo === null ? (
            <HowToPhotograph />
          ) : tapping && read ? (
            <TapPoints
              read={read}
              onCancel={() => setTapping(false)}
              onDone={(places) => {
                tell({ places });
                setTapping(false);
              }}
            />
          ) : read?.photo ? (
            <Looks
              read={read}
              photo={read.photo}
              third={thirdLook(mended, other, besides)}
              how={how}
              glancing={glancing}
            />
          ) : (
            <NotLaid read={read} failed={state.failed} photo={photo} />
          )}
        </div>
      </div>
      {read && (
        <aside
          aria-label="What the photo shows"
          className="w-80 shrink-0 space-y-3 overflow-y-auto bg-g88 p-3 max-md:w-full max-md:overflow-visible"
        >
          <FoundInPhoto read={read} photoAt={madeAt} chosen={chosen} onChoose={choose} />
          {photo !== null && read.photo && (
            <BesideAnother photo={photo} other={other?.photo ?? null} onOther={holdBeside} state={besides} />
          )}
          {!tapping && (
            <Button look="plain" onClick={() => setTapping(true)}>
              {told.places.length > 0
                ? `Laid by ${told.places.length} places: tap others`
                : 'Tap places to lay it by'}
            </Button>
          )}
        </aside>
      )}
    </div>
  );
}

/** A photo that is not laid on the plan, or not yet. */
function NotLaid({
  read,
  failed,
  photo,
}: {
  readonly read: ReadPhoto | null;
  readonly failed: string | null;
  readonly photo: string;
}) {
  return (
    <div className="flex h-full flex-col items-center gap-3">
      {failed && <Alert>{failed}</Alert>}
      <img
        src={blobApi.address(photo)}
        alt="The photo as it was taken"
        className={`min-h-0 flex-1 object-contain ${read ? '' : 'opacity-60'}`}
      />
    </div>
  );
}
