import { each, isObject, type Json, type Migration } from './json.js';

/** Light options of a piece, and of a part that follows it, as they were when version 3 brought them. */
const APPROACH_3: Json = {
  edges: 'all',
  bounce: 'gap',
  blade: 'tilt',
  glints: 'white',
  surroundings: 'coloured',
};
const PART_APPROACH_3: Json = {
  light: null,
  edges: null,
  bounce: null,
  blade: null,
  glints: null,
  surroundings: null,
};
/** What blades gained in version 3, set so that an older one stays as it was. */
const BLADE_3: Json = { edges: 'two', curveMm: 0, fullerMm: 0, fullerTo: 0.6, notches: [] };
const MOST_NOTES = 500;

/** Version 2 kept adjustments without applying them, and without saying which band they meant: they become notes. */
function asNotes(adjustments: unknown): Json[] {
  if (!Array.isArray(adjustments)) return [];
  return adjustments.filter(isObject).map((a, i) => ({
    id: `from-version-2-${i + 1}`,
    part: typeof a['part'] === 'string' ? a['part'] : null,
    text: `A change by hand from an older file, to make again: ${JSON.stringify(a)}`.slice(0, 4000),
  }));
}

/** Version 3: more of blades, approaches, a critique with its settings, adjustments that are applied. */
export const toVersion3: Migration = (piece) => ({
  ...piece,
  version: 3,
  approach: { ...APPROACH_3 },
  critique: { limits: [], quiet: [] },
  parts: each(piece['parts'], (part) => ({
    ...part,
    approach: { ...PART_APPROACH_3 },
    form:
      isObject(part['form']) && part['form']['kind'] === 'blade'
        ? { ...part['form'], ...BLADE_3 }
        : part['form'],
    finish:
      isObject(part['finish']) && part['finish']['kind'] === 'metal'
        ? { ...part['finish'], composition: 0 }
        : part['finish'],
  })),
  adjustments: [],
  notes: Array.isArray(piece['notes'])
    ? [...(piece['notes'] as unknown[]), ...asNotes(piece['adjustments'])].slice(0, MOST_NOTES)
    : piece['notes'],
});
