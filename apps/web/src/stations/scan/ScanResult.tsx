import { meanConfidence } from '@pale-glint/core';
import { useState } from 'react';
import { Alert } from '../../ui/Alert.js';
import { Button } from '../../ui/Button.js';
import { Check } from '../../ui/Check.js';
import type { ScanDone } from '../../workers/scan.worker.js';

/** A surface that is believed less than this is warned about. */
const LEAST_CONFIDENCE = 0.45;
/** Fewer photos than this are better added to than taken again. */
const FEW_PHOTOS = 8;

/** Why a surface is not to be painted from, in words; null for a sound one. */
function reasonNotToUse({ unclear, used }: ScanDone, confidence: number): string | null {
  if (unclear)
    return (
      'Its photos contradict each other about where the light came from, and which of them misleads ' +
      'cannot be told. Creases that are not there may show. Switch other lights off, see that only ' +
      'the lamp moves, and take them again.'
    );
  if (confidence < LEAST_CONFIDENCE)
    return (
      'So little is believed that folds may be wrong. ' +
      `${used.length < FEW_PHOTOS ? 'More photos, from lamps all round, help most.' : 'A lamp farther away and a darker room help most.'}`
    );
  return null;
}

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
  const confidence = meanConfidence(scan.sculpt);
  const reason = reasonNotToUse(scan, confidence);
  return (
    <section aria-label="What came of it" className="space-y-2 border-t border-g72 pt-3">
      <p className="text-lead font-semibold">Believed {Math.round(confidence * 100)} %</p>
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
