import { fdatasyncSync, fsyncSync } from 'node:fs';
import { NodeFS } from '@electric-sql/pglite/nodefs';
import type { EndAtOnce } from './ending.js';

/** Some systems do not push directories; that is not a fault. */
const NOT_FOR_FOLDERS: ReadonlySet<string> = new Set(['EPERM', 'EINVAL', 'EBADF', 'EISDIR']);

type InitArgs = Parameters<NodeFS['init']>;

/** What the hook sees of an open file of the database's file system. */
interface OpenFile {
  readonly nfd: number;
  readonly node: { readonly mode: number; readonly parent: { readonly name: string } };
}
interface FileSystemModule {
  readonly FS: { isDir(mode: number): boolean };
  readonly NODEFS: { stream_ops: { fsync?: (stream: OpenFile) => number } };
}

/**
 * The file system of the embedded database with what it lacks: a call that pushes a file to the disk. PostgreSQL asks for
 * it at every commit and checkpoint; without it an answer is given before the disk has it.
 */
export class DurableFs extends NodeFS {
  /** While the first load is written, which is pushed out as a whole afterwards. */
  idle = false;
  /** How often something was pushed. */
  pushes = 0;

  constructor(
    folder: string,
    private readonly end: EndAtOnce,
  ) {
    super(folder);
  }

  override async init(...args: InitArgs): ReturnType<NodeFS['init']> {
    const { emscriptenOpts } = await super.init(...args);
    const hook = (module: unknown) => {
      const { FS, NODEFS } = module as FileSystemModule;
      NODEFS.stream_ops.fsync = (file) => this.push(file, FS.isDir(file.node.mode));
    };
    return { emscriptenOpts: { ...emscriptenOpts, preRun: [...(emscriptenOpts.preRun ?? []), hook] } };
  }

  private push({ nfd, node }: OpenFile, isFolder: boolean): number {
    if (this.idle) return 0;
    try {
      // Segments of the log are filled in advance: their length does not change.
      if (!isFolder && node.parent.name === 'pg_wal') fdatasyncSync(nfd);
      else fsyncSync(nfd);
      this.pushes++;
    } catch (error) {
      const { code = '', message } = error as NodeJS.ErrnoException;
      if (isFolder && NOT_FOR_FOLDERS.has(code)) return 0;
      // The database would stop here and never answer again.
      this.end('cannot push', `The database cannot be pushed to the disk: ${message}`);
    }
    return 0;
  }
}
