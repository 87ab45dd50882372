import type { WearKind } from '../piece/index.js';
import type { WearDefinition } from './definition.js';
import { arcs } from './kinds/arcs.js';
import { chips } from './kinds/chips.js';
import { grime } from './kinds/grime.js';
import { heat } from './kinds/heat.js';
import { pigment } from './kinds/pigment.js';
import { rust } from './kinds/rust.js';
import { rustPatina } from './kinds/rustPatina.js';
import { rustThrough } from './kinds/rustThrough.js';
import { scratches } from './kinds/scratches.js';
import { verdigris } from './kinds/verdigris.js';

/** Every kind of wear, in the order in which they are laid: rust before what rubs through it, verdigris and dust after it, light last. */
export const wearKinds: Readonly<Record<WearKind, WearDefinition>> = {
  heat,
  rust,
  'rust-patina': rustPatina,
  'rust-through': rustThrough,
  chips,
  scratches,
  grime,
  verdigris,
  pigment,
  arcs,
};
