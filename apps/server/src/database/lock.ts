import { closeSync, existsSync, mkdirSync, openSync, readFileSync, unlinkSync, writeSync } from 'node:fs';
import { join } from 'node:path';

/** Another server works on the same data. */
export class FolderInUse extends Error {
  constructor(folder: string, pid: number) {
    super(
      `the data folder ${folder} is in use by process ${pid}; stop it first, or set PALE_GLINT_DATA to another folder`,
    );
    this.name = 'FolderInUse';
  }
}

interface Holder {
  pid: number;
  /** When the process started, in the system's own count; null where that cannot be told. */
  started: string | null;
}

/** Start time of a process (field 22 of /proc/PID/stat), null where there is no such file. */
function startOf(pid: number): string | null {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    return stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19] ?? null;
  } catch {
    return null;
  }
}

function alive({ pid, started }: Holder): boolean {
  try {
    process.kill(pid, 0);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EPERM') return false;
  }
  // A pid is used again after a while; its start time tells the two apart.
  const now = startOf(pid);
  return started === null || now === null || now === started;
}

/**
 * Takes the data folder for this process. A lock left by a dead process, or by one whose pid was given to another, is
 * taken over.
 * @returns a function that gives the folder back
 * @throws FolderInUse
 */
export function lockFolder(folder: string): () => void {
  mkdirSync(folder, { recursive: true });
  const path = join(folder, 'lock');
  const mine: Holder = { pid: process.pid, started: startOf(process.pid) };
  for (let attempt = 0; attempt < 5; attempt++) {
    try {
      const file = openSync(path, 'wx');
      writeSync(file, JSON.stringify(mine));
      closeSync(file);
      return () => {
        if (existsSync(path) && readFileSync(path, 'utf8') === JSON.stringify(mine)) unlinkSync(path);
      };
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
    }
    let holder: Holder | null = null;
    try {
      holder = JSON.parse(readFileSync(path, 'utf8')) as Holder;
    } catch {
      // Broken off while it was written: nobody holds it.
    }
    if (holder && Number.isInteger(holder.pid) && alive(holder)) throw new FolderInUse(folder, holder.pid);
    try {
      unlinkSync(path);
    } catch {
      // Another process took it over first; look again.
    }
  }
  throw new FolderInUse(folder, 0);
}
