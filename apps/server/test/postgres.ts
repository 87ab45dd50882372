import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { chownSync, existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';

/** Where Debian puts PostgreSQL; null where there is none on this machine. */
function binaries(): string | null {
  const own = process.env['PALE_GLINT_POSTGRES'];
  const debian = '/usr/lib/postgresql';
  const found = own
    ? [own]
    : existsSync(debian)
      ? readdirSync(debian).map((version) => join(debian, version, 'bin'))
      : [];
  return found.find((folder) => existsSync(join(folder, 'initdb'))) ?? null;
}

export const POSTGRES = binaries();

/** PostgreSQL does not run as root: as its own user then, where there is one. */
function runsAs(): { uid?: number; gid?: number } | null {
  if (process.getuid?.() !== 0) return {};
  const numbers = ['-u', '-g'].map((flag) => Number(spawnSync('id', [flag, 'postgres']).stdout?.toString()));
  return numbers.every((n) => n > 0) ? { uid: numbers[0]!, gid: numbers[1]! } : null;
}

export const canRunPostgres = POSTGRES !== null && runsAs() !== null;

const freePort = () =>
  new Promise<number>((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as AddressInfo;
      probe.close(() => resolve(port));
    });
  });

/** A PostgreSQL server of its own in a folder of its own. */
export class OwnPostgres {
  private child: ChildProcess | null = null;
  private constructor(
    private readonly folder: string,
    private readonly port: number,
  ) {}

  static async create(): Promise<OwnPostgres> {
    const folder = mkdtempSync(join(tmpdir(), 'glint-postgres-'));
    const as = runsAs()!;
    if (as.uid !== undefined) chownSync(folder, as.uid, as.gid!);
    const made = spawnSync(
      join(POSTGRES!, 'initdb'),
      ['-D', folder, '-U', 'glint', '-A', 'trust', '-E', 'UTF8', '--locale=C', '-N'],
      { ...as, cwd: folder },
    );
    if (made.status !== 0) throw new Error(`initdb: ${made.stderr.toString()}`);
    const own = new OwnPostgres(folder, await freePort());
    await own.start();
    return own;
  }

  url(database = 'postgres'): string {
    return `postgres://glint@127.0.0.1:${this.port}/${database}`;
  }

  async start(): Promise<void> {
    this.child = spawn(
      join(POSTGRES!, 'postgres'),
      ['-D', this.folder, '-p', `${this.port}`, '-k', this.folder, '-c', 'listen_addresses=127.0.0.1'],
      { ...runsAs(), cwd: this.folder, stdio: 'ignore' },
    );
    for (;;) {
      const client = new pg.Client({ connectionString: this.url() });
      try {
        await client.connect();
        await client.end();
        return;
      } catch {
        await new Promise((r) => setTimeout(r, 50));
      }
    }
  }

  async database(name: string): Promise<string> {
    const client = new pg.Client({ connectionString: this.url() });
    await client.connect();
    await client.query(`create database ${name}`);
    await client.end();
    return this.url(name);
  }

  /** Ends it as a restart does: connections are cut. */
  async stop(): Promise<void> {
    const { child } = this;
    if (!child || child.exitCode !== null) return;
    await new Promise<void>((resolve) => {
      child.on('exit', () => resolve());
      child.kill('SIGINT');
    });
  }

  async remove(): Promise<void> {
    await this.stop();
    rmSync(this.folder, { recursive: true, force: true });
  }
}
