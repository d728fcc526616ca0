import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import os from 'node:os';
import path from 'node:path';
import { climateSeriesSchema, whyNotOutdoors } from '@sgraffa/core';
import { createApp } from './app.ts';
import type { ClimateAnswer } from './climate.ts';
import { weatherAt } from './weather.ts';

const NOW = Date.parse('2026-11-25T09:20:00Z');
let server: Server;
let address: string;
let folder: string;
beforeAll(async () => {
  const buildFolder = mkdtempSync(path.join(os.tmpdir(), 'sgraffa-climate-'));
  folder = buildFolder;
  mkdirSync(path.join(buildFolder, 'assets'));
  writeFileSync(path.join(buildFolder, 'index.html'), '<!doctype html>');
  server = createApp({ buildFolder, now: () => NOW }).listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  address = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api/climate`;
});
afterAll(() => {
  server.close();
});
const read = async (station: string) => (await (await fetch(`${address}/${station}`)).json()) as ClimateAnswer;
const codeOf = async (answer: Response) =>
  ((await answer.json()) as { problems: { code: string }[] }).problems[0]?.code;
const put = (station: string, body: string, origin: string | null = new URL(address).origin) =>
  fetch(`${address}/${station}/behaviour`, { method: 'PUT', body, headers: origin === null ? {} : { origin } });
const tell = (station: string, behaviour: unknown) => put(station, JSON.stringify(behaviour));

test('a station gives a reading and ten days by the hour, and the same again', async () => {
  const answer = await read('hilltop');
  expect(climateSeriesSchema.safeParse(answer.forecast)).toMatchObject({ success: true });
  expect(answer.forecast.hours).toHaveLength(240);
  expect(answer.forecast.from).toBe('2026-11-25T09:00:00.000Z');
  expect(await read('hilltop')).toEqual(answer);
});

test('it can be told to fail, to lag and to change its mind, each station for itself', async () => {
  const before = await read('valley');
  await tell('valley', { revision: 1 });
  const after = await read('valley');
  expect(after.forecast.id).not.toBe(before.forecast.id);
  expect(after.forecast.hours[0]).toEqual(before.forecast.hours[0]);
  expect(after.forecast.hours).not.toEqual(before.forecast.hours);
  await tell('valley', { fails: true });
  const silent = await fetch(`${address}/valley`);
  expect([silent.status, await codeOf(silent)]).toEqual([503, 'station-silent']);
  await tell('slow', { lagMs: 300 });
  const began = Date.now();
  await read('slow');
  expect(Date.now() - began).toBeGreaterThanOrEqual(295);
  expect((await fetch(`${address}/hilltop`)).status).toBe(200);
});

test.each([
  ['{', 400],
  ['{"lagMs":-1}', 400],
  ['{"seed":"x"}', 400],
  ['{"unknown":1}', 400],
])('a behaviour of %s is refused in words', async (body, status) => {
  const answer = await put('hilltop', body);
  expect([answer.status, await codeOf(answer)]).toEqual([status, 'bad-behaviour']);
});

test.each([null, 'null', 'http://elsewhere.example', 'http://localhost:1', 'no origin'])(
  'only the page of this server may change a station: %s may not',
  async (origin) => {
    const answer = await put('guarded', '{"revision":9}', origin);
    expect([answer.status, await codeOf(answer)]).toEqual([403, 'foreign-page']);
    expect((await read('guarded')).forecast.id).not.toContain('rev');
  },
);

test.each(['nonsense', '1999-12-31T23:59:59Z', '2200-01-01T00:00:00Z', '+275760-09-13T00:00:00.000Z'])(
  'the weather of %s is nobody’s to ask for',
  async (at) => {
    const answer = await fetch(`${address}/hilltop?at=${encodeURIComponent(at)}`);
    expect([answer.status, await codeOf(answer)]).toEqual([400, 'bad-instant']);
  },
);

test('the table of stations is bounded, and those that are in it can still be told', async () => {
  const own = createApp({ buildFolder: folder, now: () => NOW }).listen(0, '127.0.0.1');
  await new Promise((resolve) => own.once('listening', resolve));
  const origin = `http://127.0.0.1:${(own.address() as AddressInfo).port}`;
  const told = (station: string, revision: number) =>
    fetch(`${origin}/api/climate/${station}/behaviour`, {
      method: 'PUT',
      body: JSON.stringify({ revision }),
      headers: { origin },
    });
  for (let from = 0; from < 500; from += 50)
    await Promise.all(Array.from({ length: 50 }, (_, index) => told(`s-${from + index}`, 1)));
  const more = await told('one-more', 1);
  expect([more.status, await codeOf(more)]).toEqual([409, 'too-many-stations']);
  expect((await told('s-0', 2)).status).toBe(200);
  expect((await fetch(`${origin}/api/climate/one-more`)).status).toBe(200);
  own.close();
});

test('a station name that is none is refused', async () => expect((await fetch(`${address}/A%20b`)).status).toBe(400));

test('every week has dry days that are fit for spraying, and wet ones', () => {
  for (let seed = 1; seed < 12; seed += 1) {
    const fit = Array.from({ length: 28 }, (_, day) =>
      [10, 12, 14].every(
        (hour) =>
          whyNotOutdoors(undefined, weatherAt(seed, NOW - (NOW % 86_400_000) + day * 86_400_000 + hour * 3_600_000)) ===
          null,
      ),
    );
    const share = fit.filter(Boolean).length;
    expect([seed, share >= 6, share <= 22]).toEqual([seed, true, true]);
  }
});
