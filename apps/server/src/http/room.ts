import { statfsSync } from 'node:fs';
import type { NextFunction, Request, Response } from 'express';
import type { Config } from '../config.js';

/** With less than this left, what was acknowledged could not be kept safe any more. */
const LEAST_BYTES = 96 * 1024 * 1024;
const NO_ROOM = 507;
const ONLY_READS: ReadonlySet<string> = new Set(['GET', 'HEAD', 'OPTIONS']);

/** Bytes free where the data is kept; null where the system does not tell. */
export function freeBytes(folder: string): number | null {
  try {
    const { bavail, bsize } = statfsSync(folder);
    return bavail * bsize;
  } catch {
    return null;
  }
}

export const hasRoom = (folder: string, free = freeBytes): boolean =>
  (free(folder) ?? Infinity) >= LEAST_BYTES;

export const NO_ROOM_SAYS =
  'The disk is nearly full, so nothing was stored; what is there is safe, and your change is still in this page. Make some room, then try again.';

/** Refuses writes before the disk is full: a database that cannot write its log stops for good. */
export function needRoom(
  { dataFolder, databaseUrl }: Pick<Config, 'dataFolder' | 'databaseUrl'>,
  free = freeBytes,
) {
  return (request: Request, response: Response, next: NextFunction): void => {
    if (databaseUrl !== null || ONLY_READS.has(request.method) || request.method === 'DELETE') return next();
    if (hasRoom(dataFolder, free)) return next();
    response.status(NO_ROOM).json({ says: NO_ROOM_SAYS });
  };
}
