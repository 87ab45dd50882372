import { each, type Json } from './json.js';
import { measured } from './toVersion6.js';
import { kindRenamed } from './toVersion9.js';

/** Version 2: brushes stand beside the pots, and paints have what a card measured. */
const toVersion2 = (shelf: Json): Json => ({
  ...shelf,
  version: 2,
  brushes: [],
  paints: each(shelf['paints'], ({ code, left, notes, ...paint }) => ({
    ...measured(paint),
    code,
    left,
    notes,
  })),
});

/** Version 3: a colour may be guessed from a name, and a kind of paint has a plain name. */
const toVersion3 = (shelf: Json): Json => ({
  ...shelf,
  version: 3,
  paints: each(shelf['paints'], (paint) => ({ ...kindRenamed(paint), guessed: 'no' })),
});

/** Version 4: approaches of the painter's own are kept beside the pots. */
const toVersion4 = (shelf: Json): Json => ({ ...shelf, version: 4, approaches: [] });

/** Version 5: a pot may hold dry pigment; none did before. */
const toVersion5 = (shelf: Json): Json => ({ ...shelf, version: 5 });

/** An older shelf brought to the present version, step by step. */
export function migrateShelf(shelf: Json): Json {
  const second = shelf['version'] === 1 ? toVersion2(shelf) : shelf;
  const third = second['version'] === 2 ? toVersion3(second) : second;
  const fourth = third['version'] === 3 ? toVersion4(third) : third;
  return fourth['version'] === 4 ? toVersion5(fourth) : fourth;
}
