import { activeFindings, critique, findingDefinitions } from '../critique/index.js';
import type { FindingId, Piece } from '../piece/index.js';
import type { DrillDefinition, DrillTasks } from './definition.js';
import { anyDesign, designOf, kindsOfShapes, SHAPES, type ShapeName } from './designs.js';
import { shuffled, tried } from './draw.js';
import { PLANTS } from './plants.js';

/** Shapes that are asked about where nothing is wrong: a kind each, so that nothing is often the answer. */
const SOUND: readonly ShapeName[] = ['blade', 'dome', 'tube', 'chest'];
const soundKind = (shape: ShapeName) => `sound-${shape}`;
/** Faults to choose from, beside "nothing". */
const OFFERED = 3;

const nameOf = (option: FindingId | null) =>
  option ? findingDefinitions[option].label.toLowerCase() : 'nothing';

/** Three faults that such a shape may have, in an order of chance, and nothing at the end; `right` among them. */
function optionsOn(
  shape: ShapeName,
  right: FindingId | null,
  found: ReadonlySet<FindingId>,
  random: () => number,
) {
  const others = shuffled(
    PLANTS.filter((p) => p.on.includes(shape) && !found.has(p.finding)).map((p) => p.finding),
    random,
  ).slice(0, OFFERED - (right ? 1 : 0));
  return [...shuffled(right ? [right, ...others] : others, random), null];
}

function sound(shape: ShapeName, random: () => number): DrillTasks['fault'] | null {
  const piece = designOf([SHAPES[shape](random)], { ...anyDesign(random), polish: 'polished' });
  if (activeFindings(critique(piece)).length > 0) return null;
  const options = optionsOn(shape, null, new Set(), random);
  return { piece, options, right: options.length - 1, found: null, mended: piece };
}

/** A design with one fault that the critique finds, and nothing else that is offered. */
function faulty(kind: string, random: () => number): DrillTasks['fault'] | null {
  const planted = PLANTS.find((p) => p.finding === kind);
  if (!planted) throw new RangeError(`drill: there is no fault "${kind}"`);
  const { shape, form, design } = planted.plant(random);
  const piece: Piece = designOf([form], design);
  const findings = activeFindings(critique(piece));
  const found = findings.find((f) => f.id === planted.finding);
  const mended = { ...piece, adjustments: [] };
  if (!found || activeFindings(critique(mended)).some((f) => f.id === planted.finding)) return null;
  const options = optionsOn(shape, planted.finding, new Set(findings.map((f) => f.id)), random);
  // Where much is wrong at once there is nothing to choose from.
  if (options.length <= OFFERED) return null;
  return {
    piece,
    options,
    right: options.indexOf(planted.finding),
    found: { message: found.message, at: found.at },
    mended,
  };
}

/** What is wrong with a design, or that nothing is. */
export const fault: DrillDefinition<'fault'> = {
  id: 'fault',
  label: 'What is wrong',
  question: 'What is wrong here?',
  trains: 'A fault that is seen in a plan costs nothing; one that is seen when painted costs an evening.',
  unit: 'wrong',
  within: 0,
  leans: null,
  ofPaints: false,
  kinds: () => [
    ...PLANTS.map(({ finding, label }) => ({ id: finding, label })),
    ...kindsOfShapes(SOUND).map(({ label }, i) => ({ id: soundKind(SOUND[i]), label: `sound ${label}` })),
  ],
  ask(kind, random) {
    const shape = SOUND.find((name) => soundKind(name) === kind);
    return tried(kind, () => (shape ? sound(shape, random) : faulty(kind, random)));
  },
  judge({ options, right, found }, answer) {
    const close = answer === right;
    const definition = found && findingDefinitions[options[right]!];
    const is = definition ? `${definition.label}: ${found.message}.` : 'Nothing is wrong with it.';
    const why = definition ? ` ${definition.why}` : '';
    return {
      miss: close ? 0 : 1,
      lean: null,
      close,
      message: close ? is : `${is}${why} You said: ${nameOf(options[answer])}.`,
    };
  },
};
