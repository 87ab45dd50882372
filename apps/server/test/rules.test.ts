import { describe, expect, jest, test } from '@jest/globals';
import { HttpException } from '@nestjs/common';
import { refused } from '@pale-glint/core';
import type { Request, Response } from 'express';
import { configFrom } from '../src/config.js';
import { FailuresFilter } from '../src/http/failures.filter.js';
import { guardHosts } from '../src/http/guardHosts.js';
import { freeBytes, hasRoom, needRoom } from '../src/http/room.js';

/** What a guard does with a request: lets it through, or answers. */
function answerOf(
  guard: (request: Request, response: Response, next: () => void) => void,
  request: { method?: string; headers?: Record<string, string> },
) {
  const next = jest.fn();
  const answer = { status: 0, body: {} as Record<string, unknown>, headers: {} as Record<string, string> };
  const response = {
    status(code: number) {
      answer.status = code;
      return response;
    },
    json(body: Record<string, unknown>) {
      answer.body = body;
    },
    setHeader(name: string, value: string) {
      answer.headers[name] = value;
    },
  };
  guard(
    { method: 'GET', headers: {}, ...request } as unknown as Request,
    response as unknown as Response,
    next,
  );
  return { ...answer, through: next.mock.calls.length === 1 };
}

describe('settings', () => {
  test('have a default each: this machine alone, a folder of the app’s own', () => {
    const config = configFrom({});
    expect(config).toMatchObject({
      host: '127.0.0.1',
      port: 4870,
      moreHosts: [],
      databaseUrl: null,
      drawsPictures: true,
      keepsCopies: true,
      describesApi: false,
      phonePort: 0,
    });
    expect(config.dataFolder).toMatch(/data$/);
  });

  test('are read from the environment; empty ones are as good as none', () => {
    const config = configFrom({
      PALE_GLINT_PORT: '0',
      PALE_GLINT_HOST: '',
      PALE_GLINT_DATA: '/somewhere/of/mine',
      PALE_GLINT_HOSTS: 'desk.local, , studio ',
      PALE_GLINT_DATABASE_URL: '',
      PALE_GLINT_PICTURES: 'off',
      PALE_GLINT_COPIES: 'off',
      PALE_GLINT_API_DOCS: 'on',
    });
    expect(config).toMatchObject({
      port: 0,
      host: '127.0.0.1',
      dataFolder: '/somewhere/of/mine',
      moreHosts: ['desk.local', 'studio'],
      databaseUrl: null,
      drawsPictures: false,
      keepsCopies: false,
      describesApi: true,
    });
  });

  test.each(['abc', '-1', '70000', '80.5'])(
    'a port of "%s" is refused with its name and what is accepted',
    (text) => {
      expect(() => configFrom({ PALE_GLINT_PORT: text })).toThrow(
        `PALE_GLINT_PORT held "${text}"; accepted: a port from 0 to 65535`,
      );
      expect(() => configFrom({ PALE_GLINT_PHONE_PORT: text })).toThrow('PALE_GLINT_PHONE_PORT');
    },
  );

  test('a network is not listened on unless it is said twice', () => {
    expect(() => configFrom({ PALE_GLINT_HOST: '0.0.0.0' })).toThrow(/Anybody who reaches the server/);
    expect(() => configFrom({ PALE_GLINT_HOST: '0.0.0.0', PALE_GLINT_OPEN_TO_ALL: 'maybe' })).toThrow();
    expect(configFrom({ PALE_GLINT_HOST: '0.0.0.0', PALE_GLINT_OPEN_TO_ALL: 'yes' }).host).toBe('0.0.0.0');
    for (const host of ['localhost', '::1']) expect(configFrom({ PALE_GLINT_HOST: host }).host).toBe(host);
  });
});

describe('who may ask', () => {
  const guard = guardHosts(['Desk.Local']);
  const asking = (headers: Record<string, string>) => answerOf(guard, { headers });

  test('this machine by any of its names, and names that were listed, at any port', () => {
    for (const host of ['localhost:4870', '127.0.0.1', '[::1]:99', 'desk.local:4870', 'DESK.LOCAL'])
      expect(asking({ host })).toMatchObject({ through: true, status: 0 });
  });

  test('not under another name, which is told, and cut short', () => {
    expect(asking({ host: 'evil.example' })).toMatchObject({ through: false, status: 403 });
    const { body } = asking({ host: 'x'.repeat(500) });
    expect(String(body['says']).length).toBeLessThan(220);
    expect(asking({})).toMatchObject({ through: false, status: 403 });
  });

  test('its own pages alone, where a browser says from which page it asks', () => {
    expect(asking({ host: 'localhost:1', origin: 'http://localhost:1' }).through).toBe(true);
    for (const origin of ['http://localhost:2', 'https://evil.example', 'null'])
      expect(asking({ host: 'localhost:1', origin })).toMatchObject({ through: false, status: 403 });
  });

  test('what is answered may not be framed, guessed at or told on', () => {
    expect(asking({ host: 'localhost' }).headers).toEqual({
      'X-Content-Type-Options': 'nosniff',
      'X-Frame-Options': 'DENY',
      'Referrer-Policy': 'no-referrer',
    });
  });
});

