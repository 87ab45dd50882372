import type { PhotoFault } from '@pale-glint/core';
import type { ScanPhotoFile } from './useScan.js';

/** What stands there before photos are chosen. */
export function ScanStart() {
  return (
    <div className="mx-auto mt-16 max-w-md space-y-3 rounded-sm bg-g96 p-5">
      <p className="text-lead font-semibold">Six to twelve photos, one lamp, one bead</p>
      <p className="text-g28">
        Each photo from the same place, the lamp in another. The surface of your own sculpt comes out, fold by
        fold; then you only outline its parts. No camera at hand? The stand-in takes photos of made-up
        sculpts.
      </p>
    </div>
  );
}

interface ScanPhotosProps {
  readonly photos: readonly ScanPhotoFile[];
  readonly faults: readonly (PhotoFault | null)[];
  /** Whether a surface was made from them: then sound ones are marked as used. */
  readonly scanned: boolean;
  readonly busy: boolean;
  readonly onDrop: (index: number) => void;
}

/** The photos, each with what is wrong with it. */
export function ScanPhotos({ photos, faults, scanned, busy, onDrop }: ScanPhotosProps) {
  return (
    <ol className="grid grid-cols-[repeat(auto-fill,minmax(9.5rem,1fr))] gap-3">
      {photos.map((p, i) => {
        const fault = faults[i];
        return (
          <li key={p.url} className="bg-g96">
            <img
              src={p.url}
              alt={`Photo ${i + 1}`}
              className={`block h-36 w-full bg-g18 object-contain ${fault?.leaveOut ? 'opacity-40' : ''}`}
            />
            <div className="space-y-0.5 px-2 py-1.5 text-label">
              <p className="flex justify-between font-semibold">
                Photo {i + 1}
                <button
                  type="button"
                  disabled={busy}
                  onClick={() => onDrop(i)}
                  className="font-normal underline underline-offset-2 disabled:text-g50"
                  aria-label={`Leave photo ${i + 1} out`}
                >
                  leave out
                </button>
              </p>
              {fault && (
                <p>
                  <span className="font-semibold">
                    {fault.leaveOut ? `Not used, ${fault.fault}: ` : `${fault.fault}: `}
                  </span>
                  {fault.message}
                </p>
              )}
              {!fault && scanned && <p className="text-g38">used</p>}
            </div>
          </li>
        );
      })}
    </ol>
  );
}
