import { values, type PhotoFindingDefinition } from './definition.js';

/** Where the patterns agree less, another light was painted altogether. */
const AGREES = 0.5;

export const gapFilled: PhotoFindingDefinition = {
  id: 'gap-filled',
  label: 'dark between lights filled',
  unit: 'of value',
  limit: 6.5,
  lookFrom: 5,
  explainedBy: ['missed-part'],
  measure: (r) =>
    r.thick && r.gapFilledBy !== null && r.agreement >= AGREES ? Math.max(0, r.gapFilledBy) : null,
  tell: (r) =>
    `has its darkest places ${values(r.gapFilledBy ?? 0)} lighter than planned beside the rest of it`,
};
