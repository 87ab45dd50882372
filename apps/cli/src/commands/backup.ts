import { writeFileSync } from 'node:fs';
import type { Command } from 'commander';
import { answer, readBytes, refuse } from '../io.js';

const USUAL = 'http://localhost:4870';
const MODES = ['preview', 'merge', 'replace'];

/** Asks the server that runs; its refusals are passed on in its words. */
async function ask(address: string, path: string, body?: Uint8Array<ArrayBuffer>): Promise<Response> {
  let response: Response;
  try {
    response = await fetch(
      new URL(path, address),
      body ? { method: 'POST', body, headers: { 'content-type': 'application/zip' } } : {},
    );
  } catch {
    return refuse(
      '--address',
      `"${address}"`,
      'the address of a Pale Glint that runs, as npm start prints it',
    );
  }
  if (response.ok) return response;
  const said = (await response.json().catch(() => null)) as { says?: string } | null;
  return refuse(
    'backup',
    said?.says ?? `answer ${response.status}`,
    'a whole backup, and a server with room',
  );
}

async function backup(path: string, { address }: { address: string }): Promise<void> {
  const bytes = new Uint8Array(await (await ask(address, '/api/backup')).arrayBuffer());
  try {
    writeFileSync(path, bytes, { flag: 'wx' });
  } catch (error) {
    const there = (error as NodeJS.ErrnoException).code === 'EEXIST';
    refuse(
      'FILE',
      `"${path}"${there ? ', which is there' : ''}`,
      'a new file in a folder that can be written',
    );
  }
  answer({ file: path, bytes: bytes.length });
}

async function restore(path: string, { address, mode }: { address: string; mode: string }): Promise<void> {
  if (!MODES.includes(mode)) refuse('--mode', `"${mode}"`, `one of ${MODES.join(', ')}`);
  const bytes = Uint8Array.from(readBytes(path));
  const to = mode === 'preview' ? '/api/backup/preview' : `/api/backup/restore?mode=${mode}`;
  answer(await (await ask(address, to, bytes)).json());
}

/** Everything as one file, out of a running server and back into one. */
export function backupCommands(program: Command): void {
  program
    .command('backup')
    .description('everything that a running Pale Glint keeps, as one file')
    .argument('<FILE>', 'a new file, for example pale-glint.zip')
    .option('--address <URL>', 'where it runs', USUAL)
    .action(backup);
  program
    .command('restore')
    .description('a backup brought back into a running Pale Glint; by itself it only tells what would change')
    .argument('<FILE>')
    .option('--address <URL>', 'where it runs', USUAL)
    .option(
      '--mode <MODE>',
      `${MODES.join(', ')}: look, put beside what is here, or put in its place`,
      'preview',
    )
    .action(restore);
}
