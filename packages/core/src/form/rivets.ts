import { plain } from '../units/index.js';
import { shareOf, sizeMm, type FormDefinition } from './definition.js';
import { edgeAt, patchAt, ringAt, type Stand } from './placed.js';
import { roundHead } from './rowItems.js';

/** A row of rivet heads along a line that may sag, each lit on its own. */
export const rivets: FormDefinition<'rivets'> = {
  kind: 'rivets',
  label: 'Rivets in a row',
  serves: 'rivets, studs, beads',
  words: ['bolts', 'nails', 'pearls', 'buttons', 'screws', 'studded'],
  defaults: { kind: 'rivets', count: 5, lengthMm: 10, sagMm: 1, headMm: 1, fullness: 0.9 },
  across: ['lengthMm'],
  along: [],
  numbers: [
    { key: 'count', label: 'Heads', unit: '', min: 1, max: 80, step: 1 },
    sizeMm('lengthMm', 'First to last'),
    sizeMm('headMm', 'One head'),
    sizeMm('sagMm', 'Middle hangs by', { min: -100, max: 100 }),
    shareOf('fullness', 'Fullness', { min: 0.2 }),
  ],
  choices: [],
  model(form) {
    const { count } = form;
    // Heads that would overlap are drawn as wide as the row allows.
    const room = count > 1 ? form.lengthMm / (count - 1) : Infinity;
    const headMm = Math.min(form.headMm, room);
    const notes =
      headMm < form.headMm ? [`${count} heads fit only ${plain(headMm, 2)} mm wide into this row`] : [];
    const stands = Array.from({ length: count }, (_, i): Stand => {
      const t = count > 1 ? (2 * i) / (count - 1) - 1 : 0;
      return { at: [(t * form.lengthMm) / 2, form.sagMm * (t * t - 0.5)], angle: 0 };
    });
    const head = roundHead(headMm / 2, form.fullness);
    const patches = stands.flatMap((stand) =>
      head.patches.map((p) =>
        patchAt(
          stand,
          p,
          p.rings.map((r) => ringAt(stand, r)),
        ),
      ),
    );
    const edges = stands.flatMap((stand) => head.edges.map((e) => edgeAt(stand, e)));
    return {
      narrowestMm: headMm,
      rings: patches.flatMap((p) => p.rings),
      corners: [],
      edges,
      patches,
      repeats: { count, one: 'head' },
      notes,
    };
  },
};
