/** The last few hundred compute times of parts on the map, for the bench and for whoever looks: `window.paleGlint.timings`. */
export interface Timing {
  readonly part: string;
  readonly ms: number;
}

const MOST = 2000;
const timings: Timing[] = [];

declare global {
  interface Window {
    paleGlint?: {
      timings: Timing[];
      settles: number[];
      critiques: number[];
      opened: number[];
      ordered: number[];
    };
  }
}
/** How long each map took from its last asking until it stood, in ms. */
const settles: number[] = [];
/** How long each critique of the whole piece took in its worker, in ms. */
const critiques: number[] = [];
/** How long the first rough picture of a piece took, and the sheets of a whole piece until its order stood, in ms. */
const opened: number[] = [];
const ordered: number[] = [];
window.paleGlint = { timings, settles, critiques, opened, ordered };

export const noteCritique = (ms: number): void => void critiques.push(ms);
export const noteOpened = (ms: number): void => void opened.push(ms);
export const noteOrdered = (ms: number): void => void ordered.push(ms);
export const noteSettled = (ms: number): void => void settles.push(ms);

export function noteTiming(part: string, ms: number): void {
  timings.push({ part, ms });
  if (timings.length > MOST) timings.splice(0, timings.length - MOST);
}
