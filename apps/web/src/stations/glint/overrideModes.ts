/** What the hand is busy with on the map. */
export const HAND_MODES = [
  {
    value: 'bands',
    label: 'Bands, dots',
    description: 'Take hold of a light: its middle moves it, the side handles widen it, the ring leans it.',
  },
  {
    value: 'borders',
    label: 'Borders',
    description: 'Press on a border of the part and pull it where you want it.',
  },
  { value: 'hold', label: 'Hold', description: 'Press a place of the part to hold it at one value.' },
  {
    value: 'cuts',
    label: 'Cuts',
    description: 'Draw a stroke on the part: a cut, dark, with its far lip lit.',
  },
] as const;
export type HandMode = (typeof HAND_MODES)[number]['value'];

/** A band taken in hand. */
export interface BandInHand {
  readonly facet: number;
  readonly band: number;
}
