import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import os from 'node:os';
import path from 'node:path';
import { answerToNoRequest, createApp } from './app.ts';

const folder = mkdtempSync(path.join(os.tmpdir(), 'sgraffa-build-'));
let server: Server;
let address: string;

beforeAll(async () => {
  mkdirSync(path.join(folder, 'assets'));
  writeFileSync(
    path.join(folder, 'index.html'),
    '<!doctype html><script>let inline = 1;</script><script src="/assets/a.js"></script>',
  );
  writeFileSync(path.join(folder, 'assets/a.js'), 'export {};');
  writeFileSync(path.join(path.dirname(folder), 'outside.txt'), 'secret');
  server = createApp({ buildFolder: folder }).listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterAll(() => {
  server.close();
  rmSync(folder, { recursive: true });
});

const get = (where: string, init?: RequestInit) => fetch(address + where, init);

describe('the server', () => {
  test.each(['/', '/pieces', '/pieces/demo-signs/match', '/settings'])('gives the page for %s', async (where) => {
    const answer = await get(where);
    expect([answer.status, answer.headers.get('content-type')]).toEqual([200, expect.stringContaining('text/html')]);
    expect(await answer.text()).toContain('<!doctype html>');
  });

  test('lets hashed files be kept for a year, and the page not at all', async () => {
    expect((await get('/assets/a.js')).headers.get('cache-control')).toContain('immutable');
    expect((await get('/')).headers.get('cache-control')).toBe('max-age=0');
  });

  test('allows no script but its own, and no foreign origin', async () => {
    const policy = (await get('/')).headers.get('content-security-policy')!;
    expect(policy).toMatch(/script-src 'self' 'sha256-[A-Za-z0-9+/=]+';/);
    expect(policy).toContain("connect-src 'self'");
    expect(policy).not.toMatch(/https?:|\*/);
  });

  test.each([
    ['a missing file', '/assets/gone.js', 'GET'],
    ['an address of no service', '/api/forecast', 'GET'],
    ['a change', '/pieces', 'POST'],
  ])('answers %s with a problem', async (_name, where, method) => {
    const answer = await get(where, { method });
    expect(answer.status).toBe(404);
    expect(await answer.json()).toMatchObject({
      problems: [
        { code: 'no-such-address', given: `${method} ${where}`, allowed: expect.any(String), todo: expect.any(String) },
      ],
    });
  });

  test.each([
    ['the page', '/', 'GET', 200],
    ['a file', '/assets/a.js', 'GET', 200],
    ['a missing file', '/assets/gone.js', 'GET', 404],
    ['a path that is none', '/%00', 'GET', 400],
    ['a path that cannot be read', '/%E0%A4%A', 'GET', 400],
    ['a way out of its folder', '/%2e%2e/%2e%2e/outside.txt', 'GET', 404],
    ['a change', '/pieces', 'DELETE', 404],
    ['a station', '/api/climate/hilltop', 'GET', 200],
    ['a foreign change', '/api/climate/hilltop/behaviour', 'PUT', 403],
  ])('guards every answer by its headers: %s', async (_name, where, method, status) => {
    const answer = await get(where, { method });
    expect(answer.status).toBe(status);
    for (const name of [
      'content-security-policy',
      'x-content-type-options',
      'x-frame-options',
      'referrer-policy',
      'cross-origin-opener-policy',
      'cross-origin-resource-policy',
      'permissions-policy',
    ])
      expect([name, answer.headers.get(name)]).toEqual([name, expect.any(String)]);
  });

  test('guards what is no request at all, too', () => {
    const answer = answerToNoRequest();
    expect(answer).toMatch(/^HTTP\/1\.1 400 /);
    expect(answer).toMatch(/\r\nContent-Security-Policy: default-src 'none'\r\n/);
    expect(answer).toMatch(/\r\nX-Content-Type-Options: nosniff\r\n/);
    expect(answer.endsWith('\r\n\r\n')).toBe(true);
  });

  test.each(['/../outside.txt', '/%2e%2e/outside.txt', '/assets/..%2f..%2foutside.txt'])(
    'gives nothing from outside its folder: %s',
    async (where) => expect(await (await get(where)).text()).not.toContain('secret'),
  );
});
