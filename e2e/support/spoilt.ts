import { lockKeepersArm, type Piece } from '@pale-glint/core';

/** The arm with two things done by hand that a critique names and can put right. */
export const spoiltArm: Piece = {
  ...lockKeepersArm,
  adjustments: [
    { id: 'bounce-1', part: 'elbow', kind: 'bounce', peak: 0.9, gap: 0.6 },
    { id: 'edge-1', part: 'blade', kind: 'edge', value: 0.9 },
  ],
};
