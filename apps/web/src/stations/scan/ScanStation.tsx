import { trustOf, type Circle, type Sculpt } from '@pale-glint/core';
import { useState } from 'react';
import { usePieceState } from '../../store/PieceContext.js';
import { Alert } from '../../ui/Alert.js';
import { Button } from '../../ui/Button.js';
import { FileButton } from '../../ui/FileButton.js';
import { useTakeSculpt } from '../miniature/useTakeSculpt.js';
import { BallPhoto } from './BallPhoto.js';
import { Progress } from './Progress.js';
import { SurfacePicture } from './Result.js';
import { KnownFields, StandInCamera, type LampDistance } from './ScanInputs.js';
import { ScanPhotos, ScanStart } from './ScanPhotos.js';
import { ScanResult } from './ScanResult.js';
import { SetUp } from './SetUp.js';
import { useScan } from './useScan.js';

const LEAST_PHOTOS = 4;

/** The surface as it is lit, and how far it can be believed. */
function ScannedPictures({ sculpt }: { sculpt: Sculpt }) {
  const { rig } = usePieceState().piece;
  return (
    <div className="flex gap-4 bg-g96 p-4">
      <SurfacePicture sculpt={sculpt} rig={rig} show="primed" label="The surface under your light" />
      <SurfacePicture
        sculpt={sculpt}
        rig={rig}
        show="confidence"
        label="How far it can be believed: white wholly, black not at all"
      />
    </div>
  );
}

/** The painter's own miniature as a surface, from photos under a lamp. */
export function ScanStation() {
  const { piece } = usePieceState();
  const session = useScan();
  const { photos, faults, state } = session;
  const [ball, setBall] = useState<Circle | null>(null);
  const [lamp, setLamp] = useState<LampDistance>('find');
  const [lampMm, setLampMm] = useState(300);
  const { status, take } = useTakeSculpt();
  const scan = state.kind === 'scanned' ? state.scan : null;
  const busy = state.kind === 'busy';
  // Shown after a failure as well: a ring that lies elsewhere is the reason.
  const taken = ball ?? scan?.ball ?? (state.kind === 'failed' ? state.ball : null);
  return (
    <div className="flex h-full max-md:flex-col max-md:overflow-y-auto">
      <aside
        aria-label="How to set it up"
        tabIndex={0}
        className="relative w-64 shrink-0 overflow-y-auto bg-g93 p-4 max-xl:w-52 max-md:order-last max-md:w-full max-md:overflow-visible"
      >
        <h1 className="pb-3 text-lead font-semibold">Scan under a lamp</h1>
        <SetUp />
      </aside>
      <section
        aria-label="Photos"
        tabIndex={0}
        className="relative min-w-0 flex-1 space-y-4 overflow-y-auto bg-g50 p-4 max-md:flex-none max-md:overflow-visible"
      >
        {photos.length === 0 && <ScanStart />}
        {scan && <ScannedPictures sculpt={scan.sculpt} />}
        {photos.length > 0 && (
          <>
            <ScanPhotos
              photos={photos}
              faults={faults}
              scanned={scan !== null}
              busy={busy}
              onDrop={session.drop}
            />
            <div className="bg-g96 p-4">
              <BallPhoto url={photos[0].url} ball={taken} onBall={setBall} />
            </div>
          </>
        )}
      </section>
      <aside
        aria-label="Scan"
        className="relative w-74 shrink-0 space-y-4 overflow-y-auto bg-g96 px-4 py-3 max-md:w-full max-md:overflow-visible"
      >
        <section aria-label="The photos" className="space-y-2">
          <h2 className="text-label font-semibold">Your photos</h2>
          <FileButton
            label={photos.length > 0 ? 'Other photos' : 'Choose the photos'}
            accept="image/jpeg,image/png,.jpg,.jpeg,.png"
            many
            onFiles={(files) => session.put(files)}
          />
        </section>
        <StandInCamera busy={busy} onTake={(request) => void session.standIn(request)} />
        <KnownFields
          ballMm={session.ballMm}
          onBall={session.setBallMm}
          lamp={lamp}
          onLamp={setLamp}
          lampMm={lampMm}
          onLampMm={setLampMm}
        />
        {busy ? (
          <Progress what={state.what} doing={state.doing} share={state.share} onStop={session.stop} />
        ) : (
          <Button
            disabled={photos.length < LEAST_PHOTOS}
            onClick={() => void session.scan(ball, lamp === 'typed' ? lampMm : lamp)}
          >
            Scan {photos.length > 0 ? `${photos.length} photos` : ''}
          </Button>
        )}
        {state.kind === 'failed' && <Alert>{state.message}</Alert>}
        {scan && (
          <ScanResult
            scan={scan}
            of={photos.length}
            status={status}
            onTake={(keepPhotos) =>
              void take({
                ...scan,
                shape: null,
                from: 'lamp',
                trust: trustOf(scan.expectedDeg),
                name: 'scan',
                yMm: piece.heightMm / 2,
                photos: keepPhotos ? photos.map((p) => p.file) : [],
              })
            }
          />
        )}
      </aside>
    </div>
  );
}
