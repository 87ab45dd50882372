import type { Problem } from '@pale-glint/core';

/** The server refused: what it says, and the problems it found. */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    readonly body: { says?: string; problems?: Problem[]; version?: number; exists?: string },
  ) {
    super(body.says ?? `The server answered ${status}.`);
    this.name = 'Refusal';
  }
}

/** The server could not be reached. The request may be tried again. */
export class Unreachable extends Error {
  constructor() {
    super('The server cannot be reached.');
    this.name = 'Unreachable';
  }
}

/** The server has no room on its disk. Nothing was stored; the request may be tried again. */
export class NoRoom extends Error {
  constructor(says?: string) {
    super(says ?? 'The disk is nearly full, so nothing was stored. Make some room.');
    this.name = 'NoRoom';
  }
}

/** What keeps a change from being stored for now; it is to be kept and tried again. */
export type Hindrance = 'server' | 'disk';

/** Whether a failure is one of those, and which; null for one that trying again does not mend. */
export const hindranceIn = (error: unknown): Hindrance | null =>
  error instanceof Unreachable ? 'server' : error instanceof NoRoom ? 'disk' : null;

const LONGEST_WAIT_MS = 15000;
const NO_ROOM = 507;

/** What an answer that refuses is thrown as. */
const failureFor = (status: number, body: Refusal['body']): Refusal | NoRoom =>
  status === NO_ROOM ? new NoRoom(body.says) : new Refusal(status, body);

/** Asks the server; answers with its JSON. Throws Refusal, Unreachable or NoRoom, nothing else. */
export async function ask<T>(
  method: string,
  address: string,
  body?: string,
  type = 'application/json',
): Promise<T> {
  let response: Response;
  try {
    response = await fetch(address, {
      method,
      headers: body === undefined ? {} : { 'content-type': type },
      body,
      signal: AbortSignal.timeout(LONGEST_WAIT_MS),
    });
  } catch {
    throw new Unreachable();
  }
  // A stopped server behind a proxy answers like this.
  if (response.status === 502 || response.status === 503 || response.status === 504) throw new Unreachable();
  const text = await response.text();
  let json: unknown = null;
  try {
    json = text ? JSON.parse(text) : null;
  } catch {
    if (response.ok) throw new Unreachable();
  }
  if (!response.ok) throw failureFor(response.status, (json ?? {}) as Refusal['body']);
  return json as T;
}

/** Sends bytes, which may take a while; answers with the server's JSON. Throws Refusal, Unreachable or NoRoom, nothing else. */
export async function sendBytes<T>(
  address: string,
  body: Blob,
  type: string,
  longestWaitMs: number,
): Promise<T> {
  let response: Response;
  try {
    response = await fetch(address, {
      method: 'POST',
      headers: { 'content-type': type },
      body,
      signal: AbortSignal.timeout(longestWaitMs),
    });
  } catch {
    throw new Unreachable();
  }
  const json = (await response.json().catch(() => ({}))) as unknown;
  if (!response.ok) throw failureFor(response.status, json as Refusal['body']);
  return json as T;
}

/** What went wrong, for the painter: the first thing that was not accepted, or the trouble's own words. */
export const failureOf = (error: unknown): string => {
  const problem = error instanceof Refusal ? error.body.problems?.[0] : undefined;
  if (problem) return `It held ${problem.held}. Accepted: ${problem.accepted}.`;
  return error instanceof Error ? error.message : String(error);
};
