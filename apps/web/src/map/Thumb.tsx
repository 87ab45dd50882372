import { SURROUND, type Piece } from '@pale-glint/core';
import { useEffect, useRef, useState } from 'react';
import { askBitmap } from '../workers/mapClient.js';
import type { AfterLayer, MapView } from '../workers/protocol.js';

interface ThumbProps {
  readonly piece: Piece;
  readonly part?: string | null;
  /** Of a part many times as long as broad its middle alone. */
  readonly closeUp?: boolean;
  /** The side that it is seen from; the first that has a part by default. */
  readonly figureView?: string;
  readonly width: number;
  readonly height: number;
  readonly view?: MapView;
  readonly after?: AfterLayer | null;
  readonly surroundHex?: string;
  readonly className?: string;
  /** What it shows, for those who cannot see it; empty where the text beside says it. */
  readonly alt?: string;
  /** Waits this long for the piece to rest before it is drawn again. */
  readonly restMs?: number;
}

/** A small picture computed from the real map. */
export function Thumb({
  piece,
  part = null,
  closeUp = false,
  figureView = '',
  width,
  height,
  view = 'painted',
  after = null,
  surroundHex = SURROUND,
  className = '',
  alt = '',
  restMs = 250,
}: ThumbProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const drawn = useRef(false);
  const [failed, setFailed] = useState(false);
  const role = after?.role;
  const step = after?.step;
  const ladder = after?.ladder ?? null;

  useEffect(() => {
    const unwanted = new AbortController();
    const { signal } = unwanted;
    const scale = Math.min(2, window.devicePixelRatio || 1);
    const timer = setTimeout(
      () => {
        askBitmap(
          {
            piece,
            part,
            ...(closeUp ? { closeUp } : {}),
            figureView,
            width: Math.round(width * scale),
            height: Math.round(height * scale),
            view,
            after: role && step ? { ladder, role, step } : null,
            surroundHex,
          },
          signal,
        )
          .then((bitmap) => {
            const c = canvas.current;
            if (signal.aborted || !c) return;
            c.width = bitmap.width;
            c.height = bitmap.height;
            c.getContext('2d')!.drawImage(bitmap, 0, 0);
            c.dataset['ready'] = 'yes';
            drawn.current = true;
            setFailed(false);
          })
          .catch(() => signal.aborted || setFailed(true));
      },
      drawn.current ? restMs : 0,
    );
    return () => {
      unwanted.abort();
      clearTimeout(timer);
    };
  }, [piece, part, closeUp, figureView, width, height, view, role, step, ladder, surroundHex, restMs]);

  return (
    <canvas
      ref={canvas}
      style={{ width, height, background: surroundHex }}
      className={`block shrink-0 rounded-sm ${className}`}
      role={alt ? 'img' : undefined}
      aria-label={alt || undefined}
      aria-hidden={alt ? undefined : true}
      data-failed={failed || undefined}
    />
  );
}
