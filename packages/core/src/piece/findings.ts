/** Everything that can be found wrong with a map before it is painted. Ids are stable: files name them. */
export const FINDINGS = [
  'contrast',
  'too-little-light',
  'washed-out',
  'equal-bands',
  'block-bands',
  'ridge-meeting',
  'edges-only',
  'bounce-too-bright',
  'no-gap',
  'even-edges',
  'wrong-lip',
  'dome-strip',
  'scoop-as-dome',
  'light-off',
  'flat-figure',
  'value-jump',
  'too-narrow',
] as const;
export type FindingId = (typeof FINDINGS)[number];
