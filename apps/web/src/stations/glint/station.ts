import { activeFindings, focalRank, squintOrder } from '@pale-glint/core';
import type { StationDefinition } from '../definition.js';

const ordinal = (n: number) =>
  `${n}${['th', 'st', 'nd', 'rd'][n % 10 > 3 || Math.floor((n % 100) / 10) === 1 ? 0 : n % 10]}`;

export const glintStation: StationDefinition = {
  path: 'glint',
  name: 'Glint map',
  mapFirst: true,
  page: () => import('./GlintStation.js').then((m) => m.GlintStation),
  /** What is to look at, or whether the focal part leads at a squint. */
  state: ({ piece, sheets }) => {
    if (piece.parts.length === 0) return 'nothing to light yet';
    if (!sheets.settled) return `measuring ${sheets.done} of ${sheets.of}`;
    const open = activeFindings(sheets.findings).length;
    if (open > 0) return `${open} to look at`;
    const rank = focalRank(piece, squintOrder(piece, sheets.sheets));
    if (rank === null) return 'no focal part';
    return rank === 1 ? 'focal part leads' : `focal part ${ordinal(rank)} lightest`;
  },
};
