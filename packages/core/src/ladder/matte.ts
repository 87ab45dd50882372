import { hexToLab, type Lab } from '../colour/index.js';

/** Five tones of a matte colour from deep fold to full light; a value 0..1 runs over them. */
export function matteTones(hex: string): Lab[] {
  const c = hexToLab(hex);
  const tone = (l: number, chroma: number): Lab => ({ l, a: c.a * chroma, b: c.b * chroma });
  return [
    tone(c.l * 0.3, 0.7),
    tone(c.l * 0.62, 0.9),
    c,
    tone(c.l + (100 - c.l) * 0.16, 1),
    tone(c.l + (100 - c.l) * 0.34, 0.92),
  ];
}
