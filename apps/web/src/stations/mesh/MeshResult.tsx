import { sculptSize } from '@pale-glint/core';
import { Button } from '../../ui/Button.js';
import type { MadeMesh } from '../../workers/mesh.worker.js';

interface MeshResultProps {
  readonly made: MadeMesh;
  /** Whether the painter asked for its shape to be kept. */
  readonly keep: boolean;
  readonly status: string | null;
  readonly onTake: () => void;
}

/** What came of a side of the shape. */
export function MeshResult({ made, keep, status, onTake }: MeshResultProps) {
  const [widthMm, heightMm] = sculptSize(made.sculpt);
  return (
    <section aria-label="What came of it" className="space-y-2 border-t border-g72 pt-3">
      <p className="text-label text-g28">
        {widthMm.toFixed(1)} × {heightMm.toFixed(1)} mm, {made.sculpt.pxPerMm.toFixed(0)} points a mm. What it
        mirrors of itself is darkened.{' '}
        {made.shape
          ? 'Its shape is kept with the piece, to be taken from other sides.'
          : keep
            ? 'Its shape is too large to keep: for another side, open the file again.'
            : 'Its shape is not kept: for another side, open the file again.'}
      </p>
      <Button onClick={onTake}>Put it under the parts</Button>
      {status && (
        <p role="status" className="text-label">
          {status}
        </p>
      )}
    </section>
  );
}
