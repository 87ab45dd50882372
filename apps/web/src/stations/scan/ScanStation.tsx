import { standInSculpts, meanConfidence, type Circle, type Spoilt } from '@pale-glint/core';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { usePieceState, usePieceStore } from '../../store/PieceContext.js';
import { Button } from '../../ui/Button.js';
import { Choice } from '../../ui/Choice.js';
import { NumberField } from '../../ui/NumberField.js';
import { useStation } from '../stationState.js';
import { addSculpt } from '../miniature/addSculpt.js';
import { failureOf, FileButton } from '../miniature/MiniatureSide.js';
import { BallPhoto } from './BallPhoto.js';
import { Progress } from './Progress.js';
import { SurfacePicture } from './Result.js';
import { SetUp } from './SetUp.js';
import { useScan } from './useScan.js';

type LampWord = 'find' | 'typed' | 'far';

const SPOILT: readonly { value: Spoilt | ''; label: string }[] = [
  { value: '', label: 'none' },
  { value: 'moved', label: 'one moved' },
  { value: 'overexposed', label: 'one burnt out' },
  { value: 'glossy', label: 'one that shines' },
  { value: 'ball lost', label: 'one without highlight' },
  { value: 'other light', label: 'one lit otherwise' },
];

const LEAST_CONFIDENCE = 0.45;

/** Why a surface is not to be painted from, in words; null for a sound one. */
function reasonNotToUse(
  { unclear, used }: { unclear: boolean; used: readonly number[] },
  confidence: number,
): string | null {
  if (unclear)
    return 'Its photos contradict each other about where the light came from, and which of them misleads cannot be told. Creases that are not there may show. Switch other lights off, see that only the lamp moves, and take them again.';
  if (confidence < LEAST_CONFIDENCE)
    return `So little is believed that folds may be wrong. ${used.length < 8 ? 'More photos, from lamps all round, help most.' : 'A lamp farther away and a darker room help most.'}`;
  return null;
}

