import { useQuery } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { blobApi, blobKeys } from '../../api/blobs.js';
import { failureOf } from '../../api/http.js';
import { usePieceState, usePieceStore } from '../../store/PieceContext.js';
import { Button } from '../../ui/Button.js';
import { Check } from '../../ui/Check.js';
import { FileButton } from '../../ui/FileButton.js';
import { NumberField } from '../../ui/NumberField.js';
import { SliderField } from '../../ui/SliderField.js';
import { addPhoto } from './addPhoto.js';
import { cutTool, partTool, regionTool, scaleTool, straightenTool, type TapTool } from './tapTools.js';
import { tapTools } from './taps.js';

const BASES = [25, 28.5, 32, 40, 50, 60] as const;
const megabytes = (bytes: number) => `${(bytes / 1048576).toFixed(1)} MB`;
const chip =
  'min-h-8 whitespace-nowrap rounded-sm bg-g98 px-2.5 text-label font-semibold ring-1 ring-g72 hover:bg-g10 hover:text-g98';

function Section({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section aria-label={title} className="space-y-2">
      <h2 className="pt-1 text-label font-semibold">{title}</h2>
      {children}
    </section>
  );
}

interface TapRowProps {
  readonly action: string;
  readonly onTap: () => void;
  readonly children: ReactNode;
}

/** A number, and what is done with it by tapping on the picture. */
function TapRow({ action, onTap, children }: TapRowProps) {
  return (
    <div className="flex items-end gap-2">
      <div className="min-w-0 flex-1">{children}</div>
      <button type="button" className={chip} onClick={onTap}>
        {action}
      </button>
    </div>
  );
}

/** How large the photo is: by the width of the base, or by two places whose distance is known. */
function ScaleFields({ begin }: { begin: (tool: TapTool) => void }) {
  const store = usePieceStore();
  const [lengthMm, setLength] = useState(30);
  const [baseMm, setBase] = useState(32);
  const scale = (mm: number, base: boolean) => begin(scaleTool(store, mm, base));
  return (
    <>
      <p className="text-label text-g28">
        Scale it by the base: choose its width, then tap both of its ends.
      </p>
      <div className="flex flex-wrap gap-1.5">
        {BASES.map((mm) => (
          <button key={mm} type="button" className={chip} onClick={() => scale(mm, true)}>
            {mm}
          </button>
        ))}
      </div>
      <TapRow action="Tap its ends" onTap={() => scale(baseMm, true)}>
        <NumberField
          label="Another base"
          unit="mm"
          value={baseMm}
          min={5}
          max={300}
          step={0.5}
          onChange={setBase}
        />
      </TapRow>
      <TapRow action="Tap both" onTap={() => scale(lengthMm, false)}>
        <NumberField
          label="Two places"
          unit="mm"
          value={lengthMm}
          min={0.5}
          max={500}
          step={0.5}
          onChange={setLength}
        />
      </TapRow>
    </>
  );
}

function PhotoSection({ begin }: { begin: (tool: TapTool) => void }) {
  const store = usePieceStore();
  const { piece } = usePieceState();
  const [state, setState] = useState<string | null>(null);
  const u = piece.underlay;
  const take = async (file: File) => {
    setState('Sending the photo');
    try {
      await addPhoto(store, file);
      setState(null);
    } catch (error) {
      setState(failureOf(error));
    }
  };
  const change = (recipe: (u: NonNullable<typeof piece.underlay>) => void, gesture?: string) =>
    store.change((d) => recipe(d.underlay!), gesture);
  const end = () => store.endGesture();
  return (
    <Section title="A photo under the parts">
      {!u && (
        <p className="text-label text-g28">
          Taken from where the finished miniature will be seen. Parts are then tapped on it.
        </p>
      )}
      {u && (
        <>
          <ScaleFields begin={begin} />
          <TapRow action="Stand it straight" onTap={() => begin(straightenTool(store))}>
            <NumberField
              label="Turned by"
              unit="°"
              value={u.turnDeg}
              min={-180}
              max={180}
              step={1}
              onChange={(v) => change((p) => void (p.turnDeg = v), 'photo/turn')}
              onEnd={end}
            />
          </TapRow>
          <SliderField
            label="Photo shows"
            value={u.shows}
            onChange={(v) => change((p) => void (p.shows = v), 'photo/shows')}
            onEnd={end}
          />
          <SliderField
            label="Map over it"
            value={u.map}
            onChange={(v) => change((p) => void (p.map = v), 'photo/map')}
            onEnd={end}
          />
          <Check
            checked={u.grey === 'yes'}
            onChange={(grey) => change((p) => void (p.grey = grey ? 'yes' : 'no'))}
          >
            Without its colours
          </Check>
        </>
      )}
      <div className="flex gap-2">
        <FileButton
          label={u ? 'Another photo' : 'Choose a JPEG or PNG'}
          accept="image/jpeg,image/png,image/heic,.jpg,.jpeg,.png,.heic"
          onFiles={([f]) => void take(f)}
        />
        {u && (
          <Button look="plain" onClick={() => store.change((d) => void (d.underlay = null))}>
            Take it away
          </Button>
        )}
      </div>
      {state && (
        <p role="status" className="bg-g10 px-2 py-1 text-label text-g98">
          {state}
        </p>
      )}
    </Section>
  );
}

