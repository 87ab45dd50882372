import { writeSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import type { INestApplication } from '@nestjs/common';
import { createApp } from './app.js';
import { configFrom } from './config.js';
import type { Ending } from './database/ending.js';
import { FolderInUse } from './database/lock.js';

const UNABLE = 1;
/** How the process ends where going on would lose what is acknowledged (the codes of sysexits.h). */
const ENDINGS: Readonly<Record<Ending, number>> = { 'cannot push': 74, 'lock lost': 75 };

/**
 * Without a chance for anything to be written any more: what is not pushed to the disk must not be acknowledged, nor a
 * folder be written that another server holds by now. A thrown error would let requests under way go on.
 */
function endAtOnce(why: Ending, message: string): void {
  writeSync(process.stderr.fd, `${message} Stopped at once; the next start recovers.\n`);
  process.exit(ENDINGS[why]);
}

let app: INestApplication | null = null;
try {
  const config = configFrom();
  app = await createApp(config, { end: endAtOnce });
  await app.listen(config.port, config.host);
  const { port } = app.getHttpServer().address() as AddressInfo;
  const name = config.host === '127.0.0.1' ? 'localhost' : config.host;
  process.stdout.write(`Pale Glint is ready at http://${name}:${port}\n`);
} catch (error) {
  process.stderr.write(`Pale Glint could not start: ${reasonFor(error)}\n`);
  process.exitCode = UNABLE;
  await app?.close();
}

/** What the painter can do something about in a sentence; anything else with its whole trace. */
function reasonFor(error: unknown): string {
  if (!(error instanceof Error)) return String(error);
  if ((error as NodeJS.ErrnoException).code === 'EADDRINUSE')
    return `${error.message}; set PALE_GLINT_PORT to a free port`;
  if (error instanceof FolderInUse || error instanceof RangeError) return error.message;
  return error.stack ?? error.message;
}
