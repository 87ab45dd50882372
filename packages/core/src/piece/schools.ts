/** The ways of laying a metal that this program knows: ordinary paint first, then true metal. */
export const SCHOOLS = [
  'dark-first',
  'middle-out',
  'sketch-then-smooth',
  'thin-glazes',
  'textured',
  'gloss-black',
  'wash-and-lift',
  'layered-flake',
  'gold-over-undertone',
  'tinted-metal',
  'flake-lit-as-painted',
] as const;
export type SchoolId = (typeof SCHOOLS)[number];
