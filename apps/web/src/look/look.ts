import { SURROUND } from '@pale-glint/core';
import { useSyncExternalStore } from 'react';

/** What the map stands on. */
export const SURROUNDS = {
  dark: { label: 'Dark', hex: '#2c2c2c' },
  mid: { label: 'Mid', hex: SURROUND },
  light: { label: 'Light', hex: '#cccccc' },
} as const;
export type Surround = keyof typeof SURROUNDS;

/** How the picture is held: what is around it, mirrored, turned by quarters counter-clockwise. */
export interface Look {
  readonly surround: Surround;
  readonly mirrored: boolean;
  readonly quarters: number;
}

const KEY = 'pale-glint/look';
const FIRST: Look = { surround: 'mid', mirrored: false, quarters: 0 };

function kept(): Look {
  try {
    const { surround, mirrored, quarters } = JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Look>;
    return {
      surround: surround && surround in SURROUNDS ? surround : FIRST.surround,
      mirrored: mirrored === true,
      quarters: Number.isInteger(quarters) ? quarters! & 3 : 0,
    };
  } catch {
    return FIRST;
  }
}

let look = kept();
const listeners = new Set<() => void>();

/** Changes how the picture is held, for every picture of the map at once; kept in this browser. */
export function setLook(over: Partial<Look>): void {
  look = { ...look, ...over };
  try {
    localStorage.setItem(KEY, JSON.stringify(look));
  } catch {
    // Storage full or forbidden: it holds until the page is closed.
  }
  listeners.forEach((l) => l());
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

export const useLook = (): Look => useSyncExternalStore(subscribe, () => look);

const ORDER = Object.keys(SURROUNDS) as Surround[];
export const nextSurround = () =>
  setLook({ surround: ORDER[(ORDER.indexOf(look.surround) + 1) % ORDER.length] });
export const turnPicture = () => setLook({ quarters: (look.quarters + 1) & 3 });
export const mirrorPicture = () => setLook({ mirrored: !look.mirrored });

/** The look as a CSS transform. */
export const transformOf = ({ mirrored, quarters }: Look): string =>
  `${mirrored ? 'scaleX(-1) ' : ''}rotate(${-90 * quarters}deg)`;
