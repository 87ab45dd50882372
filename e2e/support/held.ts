import { readShelf, writeShelf } from '@pale-glint/core';

/** What a server holds: its pieces, the one stored last coming first, its shelf, and its photos and surfaces. */
export interface Held {
  readonly pieces: readonly string[];
  readonly shelf: string;
  readonly blobs: readonly string[];
}

async function ask(address: string, path: string, request?: RequestInit): Promise<Response> {
  const answer = await fetch(`${address}/api/${path}`, request);
  if (!answer.ok) throw new Error(`${request?.method ?? 'GET'} ${path}: ${await answer.text()}`);
  return answer;
}

const list = async <T>(address: string, path: string) =>
  (await (await ask(address, path)).json()) as readonly T[];

const send = (address: string, method: 'POST' | 'PUT', path: string, body: string) =>
  ask(address, path, { method, headers: { 'content-type': 'application/json' }, body });

const shelfOf = async (address: string) =>
  (await (await ask(address, 'shelf')).json()) as { version: number; shelf: unknown };

/** What the server at an address holds now. */
export async function heldAt(address: string): Promise<Held> {
  const pieces = await list<{ id: string }>(address, 'pieces');
  const blobs = await list<{ hash: string }>(address, 'blobs');
  const { shelf } = await shelfOf(address);
  return {
    pieces: await Promise.all(pieces.map(async ({ id }) => (await ask(address, `pieces/${id}/file`)).text())),
    shelf: writeShelf(readShelf(JSON.stringify(shelf))),
    blobs: blobs.map((b) => b.hash),
  };
}

/** Makes the server at an address hold what was held before, and nothing else; its photos and surfaces are still there. */
export async function putBack(address: string, held: Held): Promise<void> {
  for (const { id } of await list<{ id: string }>(address, 'pieces'))
    await ask(address, `pieces/${id}`, { method: 'DELETE' });
  for (const piece of [...held.pieces].reverse()) await send(address, 'POST', 'pieces', piece);
  for (const { hash } of await list<{ hash: string }>(address, 'blobs'))
    if (!held.blobs.includes(hash)) await ask(address, `blobs/${hash}`, { method: 'DELETE' });
  const { version } = await shelfOf(address);
  await send(address, 'PUT', `shelf?version=${version}`, held.shelf);
  // What pages of the test before told of the painter's pace, at their leisure.
  await ask(address, 'pace', { method: 'DELETE' });
  await ask(address, 'drills', { method: 'DELETE' });
}