describe('room on the disk', () => {
  const embedded = { dataFolder: '/data', databaseUrl: null };
  const [full, ample] = [() => 5 * 1024 * 1024, () => 1024 * 1024 * 1024];

  test('is needed for what is stored, not for what is read or taken away', () => {
    const ask = (method: string) => answerOf(needRoom(embedded, full), { method });
    for (const method of ['POST', 'PUT', 'PATCH']) {
      const { through, status, body } = ask(method);
      expect([through, status]).toEqual([false, 507]);
      expect(body['says']).toMatch(/^The disk is nearly full, so nothing was stored/);
    }
    for (const method of ['GET', 'HEAD', 'DELETE']) expect(ask(method).through).toBe(true);
    expect(answerOf(needRoom(embedded, ample), { method: 'PUT' }).through).toBe(true);
  });

  test('is another machine’s business with a database of its own', () => {
    const guard = needRoom({ dataFolder: '/data', databaseUrl: 'postgres://db' }, full);
    expect(answerOf(guard, { method: 'PUT' }).through).toBe(true);
  });

  test('that the system does not tell is taken to be there', () => {
    expect(freeBytes('/no/such/folder/anywhere')).toBeNull();
    expect(hasRoom('/no/such/folder/anywhere')).toBe(true);
    expect(hasRoom('/data', full)).toBe(false);
    expect(freeBytes('/')).toBeGreaterThan(0);
  });
});

describe('what a failure leaves with', () => {
  const filter = new FailuresFilter();
  const request = { method: 'PUT', url: '/api/pieces/x' } as Request;
  const left = (error: unknown) => filter.failureOf(error, request);
  /** An error of the database, wrapped as it arrives. */
  const wrapped = (code: string) =>
    Object.assign(new Error('Failed query: insert'), { cause: Object.assign(new Error('no'), { code }) });

  test('refused input: 400 with path, held and accepted', () => {
    const { status, body } = left(refused('parts', 'none', 'one or more'));
    expect(status).toBe(400);
    expect(body).toMatchObject({
      says: 'One thing in this input was not accepted.',
      problems: [{ path: 'parts', held: 'none', accepted: 'one or more' }],
    });
  });

  test.each([
    ['23505', 409, /already here/],
    ['53100', 507, /nearly full/],
    ['22021', 400, /not accepted/],
    ['57P01', 503, /cannot be reached just now/],
    ['08006', 503, /tried again/],
    ['53300', 503, /tried again/],
  ])('SQL state %s is %i, in words', (code, status, says) => {
    const failure = left(wrapped(code));
    expect(failure.status).toBe(status);
    expect(String(failure.body['says'])).toMatch(says);
  });

  test.each(['ECONNREFUSED', 'ETIMEDOUT'])('a database that is away (%s) is 503', (code) =>
    expect(left(Object.assign(new Error('connect'), { code })).status).toBe(503),
  );

  test('a full disk of any kind is 507, lists without end are 400', () => {
    expect(left(Object.assign(new Error('write'), { code: 'ENOSPC' })).status).toBe(507);
    const deep = left(new RangeError('Maximum call stack size exceeded'));
    expect(deep.status).toBe(400);
    expect(JSON.stringify(deep.body)).toContain('lists in lists without end');
  });

  test('what a reader of bodies refuses is told like every other refusal', () => {
    expect(left(new HttpException('too large', 413))).toMatchObject({ status: 413 });
    expect(JSON.stringify(left(new HttpException('Failed to decode param', 400)).body)).toContain('address');
    expect(JSON.stringify(left(new HttpException('Unexpected token', 400)).body)).toContain('whole JSON');
    expect(left(new HttpException('Cannot GET /x', 404)).body).toEqual({
      says: 'There is nothing at this address.',
    });
  });

  test('unknown trouble is 500 with a number that the log has, and nothing of what was in a query', () => {
    const lines: string[] = [];
    const write = jest.spyOn(process.stderr, 'write').mockImplementation((text) => {
      lines.push(String(text));
      return true;
    });
    const failure = left(
      Object.assign(new Error('Failed query: insert into pieces values (secret)\nparams: secret'), {
        cause: new Error('something odd'),
      }),
    );
    write.mockRestore();
    expect(failure.status).toBe(500);
    const id = String(failure.body['id']);
    expect(String(failure.body['says'])).toContain(id);
    const log = lines.join('');
    expect(log).toContain(id);
    expect(log).toContain('something odd');
    expect(log).not.toContain('secret');
  });
});
