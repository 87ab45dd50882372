import type { AddressInfo } from 'node:net';
import { createApp } from './app.js';
import { configFrom } from './config.js';
import { FolderInUse } from './database/lock.js';

const UNABLE = 1;

try {
  const config = configFrom();
  const app = await createApp(config);
  await app.listen(config.port, config.host);
  const { port } = app.getHttpServer().address() as AddressInfo;
  const name = config.host === '127.0.0.1' ? 'localhost' : config.host;
  process.stdout.write(`Pale Glint is ready at http://${name}:${port}\n`);
} catch (error) {
  const plain =
    error instanceof FolderInUse ||
    error instanceof RangeError ||
    (error as NodeJS.ErrnoException).code === 'EADDRINUSE';
  const says =
    (error as NodeJS.ErrnoException).code === 'EADDRINUSE'
      ? `${(error as Error).message}; set PALE_GLINT_PORT to a free port`
      : error instanceof Error
        ? plain
          ? error.message
          : error.stack
        : String(error);
  process.stderr.write(`Pale Glint could not start: ${says}\n`);
  process.exit(UNABLE);
}