/** The painter's own miniature as a surface, from photos under a lamp. */
export function ScanStation() {
  const store = usePieceStore();
  const { piece } = usePieceState();
  const navigate = useNavigate();
  const { select } = useStation();
  const session = useScan();
  const { photos, faults, state } = session;
  const [ball, setBall] = useState<Circle | null>(null);
  const [lamp, setLamp] = useState<LampWord>('find');
  const [lampMm, setLampMm] = useState(300);
  const [wish, setWish] = useState({ sculpt: 'breastplate', hard: false, spoilt: '' as Spoilt | '' });
  const [keep, setKeep] = useState(false);
  const [sending, setSending] = useState<string | null>(null);
  const scan = state.kind === 'scanned' ? state.scan : null;
  const busy = state.kind === 'busy';
  const torn = scan && reasonNotToUse(scan, meanConfidence(scan.sculpt));

  const take = async () => {
    if (!scan) return;
    try {
      await addSculpt(
        store,
        {
          ...scan,
          shape: null,
          from: 'lamp',
          name: 'scan',
          yMm: piece.heightMm / 2,
          photos: keep ? photos.map((p) => p.file) : [],
        },
        setSending,
      );
      select(null);
      await navigate('../parts');
    } catch (error) {
      setSending(failureOf(error));
    }
  };

  return (
    <div className="flex h-full">
      <aside
        aria-label="How to set it up"
        tabIndex={0}
        className="w-64 shrink-0 overflow-y-auto bg-g93 p-4 max-xl:w-52"
      >
        <h1 className="pb-3 text-lead font-semibold">Scan under a lamp</h1>
        <SetUp />
      </aside>
      <section
        aria-label="Photos"
        tabIndex={0}
        className="min-w-0 flex-1 space-y-4 overflow-y-auto bg-g50 p-4"
      >
        {photos.length === 0 && (
          <div className="mx-auto mt-16 max-w-md space-y-3 rounded-sm bg-g96 p-5">
            <p className="text-lead font-semibold">Six to twelve photos, one lamp, one bead</p>
            <p className="text-g28">
              Each photo from the same place, the lamp in another. The surface of your own sculpt comes out,
              fold by fold; then you only outline its parts. No camera at hand? The stand-in takes photos of
              made-up sculpts.
            </p>
          </div>
        )}
        {scan && (
          <div className="flex gap-4 bg-g96 p-4">
            <SurfacePicture
              sculpt={scan.sculpt}
              rig={piece.rig}
              show="primed"
              label="The surface under your light"
            />
            <SurfacePicture
              sculpt={scan.sculpt}
              rig={piece.rig}
              show="trust"
              label="How far it can be believed: white wholly, black not at all"
            />
          </div>
        )}
        {photos.length > 0 && (
          <ol className="grid grid-cols-[repeat(auto-fill,minmax(9.5rem,1fr))] gap-3">
            {photos.map((p, i) => (
              <li key={p.url} className="bg-g96">
                <img
                  src={p.url}
                  alt={`Photo ${i + 1}`}
                  className={`block h-28 w-full object-cover ${faults[i]?.leaveOut ? 'opacity-40' : ''}`}
                />
                <div className="space-y-0.5 px-2 py-1.5 text-label">
                  <p className="flex justify-between font-semibold">
                    Photo {i + 1}
                    <button
                      type="button"
                      disabled={busy}
                      onClick={() => session.drop(i)}
                      className="font-normal underline underline-offset-2 disabled:text-g50"
                      aria-label={`Leave photo ${i + 1} out`}
                    >
                      leave out
                    </button>
                  </p>
                  {faults[i] ? (
                    <p>
                      <span className="font-semibold">
                        {faults[i].leaveOut ? `Not used, ${faults[i].fault}: ` : `${faults[i].fault}: `}
                      </span>
                      {faults[i].message}
                    </p>
                  ) : scan ? (
                    <p className="text-g38">used</p>
                  ) : null}
                </div>
              </li>
            ))}
          </ol>
        )}
        {photos.length > 0 && (
          <div className="bg-g96 p-4">
            <BallPhoto url={photos[0].url} ball={ball ?? scan?.ball ?? null} onBall={setBall} />
          </div>
        )}
      </section>
      <aside aria-label="Scan" className="w-74 shrink-0 space-y-4 overflow-y-auto bg-g96 px-4 py-3">
        <section aria-label="The photos" className="space-y-2">
          <h2 className="text-label font-semibold">Your photos</h2>
          <FileButton
            label={photos.length > 0 ? 'Other photos' : 'Choose the photos'}
            accept="image/jpeg,image/png,.jpg,.jpeg,.png"
            many
            onFiles={(files) => session.put(files)}
          />
        </section>
        <section aria-label="Stand-in camera" className="space-y-1">
          <h2 className="text-label font-semibold">Or the stand-in camera</h2>
          <Choice
            label="It looks at"
            value={wish.sculpt}
            options={standInSculpts.map((s) => ({ value: s.id, label: s.label }))}
            onChange={(sculpt) => setWish({ ...wish, sculpt })}
          />
          <Choice
            label="Its bench"
            value={wish.hard ? 'hard' : 'mild'}
            options={[
              { value: 'mild', label: 'a good one' },
              { value: 'hard', label: 'bright room, near lamp' },
            ]}
            onChange={(v) => setWish({ ...wish, hard: v === 'hard' })}
          />
          <Choice
            label="A spoilt photo"
            value={wish.spoilt}
            options={SPOILT}
            onChange={(spoilt) => setWish({ ...wish, spoilt })}
          />
          <Button look="plain" disabled={busy} onClick={() => void session.standIn(wish)}>
            Take eight photos
          </Button>
        </section>
        <section aria-label="What is known" className="space-y-1">
          <h2 className="text-label font-semibold">What you know</h2>
          <NumberField
            label="Bead across"
            unit="mm"
            value={session.ballMm}
            min={1}
            max={40}
            step={0.1}
            onChange={session.setBallMm}
          />
          <Choice<LampWord>
            label="Lamp's distance"
            value={lamp}
            options={[
              { value: 'find', label: 'found from the card' },
              { value: 'typed', label: 'measured' },
              { value: 'far', label: 'far, over a metre' },
            ]}
            onChange={setLamp}
          />
          {lamp === 'typed' && (
            <NumberField
              label="Lamp to miniature"
              unit="mm"
              value={lampMm}
              min={80}
              max={3000}
              step={10}
              onChange={setLampMm}
            />
          )}
        </section>
        {busy ? (
          <Progress what={state.what} doing={state.doing} share={state.share} onStop={session.stop} />
        ) : (
          <Button
            disabled={photos.length < 4}
            onClick={() => void session.scan(ball, lamp === 'typed' ? lampMm : lamp)}
          >
            Scan {photos.length > 0 ? `${photos.length} photos` : ''}
          </Button>
        )}
        {state.kind === 'failed' && (
          <p role="alert" className="bg-g10 px-3 py-2 text-label text-g98">
            {state.message}
          </p>
        )}
        {scan && (
          <section aria-label="What came of it" className="space-y-2 border-t border-g72 pt-3">
            <p className="text-lead font-semibold">
              Believed {Math.round(meanConfidence(scan.sculpt) * 100)} %
            </p>
            {torn && (
              <p role="alert" className="bg-g10 px-3 py-2 text-label text-g98">
                {torn}
              </p>
            )}
            <p className="text-label text-g28">
              From {scan.used.length} of {photos.length} photos; {scan.widthMm.toFixed(1)} ×{' '}
              {scan.heightMm.toFixed(1)} mm; the room gave {Math.round(scan.ambient * 100)} % of the lamp's
              light; {scan.lampMm === null ? 'the lamp was far' : `lamp ${scan.lampMm} mm away`}.
            </p>
            <p className="text-label text-g28">
              Hard for it: deep hollows, where parts throw light on each other, come out shallower; steep
              sides are a guess; shine and bare metal mislead it.
            </p>
            <label className="flex items-center gap-2 text-label">
              <input
                type="checkbox"
                className="size-4 accent-g10"
                checked={keep}
                onChange={(e) => setKeep(e.target.checked)}
              />
              Keep the photos with it
            </label>
            <Button onClick={() => void take()}>Put it under the parts</Button>
            {sending && (
              <p role="status" className="text-label">
                {sending}
              </p>
            )}
          </section>
        )}
      </aside>
    </div>
  );
}
