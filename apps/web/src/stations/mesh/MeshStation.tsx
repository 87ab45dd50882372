import { capital, clamp, rigSeen, sculptsOf, sculptSize, viewIn, type Piece } from '@pale-glint/core';
import type { MeshView } from '@pale-glint/core/mesh';
import { useEffect, useState } from 'react';
import { useSearchParams } from 'react-router';
import { blobApi } from '../../api/blobs.js';
import { failureOf } from '../../api/http.js';
import { usePieceState } from '../../store/PieceContext.js';
import { Alert } from '../../ui/Alert.js';
import { Button } from '../../ui/Button.js';
import { Check } from '../../ui/Check.js';
import { FileButton } from '../../ui/FileButton.js';
import { useTakeSculpt } from '../miniature/useTakeSculpt.js';
import { useStation } from '../stationState.js';
import { Progress } from '../scan/Progress.js';
import { heightUntold, SideFields, SizeField } from './MeshFields.js';
import { MeshPicture, MeshStart } from './MeshPicture.js';
import { MeshResult } from './MeshResult.js';
import { useMesh, type MeshWork } from './useMesh.js';

const STRAIGHT = { yawDeg: 0, pitchDeg: 0, rollDeg: 0 };

/** The side that is looked from; it follows the kind of file until the painter says how it stands. */
function useView(piece: Piece, { opened, look }: MeshWork) {
  const [query] = useSearchParams();
  const yawDeg = clamp(Math.round(Number(query.get('turn') ?? 0)) || 0, -180, 180);
  // Null until the painter says how tall it is.
  const first = { ...STRAIGHT, yawDeg, heightMm: null };
  const [turn, setTurn] = useState<Omit<MeshView, 'up'>>(first);
  const [stands, setStands] = useState<MeshView['up'] | null>(null);
  const up = stands ?? opened?.up ?? 'z';
  const heightOf = (way: MeshView['up']) =>
    opened ? heightUntold(opened.tall[way], piece.heightMm) : piece.heightMm;
  const view: MeshView = { ...turn, up, heightMm: turn.heightMm ?? heightOf(up) };
  useEffect(() => {
    if (!opened) return;
    const heightMm = heightUntold(opened.tall[opened.up], piece.heightMm);
    look({ ...STRAIGHT, yawDeg, up: opened.up, heightMm });
  }, [opened, look, yawDeg, piece.heightMm]);
  return {
    view,
    change: (over: Partial<MeshView>) => {
      const { up: way, ...rest } = { ...view, ...over };
      if (over.up) setStands(way);
      const heightMm = over.heightMm ?? turn.heightMm;
      setTurn({ ...rest, heightMm });
      look({ ...rest, up: way, heightMm: heightMm ?? heightOf(way) });
    },
    reset: () => {
      setStands(null);
      setTurn(first);
    },
  };
}

/** Opens a shape that was kept with the piece, to be seen from another side: the address names it. */
function useKeptShape(piece: Piece, open: MeshWork['open'], fail: (message: string) => void): void {
  const [query] = useSearchParams();
  const again =
    sculptsOf(piece).find((s) => s.shape !== null && s.shape === query.get('shape'))?.shape ?? null;
  useEffect(() => {
    if (!again) return;
    let late = false;
    fetch(blobApi.address(again))
      .then((r) => (r.ok ? r.blob() : Promise.reject(new Error('Its shape is not on the server any more.'))))
      .then((shape) => {
        if (!late) open(shape, 'shape');
      })
      .catch((e: unknown) => fail(failureOf(e)));
    return () => {
      late = true;
    };
  }, [again, open, fail]);
}

/** The painter's own miniature as a surface, from a 3D file. */
export function MeshStation() {
  const { piece } = usePieceState();
  const { figureView } = useStation();
  const work = useMesh();
  const { opened, glance, made, busy, message, open, make, stop } = work;
  const { view, change, reset } = useView(piece, work);
  const { status, setStatus, take } = useTakeSculpt();
  const [keep, setKeep] = useState(true);
  useKeptShape(piece, open, setStatus);
  const sculpt = made?.sculpt ?? glance;
  return (
    <div className="flex h-full max-md:flex-col max-md:overflow-y-auto">
      <section
        aria-label="As it will be seen"
        className="relative grid min-w-0 flex-1 place-items-center overflow-hidden bg-g50 p-6 max-md:min-h-[54dvh] max-md:flex-none max-md:p-3"
      >
        {sculpt ? (
          <MeshPicture
            sculpt={sculpt}
            rig={rigSeen(piece.rig, viewIn(piece, figureView))}
            view={view}
            label={made ? 'Every point of it, ready' : 'Pull it round; what is seen is what is taken'}
            onTurn={change}
          />
        ) : (
          <MeshStart />
        )}
      </section>
      <aside
        aria-label="3D file"
        className="relative w-74 shrink-0 space-y-4 overflow-y-auto bg-g96 px-4 py-3 max-md:w-full max-md:overflow-visible"
      >
        <h1 className="text-lead font-semibold">From a 3D file</h1>
        <FileButton
          label={opened ? 'Another file' : 'Choose a file'}
          accept=".stl,.obj,.ply,.glb,.gltf"
          onFiles={([f]) => {
            reset();
            open(f, f.name);
          }}
        />
        {opened && (
          <>
            <p className="text-label text-g28">{opened.triangles.toLocaleString('en')} triangles.</p>
            {opened.notes.map((s) => (
              <p key={s} className="text-label text-g28">
                {capital(s)}.
              </p>
            ))}
            <SideFields view={view} onChange={change} />
            <SizeField opened={opened} view={view} heightMm={piece.heightMm} onChange={change} />
          </>
        )}
        {opened && !made && (
          <Check checked={keep} onChange={setKeep}>
            Keep its shape with the piece
          </Check>
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
        {message && <Alert>{message}</Alert>}
        {made && (
          <MeshResult
            made={made}
            keep={keep}
            status={status}
            onTake={() =>
              void take({
                ...made,
                from: 'mesh',
                trust: 1,
                name: '3D file',
                yMm: sculptSize(made.sculpt)[1] / 2,
                photos: [],
              })
            }
          />
        )}
      </aside>
    </div>
  );
}
