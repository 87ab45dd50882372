import { clamp, sculptSize } from '@pale-glint/core';
import type { MeshView } from '@pale-glint/core/mesh';
import { useEffect, useRef, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { blobApi } from '../../api/blobs.js';
import { usePieceState, usePieceStore } from '../../store/PieceContext.js';
import { Button } from '../../ui/Button.js';
import { Choice } from '../../ui/Choice.js';
import { NumberField } from '../../ui/NumberField.js';
import { useStation } from '../stationState.js';
import { addSculpt } from '../miniature/addSculpt.js';
import { failureOf, FileButton } from '../miniature/MiniatureSide.js';
import { Progress } from '../scan/Progress.js';
import { SurfacePicture } from '../scan/Result.js';
import { useMesh } from './useMesh.js';

const SIDES = [
  { label: 'From the front', yawDeg: 0, pitchDeg: 0 },
  { label: 'Its left', yawDeg: -90, pitchDeg: 0 },
  { label: 'Its right', yawDeg: 90, pitchDeg: 0 },
  { label: 'The back', yawDeg: 180, pitchDeg: 0 },
  { label: 'From above', yawDeg: 0, pitchDeg: 35 },
] as const;
const STRAIGHT = { yawDeg: 0, pitchDeg: 0, rollDeg: 0 };
const DEG_PER_PX = 0.5;
/** Millimetres that a miniature can be; other numbers are asked about. */
const likely = (mm: number) => mm >= 5 && mm <= 400;
const turned = (deg: number) => ((Math.round(deg) + 540) % 360) - 180;

/** The painter's own miniature as a surface, from a 3D file. */
export function MeshStation() {
  const store = usePieceStore();
  const { piece } = usePieceState();
  const navigate = useNavigate();
  const { select } = useStation();
  const { opened, glance, made, busy, message, open, look, make, stop } = useMesh();
  const [turn, setTurn] = useState<Omit<MeshView, 'up'>>({ ...STRAIGHT, heightMm: piece.heightMm });
  // As its file's kind usually stands, until the painter says otherwise.
  const [stands, setStands] = useState<MeshView['up'] | null>(null);
  const [keep, setKeep] = useState(true);
  const [sending, setSending] = useState<string | null>(null);
  const hand = useRef<{ x: number; y: number; view: MeshView } | null>(null);
  const view: MeshView = { ...turn, up: stands ?? opened?.up ?? 'z' };
  const change = (over: Partial<MeshView>) => {
    const next = { ...view, ...over };
    const { up: standsNow, ...rest } = next;
    if (over.up) setStands(standsNow);
    setTurn(rest);
    look(next);
  };
  useEffect(() => {
    if (opened) look({ ...STRAIGHT, up: opened.up, heightMm: piece.heightMm });
  }, [opened, look, piece.heightMm]);
  const take3d = (file: Blob, name: string) => {
    setStands(null);
    setTurn({ ...STRAIGHT, heightMm: piece.heightMm });
    open(file, name);
  };
  // A shape that was kept with the piece, to be seen from another side.
  const [query] = useSearchParams();
  const again = piece.sculpts.find((s) => s.shape !== null && s.shape === query.get('shape'))?.shape ?? null;
  useEffect(() => {
    if (!again) return;
    let late = false;
    fetch(blobApi.address(again))
      .then(async (r) =>
        r.ok ? r.blob() : Promise.reject(new Error('Its shape is not on the server any more.')),
      )
      .then((shape) => {
        if (!late) open(shape, 'shape');
      })
      .catch((e: unknown) => setSending(failureOf(e)));
    return () => {
      late = true;
    };
  }, [again, open]);
  const up = view.up;
  const tall = opened?.tall[up] ?? 0;
  const sculpt = made?.sculpt ?? glance;

  const take = async () => {
    if (!made) return;
    try {
      const [, heightMm] = sculptSize(made.sculpt);
      await addSculpt(
        store,
        { ...made, from: 'mesh', name: '3D file', yMm: heightMm / 2, photos: [] },
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
      <section
        aria-label="As it will be seen"
        className="relative grid min-w-0 flex-1 place-items-center overflow-hidden bg-g50 p-6"
      >
        {sculpt ? (
          <div
            className="w-full max-w-3xl cursor-grab touch-none"
            data-testid="mesh"
            onPointerDown={(e) => {
              e.currentTarget.setPointerCapture(e.pointerId);
              hand.current = { x: e.clientX, y: e.clientY, view };
            }}
            onPointerMove={(e) => {
              const from = hand.current;
              if (!from) return;
              change({
                yawDeg: turned(from.view.yawDeg + (e.clientX - from.x) * DEG_PER_PX),
                pitchDeg: clamp(Math.round(from.view.pitchDeg + (e.clientY - from.y) * DEG_PER_PX), -90, 90),
              });
            }}
            onPointerUp={() => (hand.current = null)}
          >
            <SurfacePicture
              sculpt={sculpt}
              rig={piece.rig}
              show="primed"
              label={made ? 'Every point of it, ready' : 'Pull it round; what is seen is what is taken'}
              tall
            />
          </div>
        ) : (
          <div className="max-w-md space-y-3 rounded-sm bg-g96 p-5">
            <p className="text-lead font-semibold">From a 3D file</p>
            <p className="text-g28">
              STL, OBJ, PLY or glTF with everything inside. It is turned to the side you will paint for,
              sized, and its surface taken as the eye sees it from there.
            </p>
          </div>
        )}
      </section>
      <aside aria-label="3D file" className="w-74 shrink-0 space-y-4 overflow-y-auto bg-g96 px-4 py-3">
        <h1 className="text-lead font-semibold">From a 3D file</h1>
        <FileButton
          label={opened ? 'Another file' : 'Choose a file'}
          accept=".stl,.obj,.ply,.glb,.gltf"
          onFiles={([f]) => take3d(f, f.name)}
        />
        {opened && (
          <>
            <p className="text-label text-g28">{opened.triangles.toLocaleString('en')} triangles.</p>
            {opened.notes.map((s) => (
              <p key={s} className="text-label text-g28">
                {s[0].toUpperCase() + s.slice(1)}.
              </p>
            ))}
            <section aria-label="Side" className="space-y-1.5">
              <h2 className="text-label font-semibold">Seen from</h2>
              <div className="flex flex-wrap gap-1.5">
                {SIDES.map(({ label, ...side }) => (
                  <button
                    key={label}
                    type="button"
                    onClick={() => change(side)}
                    className="min-h-8 rounded-sm bg-g98 px-2.5 text-label font-semibold ring-1 ring-g72 hover:bg-g10 hover:text-g98"
                  >
                    {label}
                  </button>
                ))}
              </div>
              <Choice
                label="In its file it stands along"
                value={view.up}
                options={[
                  { value: 'z', label: 'z' },
                  { value: 'y', label: 'y' },
                ]}
                onChange={(v) => change({ up: v })}
              />
              <NumberField
                label="Turned to the right"
                unit="°"
                value={view.yawDeg}
                min={-180}
                max={180}
                step={1}
                onChange={(v) => change({ yawDeg: v })}
              />
              <NumberField
                label="Looked at from above"
                unit="°"
                value={view.pitchDeg}
                min={-90}
                max={90}
                step={1}
                onChange={(v) => change({ pitchDeg: v })}
              />
              <NumberField
                label="Leans"
                unit="°"
                value={view.rollDeg}
                min={-180}
                max={180}
                step={1}
                onChange={(v) => change({ rollDeg: v })}
              />
            </section>
            <section aria-label="Size" className="space-y-1.5">
              <h2 className="text-label font-semibold">Size</h2>
              <NumberField
                label="As tall as"
                unit="mm"
                value={view.heightMm ?? piece.heightMm}
                min={1}
                max={1000}
                step={1}
                onChange={(v) => change({ heightMm: v })}
              />
              <p className="text-label text-g28">
                {likely(tall)
                  ? `In its file it is ${Number(tall.toPrecision(3))} tall, ${Math.abs(tall - (view.heightMm ?? tall)) < 0.5 ? 'the same' : 'which may be mm'}.`
                  : `In its file it is ${Number(tall.toPrecision(3)).toLocaleString('en')} tall: no miniature in mm. Say above how tall it is.`}
                {likely(tall) && Math.abs(tall - (view.heightMm ?? tall)) >= 0.5 && (
                  <button
                    type="button"
                    className="ml-1 underline underline-offset-2"
                    onClick={() => change({ heightMm: Number(tall.toFixed(2)) })}
                  >
                    Take that
                  </button>
                )}
              </p>
            </section>
          </>
        )}
        {opened && !made && (
          <label className="flex items-center gap-2 text-label">
            <input
              type="checkbox"
              className="size-4 accent-g10"
              checked={keep}
              onChange={(e) => setKeep(e.target.checked)}
            />
            Keep its shape with the piece
          </label>
        )}
        {busy ? (
          <Progress
            what={opened ? 'Taking its surface' : 'Opening the file'}
            doing={busy.doing}
            share={busy.share}
            onStop={stop}
          />
        ) : (
          opened && !made && <Button onClick={() => make(view, keep)}>Take it from this side</Button>
        )}
        {message && (
          <p role="alert" className="bg-g10 px-3 py-2 text-label text-g98">
            {message}
          </p>
        )}
        {made && (
          <section aria-label="What came of it" className="space-y-2 border-t border-g72 pt-3">
            <p className="text-label text-g28">
              {(made.sculpt.width / made.sculpt.pxPerMm).toFixed(1)} ×{' '}
              {(made.sculpt.height / made.sculpt.pxPerMm).toFixed(1)} mm, {made.sculpt.pxPerMm.toFixed(0)}{' '}
              points a mm. What it mirrors of itself is darkened.{' '}
              {made.shape
                ? 'Its shape is kept with the piece, to be taken from other sides.'
                : keep
                  ? 'Its shape is too large to keep: for another side, open the file again.'
                  : 'Its shape is not kept: for another side, open the file again.'}
            </p>
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
