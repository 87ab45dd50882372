import { VERSION } from '../piece/index.js';

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

/** Migrations by the version they start from. */
const migrations: ReadonlyMap<number, Migration> = new Map([[1, toVersion2]]);

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
