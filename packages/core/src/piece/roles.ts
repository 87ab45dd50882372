/** The jobs a step of the painting order can do. */
export const ROLES = [
  'undercoat',
  'base',
  'wash',
  'value',
  'glaze',
  'varnish',
  'smoothing',
  'bounce',
  'tint',
  'lining',
  'edges',
  'glints',
  'matte',
  'wear',
  'glow',
] as const;
