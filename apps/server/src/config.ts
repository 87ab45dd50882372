import { resolve } from 'node:path';
import { PROJECT } from './folders.js';

/** Under this name the settings are given to whoever needs them. */
export const CONFIG = Symbol('config');

/** Where the server listens and keeps its data. Everything has a default that needs no network. */
export interface Config {
  readonly host: string;
  readonly port: number;
  /** Folder of the app's own; survives starts. */
  readonly dataFolder: string;
  /** Host names a browser may address the server by, besides the loopback ones. */
  readonly moreHosts: readonly string[];
  /** A PostgreSQL address that replaces the embedded database; null for the embedded one. */
  readonly databaseUrl: string | null;
  readonly webFolder: string;
  /** Whether small pictures of the pieces are drawn ahead. */
  readonly drawsPictures: boolean;
  /** Whether a copy of every day of use is kept beside the data. */
  readonly keepsCopies: boolean;
  /** Whether the description of the addresses is served. */
  readonly describesApi: boolean;
  /** Where a phone reaches the table while it is paired; 0 for any free port. */
  readonly phonePort: number;
}

function portFrom(name: string, text: string | undefined, usual: number): number {
  if (text === undefined || text === '') return usual;
  const port = Number(text);
  if (!Number.isInteger(port) || port < 0 || port > 65535)
    throw new RangeError(`${name} held "${text}"; accepted: a port from 0 to 65535`);
  return port;
}

const LOOPBACK: ReadonlySet<string> = new Set(['127.0.0.1', '::1', 'localhost']);

/** There are no accounts: whoever reaches the server may do everything. So it listens to this machine alone. */
function hostFrom(text: string | undefined, open: string | undefined): string {
  const host = text || '127.0.0.1';
  if (LOOPBACK.has(host) || open === 'yes') return host;
  throw new RangeError(
    `PALE_GLINT_HOST held "${host}"; accepted: 127.0.0.1, ::1 or localhost. ` +
      'Anybody who reaches the server could read and remove everything. ' +
      'Where something else lets in only whom you trust, say so with PALE_GLINT_OPEN_TO_ALL=yes',
  );
}

/** Reads the settings from the environment. A bad one is refused with its name. */
export function configFrom(env: NodeJS.ProcessEnv = process.env): Config {
  return {
    host: hostFrom(env['PALE_GLINT_HOST'], env['PALE_GLINT_OPEN_TO_ALL']),
    port: portFrom('PALE_GLINT_PORT', env['PALE_GLINT_PORT'], 4870),
    dataFolder: resolve(env['PALE_GLINT_DATA'] || resolve(PROJECT, 'data')),
    moreHosts: (env['PALE_GLINT_HOSTS'] ?? '')
      .split(',')
      .map((h) => h.trim())
      .filter(Boolean),
    databaseUrl: env['PALE_GLINT_DATABASE_URL'] || null,
    webFolder: resolve(PROJECT, 'apps/web/dist'),
    drawsPictures: env['PALE_GLINT_PICTURES'] !== 'off',
    keepsCopies: env['PALE_GLINT_COPIES'] !== 'off',
    describesApi: env['PALE_GLINT_API_DOCS'] === 'on',
    phonePort: portFrom('PALE_GLINT_PHONE_PORT', env['PALE_GLINT_PHONE_PORT'], 0),
  };
}
