import { existsSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The nearest folder above that holds what only the project's own folder does. */
function projectAbove(folder: string): string {
  if (existsSync(join(folder, 'package-lock.json'))) return folder;
  const above = dirname(folder);
  if (above === folder) throw new Error('The server is not in a folder of the project.');
  return projectAbove(above);
}

/** The project's folder: the same from the sources, built and bundled. */
export const PROJECT = projectAbove(dirname(fileURLToPath(import.meta.url)));
const SERVER = join(PROJECT, 'apps/server');

export const MIGRATIONS = join(SERVER, 'migrations');
/** An empty, initialised database, made at build time: starting from it saves initdb. */
export const TEMPLATE = join(SERVER, 'dist/empty-database.tar.gz');
/** What threads of the server run: bundled, whether the server itself is or not. */
export const PICTURE_WORKER = join(SERVER, 'dist/bundle/picture.worker.mjs');
export const CONTENT_WORKER = join(SERVER, 'dist/bundle/content.worker.mjs');
/** Core as it is built. */
export const CORE = join(PROJECT, 'packages/core/dist');
/** What the demo is made of. */
export const DEMO = join(PROJECT, 'demo');
