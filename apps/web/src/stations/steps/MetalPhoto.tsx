import { Alert } from '../../ui/Alert.js';
import { labToHex, metalFromColours, plain, type Lab, type Metal, type Pixel } from '@pale-glint/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { FileButton } from '../../ui/FileButton.js';
import { useBitmap } from '../../ui/useBitmap.js';
import { swatchClient } from '../../workers/swatchClient.js';

/** A metal after a photo of one: tapped dark to light, or anyhow. */
export function MetalPhoto({ onMetal }: { onMetal: (metal: Metal | null) => void }) {
  const client = useMemo(() => swatchClient(), []);
  const [bitmap, setBitmap] = useState<ImageBitmap | null>(null);
  const canvas = useBitmap(bitmap);
  const [taps, setTaps] = useState<readonly Pixel[]>([]);
  const [labs, setLabs] = useState<readonly Lab[]>([]);
  const [message, setMessage] = useState<string | null>(null);
  useEffect(() => client.end, [client]);
  const failed = (error: unknown) => setMessage(error instanceof Error ? error.message : String(error));
  const open = (file: Blob) =>
    client.ask('open', file).then((opened) => {
      setMessage(null);
      setTaps([]);
      setLabs([]);
      setBitmap(opened.bitmap);
    }, failed);
  useEffect(() => {
    if (taps.length > 0) client.ask('sample', taps).then(setLabs, failed);
  }, [taps, client]);
  const told = useRef('');
  useEffect(() => {
    let metal: Metal | null = null;
    try {
      metal = labs.length > 1 ? metalFromColours(labs) : null;
    } catch {
      // Taps of one value tell no path yet: the words below ask for more.
    }
    if ((metal?.id ?? '') === told.current) return;
    told.current = metal?.id ?? '';
    onMetal(metal);
  }, [labs, onMetal]);
  return (
    <div className="space-y-1">
      <FileButton
        label={bitmap ? 'Another photo' : 'Open a photo of the metal'}
        accept="image/jpeg,image/png"
        onFiles={([file]) => void open(file)}
      />
      {message && <Alert className="px-2 py-1">{message}</Alert>}
      {bitmap && (
        <>
          <canvas
            ref={canvas}
            role="img"
            aria-label="Photo of the metal: tap its darks, its lights and what lies between"
            className="max-h-60 w-full cursor-crosshair object-contain"
            onClick={(e) => {
              const box = e.currentTarget.getBoundingClientRect();
              const scale = Math.min(box.width / bitmap.width, box.height / bitmap.height);
              const x = (e.clientX - box.left - (box.width - bitmap.width * scale) / 2) / scale;
              const y = (e.clientY - box.top - (box.height - bitmap.height * scale) / 2) / scale;
              if (x >= 0 && y >= 0 && x < bitmap.width && y < bitmap.height) setTaps([...taps, [x, y]]);
            }}
          />
          <div className="flex flex-wrap items-center gap-1 text-label">
            {[...labs]
              .sort((a, b) => a.l - b.l)
              .map((l, i) => (
                <span
                  key={i}
                  className="px-1.5 py-0.5"
                  style={{ background: labToHex(l), color: l.l > 55 ? '#111111' : '#f9f9f9' }}
                >
                  {plain(l.l, 0)}
                </span>
              ))}
            {taps.length > 0 && (
              <button
                type="button"
                className="underline underline-offset-2"
                onClick={() => {
                  setTaps([]);
                  setLabs([]);
                }}
              >
                begin again
              </button>
            )}
          </div>
          <p className="text-label text-g28">
            Tap its darks, its lights and some between: three or more. Colours are taken as the camera saw
            them.
          </p>
        </>
      )}
    </div>
  );
}
