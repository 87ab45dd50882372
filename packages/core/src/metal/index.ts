import { refused } from '../units/index.js';
import { brass } from './brass.js';
import { bronzeMetal } from './bronze.js';
import { coldSteelMetal } from './coldSteel.js';
import { copper } from './copper.js';
import { glossBlack } from './glossBlack.js';
import { gold } from './gold.js';
import { gunmetal } from './gunmetal.js';
import type { Metal } from './metal.js';
import { oldGold } from './oldGold.js';
import { silver } from './silver.js';
import { warmSteel } from './warmSteel.js';

export { brass, copper, oldGold };
export { colouredMetal } from './coloured.js';
export { metalFromColours, metalOfPath } from './fromColours.js';
export { LEAST_STEPS, metalAt, MOST_STEPS, targetsOf, valuesOf, type Metal, type Targets } from './metal.js';
export { hueWord, readsAs, takenForText, type Reading } from './readsAs.js';

/** Metals a painter can choose. One file adds one. */
export const metals: readonly Metal[] = [
  coldSteelMetal,
  warmSteel,
  silver,
  gold,
  oldGold,
  brass,
  bronzeMetal,
  copper,
  glossBlack,
  gunmetal,
];

/** @throws RefusedInput for an id that none has */
export function metalById(id: string): Metal {
  const found = metals.find((m) => m.id === id);
  if (!found) throw refused('metal', `"${id}"`, `one of ${metals.map((m) => m.id).join(', ')}`);
  return found;
}
