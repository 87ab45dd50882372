import { HttpException, HttpStatus, type ValidationError } from '@nestjs/common';
import { heldText, type Problem } from '@pale-glint/core';

/** Input refused with every problem found. */
export class Refused extends HttpException {
  constructor(problems: readonly Problem[], status: HttpStatus = HttpStatus.BAD_REQUEST) {
    super(
      {
        says:
          problems.length === 1
            ? 'One thing in this input was not accepted.'
            : `${problems.length} things in this input were not accepted.`,
        problems,
      },
      status,
    );
  }
}

/** The write started from an older version; nothing was changed. */
export class Stale extends HttpException {
  constructor(sent: number, present: number, what = 'piece') {
    super(
      {
        says:
          `This ${what} was changed elsewhere: it is at version ${present}, your change started from ` +
          `${sent}. Nothing was stored; your change is still yours.`,
        version: present,
      },
      HttpStatus.CONFLICT,
    );
  }
}

export class Exists extends HttpException {
  constructor(id: string, name: string) {
    super(
      {
        says: `"${name}" is already here. Replace it, or keep both?`,
        exists: id,
        choices: ['replace', 'copy'],
      },
      HttpStatus.CONFLICT,
    );
  }
}

/** Something that pieces still use; nothing was removed. */
export class InUse extends HttpException {
  constructor(names: readonly string[]) {
    super(
      {
        says: `Used by ${names.map((n) => `"${n}"`).join(', ')}; take it out of there first. Nothing was removed.`,
      },
      HttpStatus.CONFLICT,
    );
  }
}

const ID = /^[a-z0-9][a-z0-9-]{0,63}$/;
/** Whether an address names something by a name that it could have. */
export const isId = (text: string): boolean => ID.test(text);
const HASH = /^[0-9a-f]{64}$/;
/** Whether a text can be the SHA-256 of some bytes. */
export const isHash = (text: string): boolean => HASH.test(text);
/** What was asked for, fit to be said back. */
export const plainText = (text: string): string => text.replace(/[^\x20-\x7e]/g, '?').slice(0, 64);

export class Missing extends HttpException {
  constructor(what: string, id: string) {
    super({ says: `There is no ${what} "${id}".` }, HttpStatus.NOT_FOUND);
  }
}

/** What class-validator found, in the same words as the piece reader's. */
export function refusedFields(errors: ValidationError[]): Refused {
  const problems: Problem[] = [];
  const collect = (list: ValidationError[], path: string) => {
    for (const e of list) {
      const at = path ? `${path}.${e.property}` : e.property;
      // Several rules of one field say the same thing; the painter needs it once.
      const [rule, says] = Object.entries(e.constraints ?? {}).at(-1) ?? [];
      if (says !== undefined)
        problems.push({
          path: at,
          held: heldText(e.value),
          accepted: rule === 'whitelistValidation' ? 'no such field: remove it' : says,
        });
      collect(e.children ?? [], at);
    }
  };
  collect(errors, '');
  return new Refused(problems);
}
