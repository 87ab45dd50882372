import type { SchoolId } from '../piece/index.js';
import { darkFirst } from './darkFirst.js';
import type { School } from './definition.js';
import { flakeLitAsPainted } from './flakeLitAsPainted.js';
import { glossBlackSchool } from './glossBlack.js';
import { goldOverUndertone } from './goldOverUndertone.js';
import { layeredFlake } from './layeredFlake.js';
import { middleOut } from './middleOut.js';
import { sketchThenSmooth } from './sketchThenSmooth.js';
import { textured } from './textured.js';
import { thinGlazes } from './thinGlazes.js';
import { tintedMetal } from './tintedMetal.js';
import { washAndLift } from './washAndLift.js';

/** Every approach, ordinary paint first. */
export const schools: Readonly<Record<SchoolId, School>> = {
  'dark-first': darkFirst,
  'middle-out': middleOut,
  'sketch-then-smooth': sketchThenSmooth,
  'thin-glazes': thinGlazes,
  textured,
  'gloss-black': glossBlackSchool,
  'wash-and-lift': washAndLift,
  'layered-flake': layeredFlake,
  'gold-over-undertone': goldOverUndertone,
  'tinted-metal': tintedMetal,
  'flake-lit-as-painted': flakeLitAsPainted,
};
