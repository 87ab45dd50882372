import type { Bounds, Picture } from '@pale-glint/core';
import { useEffect, useState, type CSSProperties } from 'react';
import { SwitchBar } from '../ui/SwitchBar.js';
import { BLINK_KEY } from './blinkKey.js';

/** How the photo under the parts and the map are held against each other. */
export type CompareWay = 'map' | 'over' | 'divided' | 'difference';

const WAYS: readonly { value: CompareWay; label: string; description: string }[] = [
  { value: 'map', label: 'Map', description: `the map alone; ${BLINK_KEY} held shows the photo` },
  {
    value: 'over',
    label: 'On the photo',
    description: 'the map over the photo, as strongly as Parts has it',
  },
  {
    value: 'divided',
    label: 'Divided',
    description: 'the photo on one side of a line, the map on the other',
  },
  { value: 'difference', label: 'Difference', description: 'black where both agree' },
];

/** Photo and map as they are compared now. */
export interface Comparing {
  readonly way: CompareWay;
  readonly setWay: (way: CompareWay) => void;
  /** Where the line stands, as a share of the photo's width. */
  readonly line: number;
  readonly setLine: (line: number) => void;
  /** Whether the photo alone is shown, while its key is held. */
  readonly blink: boolean;
}

/**
 * @param first how they are shown at first
 * @param tapped whether places are tapped on the photo: it has to be seen then, however it was compared with before
 */
export function useComparing(first: CompareWay, tapped: boolean): Comparing {
  const [way, setWay] = useState(first);
  const [line, setLine] = useState(0.5);
  const [blink, setBlink] = useState(false);
  useEffect(() => {
    const inField = (e: KeyboardEvent) => /^(INPUT|TEXTAREA|SELECT)$/.test((e.target as Element).tagName);
    const key = (held: boolean) => (e: KeyboardEvent) => {
      if (e.key === BLINK_KEY && !(held && inField(e))) setBlink(held);
    };
    const [down, up, away] = [key(true), key(false), () => setBlink(false)];
    window.addEventListener('keydown', down);
    window.addEventListener('keyup', up);
    window.addEventListener('blur', away);
    return () => {
      window.removeEventListener('keydown', down);
      window.removeEventListener('keyup', up);
      window.removeEventListener('blur', away);
    };
  }, []);
  return { way: tapped ? 'over' : way, setWay, line, setLine, blink };
}

/** Whether the photo lies over the map, where it is held against it side by side, or alone. */
export const isPhotoOver = ({ way, blink }: Comparing): boolean => blink || way === 'divided';

/** How the map lies over the photo. @param strength how strongly it covers where it is laid on the photo, 0..1 */
export function mapOver({ way }: Comparing, strength: number): CSSProperties {
  if (way === 'difference') return { mixBlendMode: 'difference' };
  return way === 'over' ? { opacity: strength } : {};
}

/** What of the photo lies over the map: all of it, or up to the line. @param photo what it takes up, in mm */
export function photoOver({ line, blink }: Comparing, photo: Bounds, picture: Picture): CSSProperties {
  if (blink) return {};
  const wide = picture.width / picture.pxPerMm;
  const atMm = photo.left + line * (photo.right - photo.left) - picture.leftMm;
  return { clipPath: `inset(0 ${(100 * (1 - atMm / wide)).toFixed(2)}% 0 0)` };
}

/** Chooses how photo and map are compared. */
export function PhotoCompare({ way, setWay, line, setLine }: Comparing) {
  return (
    <div className="flex items-center gap-3 rounded-sm bg-g10">
      {way === 'divided' && (
        <input
          type="range"
          aria-label="Where the line stands"
          className="ml-2 w-32 accent-g98"
          min={0}
          max={100}
          value={Math.round(100 * line)}
          onChange={(e) => setLine(Number(e.target.value) / 100)}
        />
      )}
      <SwitchBar label="Photo and map" value={way} options={WAYS} onChange={setWay} />
    </div>
  );
}
