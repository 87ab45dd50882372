#!/usr/bin/env node
import { RefusedInput, problemText } from '@pale-glint/core';
import { Command, CommanderError } from 'commander';
import { colourCommands } from './commands/colour.js';
import { miniatureCommands } from './commands/miniature.js';
import { pieceCommands } from './commands/piece.js';

const DONE = 0;
const FAULT = 1;
const REFUSED = 2;

const program = new Command('glint')
  .description(
    'Pale Glint without its interface. JSON on standard output; lengths in mm, angles in degrees, value as L*.',
  )
  .exitOverride()
  .showHelpAfterError();
pieceCommands(program);
miniatureCommands(program);
colourCommands(program);

try {
  await program.parseAsync();
} catch (error) {
  if (error instanceof RefusedInput) {
    process.stderr.write(`${error.problems.map(problemText).join('\n')}\n`);
    process.exitCode = REFUSED;
  } else if (error instanceof CommanderError) {
    process.exitCode = error.exitCode === DONE ? DONE : REFUSED;
  } else {
    process.stderr.write(
      `internal fault: ${error instanceof Error ? (error.stack ?? error.message) : String(error)}\n`,
    );
    process.exitCode = FAULT;
  }
}
