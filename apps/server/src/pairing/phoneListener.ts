import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { MOST_PHOTO_BYTES } from '@pale-glint/core';
import { HttpException, ValidationPipe, type Type } from '@nestjs/common';
import express, { type NextFunction, type Request, type Response } from 'express';
import { bytesOf } from '../http/bodies.js';
import { FailuresFilter } from '../http/failures.filter.js';
import { refusedFields } from '../http/refusals.js';
import { StepsDto, TicksDto } from '../runs/runs.dto.js';
import { NoteDto } from './pairing.dto.js';
import { CLAIM_PAGE, CLAIM_POLICY, TABLE_POLICY } from './claimPage.js';

const SMALL_BODY = '64kb';
const COOKIE = 'glint-phone';
/** Only a phone that was let in sends anything large. */
const PHOTO_BODY = express.raw({ type: ['image/jpeg', 'image/png'], limit: MOST_PHOTO_BYTES });

/** What a phone may do, and what decides whether it may. */
export interface PhoneDoor {
  /** Host names that it is reached by. */
  readonly hosts: () => ReadonlySet<string>;
  /** Exchanges the key of the address, once, for a key of its own; null where it is wrong or used. */
  claim(token: unknown): { readonly key: string; readonly maxAgeMs: number } | null;
  admits(key: string): boolean;
  page(): string;
  ticks(): Promise<unknown>;
  tickMany(body: TicksDto): Promise<unknown>;
  untickMany(body: StepsDto): Promise<unknown>;
  /** Stores a photo; answers with its hash. */
  photo(bytes: Uint8Array): Promise<{ readonly hash: string }>;
  note(body: NoteDto): Promise<unknown>;
}

const keyOf = (request: Request): string =>
  new RegExp(`(?:^|; )${COOKIE}=([^;]+)`).exec(request.headers.cookie ?? '')?.[1] ?? '';

const pipe = new ValidationPipe({
  transform: true,
  whitelist: true,
  forbidNonWhitelisted: true,
  exceptionFactory: refusedFields,
});
const checked = <T>(body: unknown, metatype: Type<T>): Promise<T> =>
  pipe.transform(body, { type: 'body', metatype }) as Promise<T>;

/** What the reader of bodies refuses comes with a status of its own. */
function asRefusal(error: unknown): unknown {
  const { status, message } = error as { status?: unknown; message?: string };
  return typeof status === 'number' && !(error instanceof HttpException)
    ? new HttpException(message ?? '', status)
    : error;
}

const NOTHING = 'There is nothing at this address.';

/** What a phone may ask that was let in. */
function tableRoutes(app: express.Express, door: PhoneDoor): void {
  app.get('/table', (_request, response) => {
    response.set('Content-Security-Policy', TABLE_POLICY).type('html').send(door.page());
  });
  app.get('/ticks', async (_request, response) => void response.json(await door.ticks()));
  app.put('/ticks', async (request, response) => {
    response.json(await door.tickMany(await checked(request.body, TicksDto)));
  });
  app.post('/ticks/undone', async (request, response) => {
    response.json(await door.untickMany(await checked(request.body, StepsDto)));
  });
  app.post('/photos', PHOTO_BODY, async (request, response) => {
    const { hash } = await door.photo(bytesOf(request.body));
    response.status(201).json({ hash });
  });
  app.post('/notes', async (request, response) => {
    await door.note(await checked(request.body, NoteDto));
    response.status(201).json({ kept: true });
  });
}

/** The few addresses that a phone may ask; everything else is not there. */
function phoneApp(door: PhoneDoor): express.Express {
  const app = express();
  app.disable('x-powered-by');
  app.use((request: Request, response: Response, next: NextFunction) => {
    const host = request.headers.host ?? '';
    const { origin } = request.headers;
    response.set({
      'X-Content-Type-Options': 'nosniff',
      'X-Frame-Options': 'DENY',
      'Referrer-Policy': 'no-referrer',
      'Cache-Control': 'no-store',
    });
    if (!door.hosts().has(host.replace(/:\d+$/, '')))
      return void response.status(403).json({ says: 'This table does not answer to that name.' });
    if (origin !== undefined && origin !== `http://${host}`)
      return void response.status(403).json({ says: 'Requests from other pages are not accepted.' });
    next();
  });
  app.get('/', (_request, response) => {
    response.set('Content-Security-Policy', CLAIM_POLICY).type('html').send(CLAIM_PAGE);
  });
  app.use(express.json({ limit: SMALL_BODY }));
  app.post('/claim', (request: Request, response: Response) => {
    const claimed = door.claim((request.body as { token?: unknown } | undefined)?.token);
    if (!claimed)
      return void response.status(403).json({
        says: 'This code was used already, or it is an old one. Ask for a new one on the computer.',
      });
    response
      .cookie(COOKIE, claimed.key, {
        httpOnly: true,
        sameSite: 'strict',
        path: '/',
        maxAge: claimed.maxAgeMs,
      })
      .status(204)
      .end();
  });
  app.use((request: Request, response: Response, next: NextFunction) => {
    if (door.admits(keyOf(request))) return next();
    response.status(401).json({ says: 'Scan the code on the computer first.' });
  });
  tableRoutes(app, door);
  app.use((_request: Request, response: Response) => void response.status(404).json({ says: NOTHING }));
  const failures = new FailuresFilter();
  app.use((error: unknown, request: Request, response: Response, _next: NextFunction) => {
    const { status, body } = failures.failureOf(asRefusal(error), request);
    if (!response.headersSent) response.status(status).json(body);
  });
  return app;
}

/** A listener on the home network for one door. */
export async function openListener(door: PhoneDoor, port: number): Promise<{ server: Server; port: number }> {
  const server = await new Promise<Server>((resolve, reject) => {
    const listening: Server = phoneApp(door).listen(port, '0.0.0.0', (error?: Error) =>
      error ? reject(error) : resolve(listening),
    );
  });
  return { server, port: (server.address() as AddressInfo).port };
}
