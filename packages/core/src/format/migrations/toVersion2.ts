import { each, isObject, type Json, type Migration } from './json.js';

/** What forms gained in version 2, set so that an older form stays as it was. */
const FORMS_2: Readonly<Record<string, Json>> = {
  tube: { section: 'round', bowMm: 0, swell: 0, swellAt: 0.5 },
  dome: { ridgeDeg: 0, rimMm: 0 },
};

/** Version 2: more of tubes and domes, neighbours near or far, tint and fall-off (none, as before). */
export const toVersion2: Migration = (piece) => ({
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
