import { afterAll } from '@jest/globals';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { NestExpressApplication } from '@nestjs/platform-express';
import supertest from 'supertest';
import { createApp } from '../src/app.js';
import type { Config } from '../src/config.js';

export interface TestServer {
  readonly app: NestExpressApplication;
  readonly folder: string;
  readonly http: ReturnType<typeof supertest>;
  /** Closes the server; `keep` leaves its data for another. */
  close(keep?: boolean): Promise<void>;
}

/** In a test nothing ends the process. */
export const notHere = (_why: string, message: string): never => {
  throw new Error(message);
};

async function startIn(folder: string, over: Partial<Config>): Promise<TestServer> {
  const config: Config = {
    host: '127.0.0.1',
    port: 0,
    dataFolder: folder,
    moreHosts: [],
    databaseUrl: null,
    webFolder: join(folder, 'no-pages'),
    drawsPictures: false,
    keepsCopies: false,
    describesApi: false,
    phonePort: 0,
    ...over,
  };
  const app = await createApp(config, { end: notHere, quiet: true });
  await app.listen(0, '127.0.0.1');
  return {
    app,
    folder,
    http: supertest(app.getHttpServer()),
    async close(keep = false) {
      await app.close();
      if (!keep) rmSync(folder, { recursive: true, force: true });
    },
  };
}

const newFolder = () => mkdtempSync(join(tmpdir(), 'glint-server-'));

let started: Promise<string> | undefined;
/** A folder as the first start leaves it, the demo in it: most of a start is to make one. */
export async function startedFolder(): Promise<string> {
  started ??= startIn(newFolder(), {}).then(async (server) => {
    await server.close(true);
    return server.folder;
  });
  const folder = newFolder();
  cpSync(await started, folder, { recursive: true });
  return folder;
}

afterAll(async () => {
  if (started) rmSync(await started, { recursive: true, force: true });
});

/** The real server on a real database in a folder: one of its own with the demo in it, or one that is given as it is. */
export const startServer = async (folder?: string, over: Partial<Config> = {}): Promise<TestServer> =>
  startIn(folder ?? (over.databaseUrl ? newFolder() : await startedFolder()), over);

/** A backup of all that a server holds. */
export const backupOf = async (server: TestServer): Promise<Buffer> =>
  (
    await server.http
      .get('/api/backup')
      .buffer(true)
      .parse((response, done) => {
        const parts: Buffer[] = [];
        response.on('data', (d: Buffer) => parts.push(d));
        response.on('end', () => done(null, Buffer.concat(parts)));
      })
      .expect(200)
  ).body as Buffer;
