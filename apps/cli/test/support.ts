import { jest } from '@jest/globals';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { runGlint } from '../src/program.js';

const folder = mkdtempSync(join(tmpdir(), 'glint-cli-'));
/** A file in a folder of this run's own. */
export const at = (name: string) => join(folder, name);

/** Runs a command in this process: what it answered, what it said, and its exit code. */
export async function glint(...args: string[]) {
  const [stdout, stderr] = [[] as string[], [] as string[]];
  const spies = [
    jest.spyOn(process.stdout, 'write').mockImplementation((text) => stdout.push(String(text)) > 0),
    jest.spyOn(process.stderr, 'write').mockImplementation((text) => stderr.push(String(text)) > 0),
  ];
  try {
    const status = await runGlint(args);
    return { status, stdout: stdout.join(''), stderr: stderr.join('') };
  } finally {
    spies.forEach((spy) => spy.mockRestore());
  }
}
/** The answer of a command that is done. */
export async function run(...args: string[]) {
  const { status, stdout, stderr } = await glint(...args);
  if (status !== 0) throw new Error(stderr);
  return JSON.parse(stdout);
}
