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
beforeAll(async () => {
  const buildFolder = mkdtempSync(path.join(os.tmpdir(), 'sgraffa-climate-'));
  mkdirSync(path.join(buildFolder, 'assets'));
  writeFileSync(path.join(buildFolder, 'index.html'), '<!doctype html>');
  server = createApp({ buildFolder, now: () => NOW }).listen(0);
  await new Promise((resolve) => server.once('listening', resolve));
  address = `http://localhost:${(server.address() as AddressInfo).port}/api/climate`;
});
afterAll(() => {
  server.close();
});
const read = async (station: string) => (await (await fetch(`${address}/${station}`)).json()) as ClimateAnswer;
const codeOf = async (answer: Response) =>
  ((await answer.json()) as { problems: { code: string }[] }).problems[0]?.code;
const tell = (station: string, behaviour: unknown) =>
  fetch(`${address}/${station}/behaviour`, { method: 'PUT', body: JSON.stringify(behaviour) });

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
  const answer = await fetch(`${address}/hilltop/behaviour`, { method: 'PUT', body });
  expect([answer.status, await codeOf(answer)]).toEqual([status, 'bad-behaviour']);
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
