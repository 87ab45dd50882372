import { afterEach, describe, expect, jest, test } from '@jest/globals';
import { ask, failureOf, hindranceIn, NoRoom, Refusal, sendBytes, Unreachable } from '../src/api/http.js';

const real = globalThis.fetch;
afterEach(() => {
  globalThis.fetch = real;
});

/** The server as it answers from now on. */
function answering(status: number, body: unknown) {
  const asked = jest.fn((_address: string, _init?: RequestInit) =>
    Promise.resolve(
      new Response(typeof body === 'string' ? body : JSON.stringify(body), {
        status,
      }),
    ),
  );
  globalThis.fetch = asked as unknown as typeof fetch;
  return asked;
}
const away = () => {
  globalThis.fetch = (() => Promise.reject(new TypeError('fetch failed'))) as unknown as typeof fetch;
};
const failed = async (promise: Promise<unknown>): Promise<unknown> =>
  promise.then(
    () => {
      throw new Error('it was answered');
    },
    (e: unknown) => e,
  );

describe('asking the server', () => {
  test('answers with its JSON, and says what it sends', async () => {
    const asked = answering(200, { version: 4 });
    expect(await ask('PUT', '/api/x', '{"a":1}')).toEqual({ version: 4 });
    const [address, init] = asked.mock.calls[0];
    expect(address).toBe('/api/x');
    expect(init).toMatchObject({
      method: 'PUT',
      body: '{"a":1}',
      headers: { 'content-type': 'application/json' },
    });
    await ask('GET', '/api/x');
    expect(asked.mock.calls[1][1]).toMatchObject({ headers: {} });
  });

  test('an answer without anything in it is null', async () => {
    globalThis.fetch = (() =>
      Promise.resolve(new Response(null, { status: 204 }))) as unknown as typeof fetch;
    expect(await ask('DELETE', '/api/x')).toBeNull();
  });

  test('a server that cannot be reached, or stands behind a proxy that says so, may be asked again', async () => {
    away();
    expect(await failed(ask('GET', '/api/x'))).toBeInstanceOf(Unreachable);
    for (const status of [502, 503, 504]) {
      answering(status, 'Bad gateway');
      expect(await failed(ask('GET', '/api/x'))).toBeInstanceOf(Unreachable);
    }
    // A page where JSON was meant: something else answers at this address.
    answering(200, '<html>hello</html>');
    expect(await failed(ask('GET', '/api/x'))).toBeInstanceOf(Unreachable);
  });

  test('a refusal carries what was not accepted, an unreadable one its status', async () => {
    const problems = [{ path: 'parts', held: 'none', accepted: 'one' }];
    answering(400, { says: 'One thing was not accepted.', problems });
    const refusal = (await failed(ask('POST', '/api/x', '{}'))) as Refusal;
    expect(refusal).toBeInstanceOf(Refusal);
    expect([refusal.status, refusal.message, refusal.body.problems]).toEqual([
      400,
      'One thing was not accepted.',
      problems,
    ]);
    answering(500, 'not JSON at all');
    expect((await failed(ask('GET', '/api/x'))) as Refusal).toMatchObject({
      status: 500,
      message: 'The server answered 500.',
    });
  });

  test('a full disk is its own trouble, in the server’s words, for pieces and for photos', async () => {
    answering(507, { says: 'The disk is nearly full.' });
    for (const asked of [
      ask('PUT', '/api/x', '{}'),
      sendBytes('/api/blobs', new Blob(['x']), 'image/png', 1000),
    ]) {
      const error = (await failed(asked)) as NoRoom;
      expect(error).toBeInstanceOf(NoRoom);
      expect(error.message).toBe('The disk is nearly full.');
    }
    answering(507, {});
    expect(((await failed(ask('PUT', '/api/x', '{}'))) as Error).message).toMatch(/Make some room/);
  });

  test('bytes go as they are, and an answer that is no JSON refuses with its status', async () => {
    const asked = answering(201, { hash: 'a' });
    expect(await sendBytes('/api/blobs', new Blob(['x']), 'image/png', 1000)).toEqual({ hash: 'a' });
    expect(asked.mock.calls[0][1]).toMatchObject({
      method: 'POST',
      headers: { 'content-type': 'image/png' },
    });
    answering(413, 'too much');
    expect(await failed(sendBytes('/api/blobs', new Blob(['x']), 'image/png', 1000))).toMatchObject({
      status: 413,
    });
    away();
    expect(await failed(sendBytes('/x', new Blob([]), 'image/png', 1000))).toBeInstanceOf(Unreachable);
  });
});

describe('what went wrong', () => {
  test('is kept and tried again where the server is away or the disk full, and nowhere else', () => {
    expect(hindranceIn(new Unreachable())).toBe('server');
    expect(hindranceIn(new NoRoom())).toBe('disk');
    for (const other of [new Refusal(409, {}), new Error('odd'), 'odd', null])
      expect(hindranceIn(other)).toBeNull();
  });

  test('is told by the first thing that was not accepted, else in its own words', () => {
    const problems = [
      { path: 'a', held: '"x"', accepted: 'a number' },
      { path: 'b', held: '1', accepted: 'a word' },
    ];
    expect(failureOf(new Refusal(400, { says: 'Two things.', problems }))).toBe(
      'It held "x". Accepted: a number.',
    );
    expect(failureOf(new Refusal(404, { says: 'There is nothing here.' }))).toBe('There is nothing here.');
    expect(failureOf('a word')).toBe('a word');
  });
});
