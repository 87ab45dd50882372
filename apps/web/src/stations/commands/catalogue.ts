import { BLINK_KEY } from '../../map/blinkKey.js';
import { stations } from '../registry.js';

/** A deed with a key. `keys` are as in KeyboardEvent.key; Ctrl and Shift are written out. */
export interface Command {
  readonly id: string;
  readonly keys: readonly string[];
  readonly label: string;
}

export interface CommandGroup {
  readonly title: string;
  readonly commands: readonly Command[];
}

const c = (id: string, keys: string | readonly string[], label: string): Command => ({
  id,
  keys: typeof keys === 'string' ? [keys] : keys,
  label,
});

/** Every command there is, in the order of the page that lists them. */
export const catalogue = [
  {
    title: 'Stations',
    commands: [...stations.map((s, i) => c(s.path, String(i + 1), s.name)), c('pieces', '0', 'All pieces')],
  },
  {
    title: 'Looking',
    commands: [
      c('painted', 'p', 'Map as painted'),
      c('values', 'v', 'Map in values'),
      c('zones', 'z', 'Map in zones'),
      c('lines', 'l', 'Map in lines'),
      c('tint', 't', 'Tint alone'),
      c('squint', 'q', 'Squint: small and blurred'),
      c('close', 'c', 'Chosen part close up, and back'),
      c('closer', ['+', '='], 'Closer; wheel and pinch do it, too'),
      c('away', '-', 'Farther'),
      c('whole-picture', 'Home', 'All of the picture again'),
      c('to-left', 'ArrowLeft', 'To the left, while it is looked at closely'),
      c('to-right', 'ArrowRight', 'To the right'),
      c('to-top', 'ArrowUp', 'Up'),
      c('to-bottom', 'ArrowDown', 'Down'),
      c('photo-alone', BLINK_KEY, 'While held: the photo alone, without the map'),
      c('surround', 'b', 'Next surround: dark, mid, light'),
      c('mirror', 'm', 'Mirror the picture'),
      c('turn', 'r', 'Turn the picture a quarter'),
      c('next-view', 'u', 'The figure from its next side'),
      c('next', 'n', 'Next part'),
      c('previous', 'Shift+N', 'Part before'),
      c('earlier', ',', 'One step of the painting back'),
      c('later', '.', 'One step of the painting on'),
    ],
  },
  {
    title: 'Before you paint',
    commands: [
      c('figures', 'j', 'Figures of the chosen part'),
      c('findings', 'f', 'Before you paint: what to look at'),
      c('fix-all', 'Shift+F', 'Fix all that can be fixed'),
      c('round', 'y', 'Seen all round: how much still reads'),
      c('hand', 'k', 'By hand: bands, dots, borders, cuts'),
      c('wear', 'o', 'Wear: rust, chips, scratches, verdigris'),
      c('another', 'x', 'Another composition of the bands'),
    ],
  },
  {
    title: 'Light',
    commands: [
      c('key-light', 'i', 'To the main light; then arrows turn and raise it, Shift six times as far'),
    ],
  },
  {
    title: 'Parts',
    commands: [
      c('add', 'a', 'To the library: choose a form or a set'),
      c('move', 'h', 'To the handle: arrows move 0.1 mm, Shift 1 mm; Tab goes on to turn and size'),
      c('duplicate', 'd', 'Duplicate'),
      c('twin', 'w', 'Mirrored twin on the other side'),
      c('nearer', 'PageUp', 'Nearer to the eye'),
      c('farther', 'PageDown', 'Farther from the eye'),
      c('front', 'Shift+PageUp', 'In front of all'),
      c('back', 'Shift+PageDown', 'Behind all'),
      c('group', 'g', 'To the group it belongs to'),
      c('remove', 'Delete', 'Remove'),
    ],
  },
  {
    title: 'Everywhere',
    commands: [
      c('undo', 'Ctrl+Z', 'Undo'),
      c('redo', ['Ctrl+Shift+Z', 'Ctrl+Y'], 'Redo'),
      c('take', 'e', 'Take it with you: files, drawings, cards'),
      c('guide', 's', 'Be shown round again'),
      c('help', '?', 'This list'),
    ],
  },
] as const satisfies readonly CommandGroup[];

export type CommandId = (typeof catalogue)[number]['commands'][number]['id'];
export const allCommands: readonly Command[] = catalogue.flatMap((g) => g.commands);
