import { mkdirSync, readFileSync, readlinkSync, realpathSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { lock } from 'proper-lockfile';
import type { EndAtOnce } from './ending.js';

/** Another server works on the same data. */
export class FolderInUse extends Error {
  constructor(folder: string) {
    super(
      `the data folder ${folder} is in use by another server; stop it first, or set PALE_GLINT_DATA to another folder`,
    );
    this.name = 'FolderInUse';
  }
}

/** The holder says so often that it lives; one that was silent for so long is dead. */
const BEAT_MS = 2_000;
const DEAD_AFTER_MS = 12_000;
/** The least that the lock knows; enough where the holder is known to be dead. */
const KNOWN_DEAD_AFTER_MS = 2_000;
const TRY_EVERY_MS = 250;

interface Holder {
  readonly pid: number;
  /** When the process started, in the system's own count; null where that cannot be told. */
  readonly started: string | null;
  /** Which processes its pid counts among, and since which start of the machine. */
  readonly world: string;
  /** The folder as it was called then: a copy of it is nobody's. */
  readonly folder: string;
}

function read(path: string): string | null {
  try {
    return readFileSync(path, 'utf8');
  } catch {
    return null;
  }
}

/** Start time of a process (field 22 of /proc/PID/stat), null where there is no such file. */
function startOf(pid: number): string | null {
  const stat = read(`/proc/${pid}/stat`);
  return stat === null ? null : (stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19] ?? null);
}

/** Names the pid namespace and the start of the machine, as far as the system tells them. */
function world(): string {
  let pids = '';
  try {
    pids = readlinkSync('/proc/self/ns/pid');
  } catch {
    // Not a system that tells.
  }
  return `${pids} ${read('/proc/sys/kernel/random/boot_id')?.trim() ?? ''}`;
}

function running({ pid, started }: Holder): boolean {
  try {
    process.kill(pid, 0);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EPERM') return false;
  }
  // A pid is used again after a while; its start time tells the two apart.
  const now = startOf(pid);
  return started === null || now === null || now === started;
}

/** Whether the holder that is written down lives; `unknown` where only its beat can tell. */
function stateOf(text: string | null, folder: string): 'alive' | 'dead' | 'unknown' {
  let holder: Holder;
  try {
    holder = JSON.parse(text ?? '') as Holder;
  } catch {
    return 'unknown';
  }
  if (holder.folder !== folder) return 'dead';
  if (holder.world !== world() || !Number.isInteger(holder.pid)) return 'unknown';
  return running(holder) ? 'alive' : 'dead';
}

const wait = (ms: number) => new Promise((done) => setTimeout(done, ms));

/**
 * Takes the data folder for this process: by a lock that is made in one act and kept alive by a beat, so that it holds
 * between containers, too. One whose holder died is taken over.
 * @param end called where another took the folder meanwhile: nothing more may be written
 * @returns a function that gives the folder back
 * @throws FolderInUse
 */
export async function lockFolder(folder: string, end: EndAtOnce): Promise<() => Promise<void>> {
  mkdirSync(folder, { recursive: true });
  const own = realpathSync(folder);
  const holderPath = join(folder, 'lock-holder');
  // Not the name of the plain file that an earlier version locked with.
  const lockPath = join(folder, 'in-use');
  const until = Date.now() + DEAD_AFTER_MS + BEAT_MS;
  let givenBack = false;
  for (;;) {
    const state = stateOf(read(holderPath), own);
    try {
      const release = await lock(folder, {
        lockfilePath: lockPath,
        realpath: false,
        update: BEAT_MS,
        stale: state === 'dead' ? KNOWN_DEAD_AFTER_MS : DEAD_AFTER_MS,
        onCompromised: () => {
          // A beat that was on its way while the folder was given back finds it gone: that is as it should be.
          if (!givenBack) end('lock lost', `The data folder ${folder} was taken by another server.`);
        },
      });
      const holder: Holder = { pid: process.pid, started: startOf(process.pid), world: world(), folder: own };
      writeFileSync(holderPath, JSON.stringify(holder));
      return async () => {
        givenBack = true;
        rmSync(holderPath, { force: true });
        await release();
      };
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'ELOCKED') throw error;
    }
    if (state === 'alive' || Date.now() > until) throw new FolderInUse(folder);
    await wait(TRY_EVERY_MS);
  }
}
