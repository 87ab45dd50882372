import { each, isObject, type Migration } from './json.js';

/** Version 7: the main light has a shape; sculpted plates have seams and may fork. */
export const toVersion7: Migration = (piece) => ({
  ...piece,
  version: 7,
  rig: isObject(piece['rig']) ? { ...piece['rig'], lamp: 'round' } : piece['rig'],
  parts: each(piece['parts'], (part) =>
    isObject(part['form']) && part['form']['kind'] === 'relief'
      ? { ...part, form: { ...part['form'], barrel: 'one', seams: [] } }
      : part,
  ),
});
