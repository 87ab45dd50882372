import { closeSync, fsyncSync, openSync, readdirSync, renameSync } from 'node:fs';
import { open, readdir } from 'node:fs/promises';
import { dirname, join } from 'node:path';

/** Pushes a folder's list of names to the disk. */
export function pushFolder(folder: string): void {
  const file = openSync(folder, 'r');
  try {
    fsyncSync(file);
  } catch (error) {
    // Not every system pushes folders.
    if (!['EPERM', 'EINVAL', 'EBADF', 'EISDIR'].includes((error as NodeJS.ErrnoException).code ?? ''))
      throw error;
  } finally {
    closeSync(file);
  }
}

const AT_ONCE = 16;

/** Pushes every file and folder below a folder, and the folder itself. */
export async function pushTree(folder: string): Promise<void> {
  const all = (await readdir(folder, { recursive: true, withFileTypes: true })).map((e) =>
    join(e.parentPath, e.name),
  );
  all.push(folder);
  const next = async () => {
    for (let path = all.pop(); path; path = all.pop()) {
      const file = await open(path, 'r');
      try {
        await file.sync();
      } catch (error) {
        if (!['EPERM', 'EINVAL', 'EISDIR'].includes((error as NodeJS.ErrnoException).code ?? '')) throw error;
      } finally {
        await file.close();
      }
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, next));
}

let count = 0;

/** Writes a file so that after a power cut it is there whole, or as it was before. Others are served meanwhile. */
export async function writeDurably(path: string, bytes: Uint8Array): Promise<void> {
  const beside = `${path}.${process.pid}-${++count}.part`;
  const file = await open(beside, 'w');
  try {
    await file.writeFile(bytes);
    await file.sync();
  } finally {
    await file.close();
  }
  renameSync(beside, path);
  pushFolder(dirname(path));
}

/** Files that a write left half done. */
export const leftovers = (folder: string): string[] =>
  readdirSync(folder)
    .filter((name) => name.endsWith('.part'))
    .map((name) => join(folder, name));
