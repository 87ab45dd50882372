import {
  counted,
  expectedDegOf,
  sculptsOf,
  viewIn,
  withSurfaceMoved,
  type PieceSculpt,
} from '@pale-glint/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { blobApi, blobKeys } from '../../api/blobs.js';
import { failureOf } from '../../api/http.js';
import { usePiece } from '../../store/PieceContext.js';
import { NumberField } from '../../ui/NumberField.js';
import { useSeen } from '../stationState.js';
import { layOnPhoto } from './layOnPhoto.js';
import { chip, Section, type SectionProps } from './Section.js';
import { cutTool, regionTool } from './tapTools.js';

const megabytes = (bytes: number) => `${(bytes / 1048576).toFixed(1)} MB`;

interface SculptLineProps extends SectionProps {
  readonly sculpt: PieceSculpt;
}

/** One surface: how large, how far to be believed, and what is done with it. */
function SculptLine({ sculpt: s, begin, on, propose }: SculptLineProps) {
  const { store, figureView } = on;
  const { parts } = usePiece();
  const { data: blobs } = useQuery({ queryKey: blobKeys, queryFn: blobApi.list, staleTime: 0 });
  const sizeOf = (hashes: readonly string[]) =>
    hashes.reduce((n, h) => n + (blobs?.find((b) => b.hash === h)?.bytes ?? 0), 0);
  const change = (recipe: (s: PieceSculpt) => void) =>
    store.change((d) => recipe(viewIn(d, figureView).sculpts.find((o) => o.id === s.id)!));
  const used = parts.filter((p) => p.form.kind === 'sculpt' && p.form.sculpt === s.surface).length;
  return (
    <div className="space-y-1.5 border-b border-g82 pb-2">
      <p className="font-semibold">{s.name}</p>
      <p className="text-label text-g28">
        {s.widthMm.toFixed(0)} × {s.heightMm.toFixed(0)} mm,{' '}
        {s.from === 'lamp'
          ? `scanned under a lamp, slopes off by about ${expectedDegOf(s.trust).toFixed(1)}°`
          : 'from a 3D file'}
        , {used === 0 ? 'no part' : counted(used, 'part')} cut from it,{' '}
        {megabytes(sizeOf([s.surface, ...(s.shape ? [s.shape] : []), ...s.photos]))}
      </p>
      <div className="flex flex-wrap gap-1.5">
        <button type="button" className={chip} onClick={() => propose(s)}>
          Propose its parts
        </button>
        <button type="button" className={chip} onClick={() => begin(regionTool(on, s))}>
          Tap a region
        </button>
        <button type="button" className={chip} onClick={() => begin(cutTool(on, s))}>
          Outline a part
        </button>
        <button
          type="button"
          className={`${chip} disabled:text-g50`}
          disabled={used > 0}
          title={used > 0 ? 'parts are cut from it; remove them first' : undefined}
          onClick={() =>
            store.change((d) => {
              const view = viewIn(d, figureView);
              view.sculpts = view.sculpts.filter((o) => o.id !== s.id);
            })
          }
        >
          Take it away
        </button>
        {s.shape && (
          <>
            <Link to={`../parts/mesh?shape=${s.shape}`} className={`${chip} inline-flex items-center`}>
              From another side
            </Link>
            <button type="button" className={chip} onClick={() => change((o) => void (o.shape = null))}>
              Let its shape go
            </button>
          </>
        )}
        {s.photos.length > 0 && (
          <button type="button" className={chip} onClick={() => change((o) => void (o.photos = []))}>
            Let its {s.photos.length} photos go
          </button>
        )}
      </div>
      <OnPhoto sculpt={s} on={on} />
    </div>
  );
}

/** Where a surface lies on the photo of the same side: found by itself, or set by hand. What is cut from it goes along. */
function OnPhoto({ sculpt: s, on }: Pick<SculptLineProps, 'sculpt' | 'on'>) {
  const { store, figureView } = on;
  const [{ underlay }] = useSeen().views;
  const [said, setSaid] = useState<string | null>(null);
  if (!underlay) return null;
  const move = (to: Pick<PieceSculpt, 'xMm' | 'yMm'>, gesture?: string) =>
    store.edit((now) => withSurfaceMoved(now, figureView, s.id, to), gesture);
  const lay = async () => {
    setSaid('Looking where it lies on the photo');
    try {
      const laid = await layOnPhoto(underlay, s.surface);
      if (laid) move(laid);
      setSaid(
        laid
          ? 'It lies on the photo.'
          : 'It does not show by itself where it lies on the photo. Scale the photo first, or set both numbers.',
      );
    } catch (error) {
      setSaid(failureOf(error));
    }
  };
  return (
    <>
      <NumberField
        label="To the right"
        why="Where the middle of the surface lies, to the right of the foot of the piece."
        unit="mm"
        value={s.xMm}
        min={-1000}
        max={1000}
        step={0.1}
        onChange={(xMm) => move({ xMm, yMm: s.yMm }, `${s.id}/across`)}
        onEnd={() => store.endGesture()}
      />
      <NumberField
        label="Up"
        why="Where the middle of the surface lies, up from the foot of the piece."
        unit="mm"
        value={s.yMm}
        min={-1000}
        max={1000}
        step={0.1}
        onChange={(yMm) => move({ xMm: s.xMm, yMm }, `${s.id}/up`)}
        onEnd={() => store.endGesture()}
      />
      <button type="button" className={chip} onClick={() => void lay()}>
        Lay it on the photo
      </button>
      {said && (
        <p role="status" className="text-label text-g28">
          {said}
        </p>
      )}
    </>
  );
}

/** The miniature's own surface under a view: from a lamp scan, or from a 3D file. */
export function SculptSection({ begin, on, propose }: SectionProps) {
  const whole = usePiece();
  const [{ sculpts, turnDeg }] = useSeen().views;
  // A 3D file that was kept with another view is seen from this side at one press.
  const kept = sculpts.length === 0 ? sculptsOf(whole).find((o) => o.shape !== null) : undefined;
  return (
    <Section title="Its own surface">
      {sculpts.length === 0 && (
        <p className="text-label text-g28">
          From six to twelve photos under a lamp, or from a 3D file: every fold where it is on yours.
        </p>
      )}
      {sculpts.map((s) => (
        <SculptLine key={s.id} sculpt={s} begin={begin} on={on} propose={propose} />
      ))}
      {kept && (
        <Link
          to={`../parts/mesh?shape=${kept.shape}&turn=${turnDeg}`}
          className={`${chip} inline-flex items-center`}
        >
          {kept.name}, seen from here
        </Link>
      )}
      <div className="flex flex-wrap gap-2">
        <Link
          to="../parts/scan"
          className="inline-flex min-h-9 items-center rounded-sm bg-g10 px-3.5 text-label font-semibold text-g98 hover:bg-g28"
        >
          Scan under a lamp
        </Link>
        <Link
          to="../parts/mesh"
          className="inline-flex min-h-9 items-center rounded-sm bg-g98 px-3.5 text-label font-semibold ring-1 ring-g72 hover:ring-g38"
        >
          From a 3D file
        </Link>
      </div>
    </Section>
  );
}
