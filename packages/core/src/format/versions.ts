import { AS_THE_PIECE, FIRST_APPROACH, VERSION } from '../piece/index.js';

type Json = Record<string, unknown>;
/** One step of the way to the present version: a pure function from the version it is listed under to the next. */
type Migration = (piece: Json) => Json;

const isObject = (value: unknown): value is Json =>
  value !== null && typeof value === 'object' && !Array.isArray(value);
/** The same list with each object changed; anything else is left for the checker to refuse. */
const each = (value: unknown, change: (item: Json) => Json): unknown =>
  Array.isArray(value) ? value.map((item: unknown) => (isObject(item) ? change(item) : item)) : value;

/** What forms gained in version 2, set so that an older form stays as it was. */
const FORMS_2: Readonly<Record<string, Json>> = {
  tube: { section: 'round', bowMm: 0, swell: 0, swellAt: 0.5 },
  dome: { ridgeDeg: 0, rimMm: 0 },
};

/** Version 2: more of tubes and domes, neighbours near or far, tint and fall-off (none, as before). */
const toVersion2: Migration = (piece) => ({
  ...piece,
  version: 2,
  parts: each(piece['parts'], (part) => {
    const { form } = part;
    return isObject(form) ? { ...part, form: { ...form, ...FORMS_2[String(form['kind'])] } } : part;
  }),
  rig: isObject(piece['rig'])
    ? {
        ...piece['rig'],
        tint: 0,
        fallOff: 0,
        neighbours: each(piece['rig']['neighbours'], ({ clockHours, heightDeg, sizeDeg, ...rest }) => ({
          ...rest,
          where: { kind: 'far', clockHours, heightDeg, sizeDeg },
        })),
      }
    : piece['rig'],
});

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
const toVersion3: Migration = (piece) => ({
  ...piece,
  version: 3,
  approach: { ...FIRST_APPROACH },
  critique: { limits: [], quiet: [] },
  parts: each(piece['parts'], (part) => ({
    ...part,
    approach: { ...AS_THE_PIECE },
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

/** Version 4: a photo under the parts, and surfaces that parts are cut from. */
const toVersion4: Migration = (piece) => ({ ...piece, version: 4, underlay: null, sculpts: [] });

/** Version 5: the shape of a 3D file is kept with its surface; ladders know their metal, steps the value they aim at. */
const toVersion5: Migration = (piece) => ({
  ...piece,
  version: 5,
  sculpts: each(piece['sculpts'], (s) => ({ ...s, shape: null })),
  ladders: each(piece['ladders'], (l) => ({
    ...l,
    metal: null,
    steps: each(l['steps'], (s) => ({ ...s, value: null, settled: 'no' })),
  })),
});

/** What paints gained with version 6: nothing of them was measured before. */
const measured = (paint: Json): Json => ({ ...paint, contrast: null, strength: null });

/** Version 6: a ladder knows the approach by which it is laid, until now dark first; paints may be measured. */
const toVersion6: Migration = (piece) => ({
  ...piece,
  version: 6,
  paints: each(piece['paints'], measured),
  ladders: each(piece['ladders'], ({ id, name, metal, ...rest }) => ({
    id,
    name,
    metal,
    school: 'dark-first',
    ...rest,
  })),
});

/** Version 7: the main light has a shape; sculpted plates have seams and may fork. */
const toVersion7: Migration = (piece) => ({
  ...piece,
  version: 7,
  rig: isObject(piece['rig']) ? { ...piece['rig'], lamp: 'round' } : piece['rig'],
  parts: each(piece['parts'], (part) =>
    isObject(part['form']) && part['form']['kind'] === 'relief'
      ? { ...part, form: { ...part['form'], barrel: 'one', seams: [] } }
      : part,
  ),
});

/** Migrations by the version they start from. */
const migrations: ReadonlyMap<number, Migration> = new Map([
  [1, toVersion2],
  [2, toVersion3],
  [3, toVersion4],
  [4, toVersion5],
  [5, toVersion6],
  [6, toVersion7],
]);

/** An older file brought to the present version, step by step. The present version comes back as it is. */
export function migrate(piece: Record<string, unknown>): Record<string, unknown> {
  let at = piece;
  for (let v = Number(piece['version']); v < VERSION; v++) {
    const next = migrations.get(v);
    if (!next) throw new RangeError(`version: ${v} cannot be read any more`);
    at = next(at);
  }
  return at;
}

/** An older shelf brought to the present version. */
export const migrateShelf = (shelf: Json): Json =>
  shelf['version'] === 1
    ? {
        ...shelf,
        version: 2,
        brushes: [],
        paints: each(shelf['paints'], ({ code, left, notes, ...paint }) => ({
          ...measured(paint),
          code,
          left,
          notes,
        })),
      }
    : shelf;
