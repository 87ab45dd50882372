import { LEAST_PHOTOS } from '@pale-glint/core';
import { useState } from 'react';
import { Alert } from '../../ui/Alert.js';
import { Button } from '../../ui/Button.js';
import { Check } from '../../ui/Check.js';
import type { ScanDone } from '../../workers/scan.worker.js';

/** Beyond this error folds may be wrong. */
const MOST_DEG = 6;
/** Fewer photos than this are better added to than taken again. */
const FEW_PHOTOS = 8;

/** Why a surface is not to be painted from, in words; null for a sound one. */
function reasonNotToUse({ unclear, used, expectedDeg }: ScanDone): string | null {
  if (unclear)
    return (
      'Its photos contradict each other about where the light came from, and which of them misleads ' +
      'cannot be told. Creases that are not there may show. Switch other lights off, see that only ' +
      'the lamp moves, and take them again.'
    );
  if (expectedDeg > MOST_DEG)
    return (
      'It is off so far that folds may be wrong. ' +
      `${used.length < FEW_PHOTOS ? 'More photos, from lamps all round, help most.' : 'A lamp farther away and a darker room help most.'}`
    );
  return null;
}

/** What an error of so many degrees means at the bench. */
const meant = (deg: number): string =>
  deg < 3
    ? 'a glint will lie where the map puts it'
    : deg < MOST_DEG
      ? 'zones keep their form; a glint may lie a little beside'
      : 'take the broad light and dark from it, no more';

interface ScanResultProps {
  readonly scan: ScanDone;
  /** How many photos there were. */
  readonly of: number;
  readonly status: string | null;
  readonly onTake: (keepPhotos: boolean) => void;
}

/** How good a surface is, and the way to take it over. */
export function ScanResult({ scan, of, status, onTake }: ScanResultProps) {
  const [keep, setKeep] = useState(false);
  const reason = reasonNotToUse(scan);
  return (
    <section aria-label="What came of it" className="space-y-2 border-t border-g72 pt-3">
      <p className="text-lead font-semibold">Slopes off by about {scan.expectedDeg.toFixed(1)}°</p>
      <p>In the mean over the primer: {meant(scan.expectedDeg)}.</p>
      {scan.used.length === LEAST_PHOTOS && (
        <Alert>
          Four photos cannot check each other: a lamp that stood elsewhere than the bead shows would not be
          noticed. One more lets them.
        </Alert>
      )}
      {scan.oddHeightMm !== null && (
        <Alert>
          By this bead the picture is {Math.round(scan.oddHeightMm)} mm high, which no miniature is. Is its
          width right, and is the ring round the bead?
        </Alert>
      )}
      {reason && <Alert>{reason}</Alert>}
      <p className="text-label text-g28">
        From {scan.used.length} of {of} photos; {scan.widthMm.toFixed(1)} × {scan.heightMm.toFixed(1)} mm; the
        room gave {Math.round(scan.ambient * 100)} % of the lamp's light;{' '}
        {scan.lampMm === null ? 'the lamp was far' : `lamp ${scan.lampMm} mm away`}.
      </p>
      <p className="text-label text-g28">
        Hard for it: deep hollows, where parts throw light on each other, come out shallower; steep sides are
        a guess; shine and bare metal mislead it.
      </p>
      <Check checked={keep} onChange={setKeep}>
        Keep the photos with it
      </Check>
      <Button onClick={() => onTake(keep)}>Put it under the parts</Button>
      {status && (
        <p role="status" className="text-label">
          {status}
        </p>
      )}
    </section>
  );
}
