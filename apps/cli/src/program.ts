import { RefusedInput, problemText } from '@pale-glint/core';
import { Command, CommanderError } from 'commander';
import { UnclearAnswer } from './io.js';
import { backupCommands } from './commands/backup.js';
import { colourCommands } from './commands/colour.js';
import { drillCommands } from './commands/drill.js';
import { editCommands } from './commands/edit.js';
import { miniatureCommands } from './commands/miniature.js';
import { photoCommands } from './commands/photo.js';
import { pieceCommands } from './commands/piece.js';
import { schoolCommands } from './commands/school.js';

/** What a run of the program comes to. */
export const DONE = 0;
export const FAULT = 1;
export const REFUSED = 2;
export const UNCLEAR = 3;

/**
 * Runs one command. Answers go to standard output, problems to standard error.
 * @param args as they were typed, without the program's name
 * @returns the exit code: DONE, REFUSED for input that is not accepted, UNCLEAR for an answer that is not to be relied on,
 *   FAULT for trouble of the program's own
 */
export async function runGlint(args: readonly string[]): Promise<number> {
  const program = new Command('glint')
    .description(
      'Pale Glint without its interface. JSON on standard output; lengths in mm, angles in degrees, value as L*.',
    )
    .exitOverride()
    .showHelpAfterError();
  pieceCommands(program);
  schoolCommands(program);
  editCommands(program);
  miniatureCommands(program);
  colourCommands(program);
  photoCommands(program);
  drillCommands(program);
  backupCommands(program);
  try {
    await program.parseAsync(args, { from: 'user' });
    return DONE;
  } catch (error) {
    if (error instanceof UnclearAnswer) {
      process.stderr.write(`${error.message}\n`);
      return UNCLEAR;
    }
    if (error instanceof RefusedInput) {
      process.stderr.write(`${error.problems.map(problemText).join('\n')}\n`);
      return REFUSED;
    }
    if (error instanceof CommanderError) return error.exitCode === DONE ? DONE : REFUSED;
    process.stderr.write(
      `internal fault: ${error instanceof Error ? (error.stack ?? error.message) : String(error)}\n`,
    );
    return FAULT;
  }
}
