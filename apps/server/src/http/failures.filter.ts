import { randomUUID } from 'node:crypto';
import { Catch, HttpException, Logger, type ArgumentsHost, type ExceptionFilter } from '@nestjs/common';
import { MOST_BYTES, MOST_BYTES_TEXT, RefusedInput } from '@pale-glint/core';
import type { Request, Response } from 'express';
import { Refused } from './refusals.js';
import { NO_ROOM_SAYS } from './room.js';

export interface Failure {
  status: number;
  body: Record<string, unknown>;
}

const UNIQUE_VIOLATION = '23505';
const DISK_FULL = '53100';
/** What the database cannot hold: a character it does not know. */
const BAD_TEXT: ReadonlySet<string> = new Set(['22021', '22P05']);
/** The database went away, is stopping or is not there yet; it comes back. */
const AWAY = /^(08...|57P0.|53300)$/;
const UNREACHABLE: ReadonlySet<string> = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'ENOTFOUND',
  'ETIMEDOUT',
  'EPIPE',
]);
const BROKEN = /Connection terminated|Client has encountered a connection error/;

/** Errors of the database arrive wrapped, this deep at most. */
const DEPTH = 4;

interface Wrapped {
  readonly message: string;
  readonly code?: unknown;
  readonly cause?: unknown;
}
const isWrapped = (e: unknown): e is Wrapped =>
  typeof e === 'object' && e !== null && typeof (e as { message?: unknown }).message === 'string';

/** An error and what caused it, outermost first. */
function causesOf(error: unknown): Wrapped[] {
  const all: Wrapped[] = [];
  for (let e = error; isWrapped(e) && all.length < DEPTH; e = e.cause) all.push(e);
  return all;
}

/** Whether the database could not be asked at all. */
const isAway = (error: unknown): boolean =>
  causesOf(error).some((e) => UNREACHABLE.has(String(e.code ?? '')) || BROKEN.test(e.message)) ||
  AWAY.test(sqlState(error) ?? '');

/** SQL state of a database error. */
const sqlState = (error: unknown): string | undefined =>
  causesOf(error)
    .map((e) => e.code)
    .find((code): code is string => typeof code === 'string' && /^[0-9A-Z]{5}$/.test(code));

/** A failed query without its text and parameters; null for any other error. */
function withoutContents(error: Error): string | null {
  if (!error.message.startsWith('Failed query')) return null;
  const cause = causesOf(error)[1]?.message ?? 'no reason told';
  return `a query failed: ${cause} (${sqlState(error) ?? 'no state'})`;
}

/** Every failure leaves as JSON with a sentence for the painter; unknown trouble with an id that the log has. */
@Catch()
export class FailuresFilter implements ExceptionFilter {
  private readonly log = new Logger('failures');

  catch(error: unknown, host: ArgumentsHost): void {
    const http = host.switchToHttp();
    const response = http.getResponse<Response>();
    const { status, body } = this.failureOf(error, http.getRequest<Request>());
    if (!response.headersSent) response.status(status).json(body);
  }

  /** The status and the sentence that a failure leaves with. */
  failureOf(error: unknown, request: Request): Failure {
    if (error instanceof RefusedInput) return this.failureOf(new Refused(error.problems), request);
    if (error instanceof HttpException) {
      const body = error.getResponse();
      if (typeof body === 'object' && 'says' in body)
        return { status: error.getStatus(), body: body as Record<string, unknown> };
      return this.bodyFailure(error, request);
    }
    if (sqlState(error) === UNIQUE_VIOLATION)
      return { status: 409, body: { says: 'Something with this id is already here. Nothing was stored.' } };
    if (sqlState(error) === DISK_FULL || (error as NodeJS.ErrnoException)?.code === 'ENOSPC')
      return { status: 507, body: { says: NO_ROOM_SAYS } };
    if (BAD_TEXT.has(sqlState(error) ?? ''))
      return this.failureOf(
        new Refused([{ path: 'text', held: 'a character that cannot be kept', accepted: 'plain text' }]),
        request,
      );
    if (error instanceof RangeError && /call stack/i.test(error.message))
      return this.failureOf(
        new Refused([
          { path: 'body', held: 'lists in lists without end', accepted: 'a file of this program' },
        ]),
        request,
      );
    if (isAway(error))
      return {
        status: 503,
        body: { says: 'The database cannot be reached just now. Nothing was stored; it is tried again.' },
      };
    const id = randomUUID();
    this.log.error(
      `${id} ${request.method} ${request.url}`,
      // Of a query only what went wrong, never what was in it.
      error instanceof Error ? (withoutContents(error) ?? error.stack) : String(error),
    );
    return {
      status: 500,
      body: {
        says: `Something went wrong in the program; nothing of yours was lost. The log has it as ${id}.`,
        id,
      },
    };
  }

  /** What the readers of bodies and addresses refuse, in the words of every other refusal. */
  private bodyFailure(error: HttpException, request: Request): Failure {
    const status = error.getStatus();
    const refuse = (path: string, held: string, accepted: string) =>
      this.failureOf(new Refused([{ path, held, accepted }], status), request);
    if (status === 413)
      return refuse(
        'file',
        'more than it may',
        `at most ${MOST_BYTES} bytes (${MOST_BYTES_TEXT}) for a piece, ` +
          '40 MB for a photo, surface or shape, 2 MB for the shelf, 65536 for anything else',
      );
    if (error.message.startsWith('Failed to decode'))
      return refuse('address', request.url.slice(0, 60), 'a well-formed address');
    if (status === 400 || status === 415)
      return refuse('body', 'something unreadable', 'whole JSON in UTF-8');
    return { status, body: { says: status === 404 ? 'There is nothing at this address.' : error.message } };
  }
}
