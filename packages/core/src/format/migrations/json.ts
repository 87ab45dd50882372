export type Json = Record<string, unknown>;

/** One step of the way to the present version: a pure function from the version it is listed under to the next. */
export type Migration = (piece: Json) => Json;

export const isObject = (value: unknown): value is Json =>
  value !== null && typeof value === 'object' && !Array.isArray(value);

/** The same list with each object changed; anything else is left for the checker to refuse. */
export const each = (value: unknown, change: (item: Json) => Json): unknown =>
  Array.isArray(value) ? value.map((item: unknown) => (isObject(item) ? change(item) : item)) : value;
