import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { leftovers, pushFolder, writeDurably } from '../database/push.js';
import { isHash } from '../http/refusals.js';

/** Photos and surfaces as files named by their hash, beside the embedded database. What was written is on the disk. */
export class BlobFiles {
  private readonly folder: string;

  constructor(dataFolder: string) {
    this.folder = join(dataFolder, 'blobs');
    mkdirSync(this.folder, { recursive: true });
    pushFolder(dataFolder);
    for (const path of leftovers(this.folder)) rmSync(path, { force: true });
  }

  private path(hash: string): string {
    // A hash is a name for a file only if it is one.
    if (!isHash(hash)) throw new RangeError('not a hash');
    return join(this.folder, hash);
  }

  write(hash: string, bytes: Uint8Array): Promise<void> {
    return writeDurably(this.path(hash), bytes);
  }

  /** The bytes; null where the file is not there. */
  read(hash: string): Uint8Array | null {
    try {
      return readFileSync(this.path(hash));
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code === 'ENOENT') return null;
      throw error;
    }
  }

  remove(hash: string): void {
    rmSync(this.path(hash), { force: true });
  }
}
