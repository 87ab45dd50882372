import type { Paint } from '../piece/index.js';

/** Paints that show their own colour where they cover: no flakes, no mediums, nothing that is thin by nature. */
export const covering = (paints: readonly Paint[]): Paint[] => paints.filter((p) => p.kind === 'paint');