function SculptSection({ begin }: { begin: (tool: TapTool) => void }) {
  const store = usePieceStore();
  const { piece } = usePieceState();
  const { data: blobs } = useQuery({ queryKey: blobKeys, queryFn: blobApi.list, staleTime: 0 });
  const sizeOf = (hashes: readonly string[]) =>
    hashes.reduce((n, h) => n + (blobs?.find((b) => b.hash === h)?.bytes ?? 0), 0);
  return (
    <Section title="Its own surface">
      {piece.sculpts.length === 0 && (
        <p className="text-label text-g28">
          From six to twelve photos under a lamp, or from a 3D file: every fold where it is on yours.
        </p>
      )}
      {piece.sculpts.map((s) => {
        const used = piece.parts.filter(
          (p) => p.form.kind === 'sculpt' && p.form.sculpt === s.surface,
        ).length;
        return (
          <div key={s.id} className="space-y-1.5 border-b border-g82 pb-2">
            <p className="font-semibold">{s.name}</p>
            <p className="text-label text-g28">
              {s.widthMm.toFixed(0)} × {s.heightMm.toFixed(0)} mm,{' '}
              {s.from === 'lamp' ? 'scanned under a lamp' : 'from a 3D file'}, believed{' '}
              {Math.round(s.trust * 100)} %, {used} {used === 1 ? 'part' : 'parts'} cut from it,{' '}
              {megabytes(sizeOf([s.surface, ...(s.shape ? [s.shape] : []), ...s.photos]))}
            </p>
            <div className="flex flex-wrap gap-1.5">
              <button type="button" className={chip} onClick={() => begin(regionTool(store, s))}>
                Tap a region
              </button>
              <button type="button" className={chip} onClick={() => begin(cutTool(store, s))}>
                Outline a part
              </button>
              <button
                type="button"
                className={`${chip} disabled:text-g50`}
                disabled={used > 0}
                title={used > 0 ? 'parts are cut from it; remove them first' : undefined}
                onClick={() => store.change((d) => void (d.sculpts = d.sculpts.filter((o) => o.id !== s.id)))}
              >
                Take it away
              </button>
              {s.shape && (
                <>
                  <Link to={`../parts/mesh?shape=${s.shape}`} className={`${chip} inline-flex items-center`}>
                    From another side
                  </Link>
                  <button
                    type="button"
                    className={chip}
                    onClick={() =>
                      store.change((d) => void (d.sculpts.find((o) => o.id === s.id)!.shape = null))
                    }
                  >
                    Let its shape go
                  </button>
                </>
              )}
              {s.photos.length > 0 && (
                <button
                  type="button"
                  className={chip}
                  onClick={() =>
                    store.change((d) => void (d.sculpts.find((o) => o.id === s.id)!.photos = []))
                  }
                >
                  Let its {s.photos.length} photos go
                </button>
              )}
            </div>
          </div>
        );
      })}
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

/** The painter's own miniature: what lies under the parts, and how parts are made from it. */
export function MiniatureSide({ begin, full }: { begin: (tool: TapTool) => void; full: string | null }) {
  const store = usePieceStore();
  const { piece } = usePieceState();
  const under = piece.underlay !== null || piece.sculpts.length > 0;
  return (
    <aside
      aria-label="Your miniature"
      className="w-74 shrink-0 space-y-4 relative overflow-y-auto bg-g96 px-4 py-3"
    >
      <p className="text-lead font-semibold">Your miniature</p>
      {under && (
        <Section title="Tap a part on it">
          {full ? (
            <p className="text-label text-g28">{full}</p>
          ) : (
            <div className="flex flex-wrap gap-1.5">
              {tapTools.map((t) => (
                <button key={t.id} type="button" className={chip} onClick={() => begin(partTool(store, t))}>
                  {t.label}
                </button>
              ))}
            </div>
          )}
        </Section>
      )}
      <PhotoSection begin={begin} />
      <SculptSection begin={begin} />
    </aside>
  );
}
