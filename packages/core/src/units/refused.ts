/** One thing wrong with an input: where, what it held, what is accepted. */
export interface Problem {
  /** Path of the field, for example `parts[2].form.lengthMm`; `line 4, column 12` where the text itself is broken. */
  readonly path: string;
  readonly held: string;
  readonly accepted: string;
}

/** "parts[2].form.lengthMm held -3; accepted: a number from 0.2 to 400 mm" */
export const problemText = ({ path, held, accepted }: Problem): string =>
  `${path} held ${held}; accepted: ${accepted}`;

/** The same as a painter reads it: "taps: 2; accepted: three or more on the rim" */
export const problemLine = ({ path, held, accepted }: Problem): string =>
  `${path}: ${held}; accepted: ${accepted}`;

/** Input that is refused, whatever it was: a file, a field, taps on a photo. `problems` holds at least one. */
export class RefusedInput extends Error {
  constructor(readonly problems: readonly Problem[]) {
    super(problems.map(problemText).join('\n'));
    this.name = 'RefusedInput';
  }
}

/** A refusal for one reason. `throw refused('taps', '2', 'three or more on the rim')` */
export const refused = (path: string, held: string, accepted: string): RefusedInput =>
  new RefusedInput([{ path, held, accepted }]);
