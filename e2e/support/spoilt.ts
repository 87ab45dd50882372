import { sluiceWarden, type Piece } from '@pale-glint/core';

/** The warden with two things done by hand that a critique names and can put right. */
export const spoiltWarden: Piece = {
  ...sluiceWarden,
  wear: [],
  adjustments: [
    { id: 'bounce-1', part: 'pauldron-left', kind: 'bounce', peak: 0.9, gap: 0.6 },
    { id: 'edge-1', part: 'blade', kind: 'edge', value: 0.9 },
  ],
};
