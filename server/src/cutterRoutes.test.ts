import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { mkdtempSync, writeFileSync } from 'node:fs';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import os from 'node:os';
import path from 'node:path';
import { readCutterState, type CutterState } from '@sgraffa/core';
import { createApp } from './app.ts';

let now = Date.parse('2026-11-25T09:00:00Z');
let server: Server;
let address: string;
beforeAll(async () => {
  const buildFolder = mkdtempSync(path.join(os.tmpdir(), 'sgraffa-cutter-'));
  writeFileSync(path.join(buildFolder, 'index.html'), '<!doctype html>');
  server = createApp({ buildFolder, now: () => now }).listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  address = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api/cutter`;
});
afterAll(() => {
  server.close();
});

const put = (where: string, body: unknown = {}, origin: string | null = new URL(address).origin) =>
  fetch(`${address}/${where}`, {
    method: 'PUT',
    body: typeof body === 'string' ? body : JSON.stringify(body),
    headers: origin === null ? {} : { origin },
  });
const stateOf = async (name: string): Promise<CutterState> => {
  const read = readCutterState(await (await fetch(`${address}/${name}`)).json());
  if (!read.ok) throw new Error(read.problems[0]!.given);
  return read.value;
};
const codeOf = async (answer: Response) =>
  `${answer.status} ${((await answer.json()) as { problems?: { code: string }[] }).problems?.[0]?.code ?? ''}`.trim();
/** 100 × 50 mm in a page of 110 × 60: 300 mm of way. */
const SVG =
  '<svg xmlns="http://www.w3.org/2000/svg" width="110mm" height="60mm" viewBox="0 0 110 60"><path d="M5 5h100v50h-100z"/></svg>';
const JOB = { id: 'job-1', about: 'sheet 1', svg: SVG, speedMmS: 100, passes: 1 };

test('film in, a sheet begun, paused, gone on with, done: by the clock', async () => {
  expect(await stateOf('one')).toMatchObject({ status: 'idle', loaded: null });
  expect(await codeOf(await put('one/job', JOB))).toBe('409 nothing-loaded');
  expect((await put('one/film', { widthMm: 200, lengthMm: 300 })).status).toBe(200);
  expect((await put('one/job', JOB)).status).toBe(200);
  now += 1000;
  expect(await stateOf('one')).toMatchObject({ status: 'cutting', job: { id: 'job-1', about: 'sheet 1' } });
  expect((await stateOf('one')).cutMm).toBeCloseTo(100, 3);
  await put('one/job/pause');
  now += 60_000;
  expect((await stateOf('one')).cutMm).toBeCloseTo(100, 3);
  await put('one/job/resume');
  now += 2000;
  expect(await stateOf('one')).toMatchObject({ status: 'done', failure: null, loaded: null });
});

test('what is stopped is told so, and needs new film', async () => {
  await put('two/film', { widthMm: 200, lengthMm: 300 });
  await put('two/job', JOB);
  now += 1000;
  await put('two/job/stop');
  expect(await stateOf('two')).toMatchObject({ status: 'failed', failure: 'stopped', loaded: null });
  expect(await codeOf(await put('two/job', { ...JOB, id: 'job-2' }))).toBe('409 nothing-loaded');
  expect(await codeOf(await put('two/job/stop'))).toBe('409 nothing-to-stop');
});

test('it fails as it is told, each cutter for itself', async () => {
  await put('three/film', { widthMm: 200, lengthMm: 300 });
  await put('three/behaviour', { fault: 'outOfFilm', atShare: 0.5 });
  await put('three/job', JOB);
  now += 60_000;
  expect(await stateOf('three')).toMatchObject({ status: 'failed', failure: 'outOfFilm', cutMm: 150 });
  expect(await stateOf('four')).toMatchObject({ status: 'idle' });
  await put('three/behaviour', { reset: true });
  expect(await stateOf('three')).toMatchObject({ status: 'idle', bladeMm: 0, job: null });
  await put('three/behaviour', { isSilent: true });
  expect(await codeOf(await fetch(`${address}/three`))).toBe('503 cutter-silent');
  expect(await codeOf(await put('three/film', { widthMm: 200, lengthMm: 300 }))).toBe('503 cutter-silent');
});

test('it may lie about its bed, and then cuts no more than it can', async () => {
  await put('five/behaviour', { bed: { widthMm: 90, lengthMm: 300 }, says: { widthMm: 5000, lengthMm: 5000 } });
  expect((await stateOf('five')).bed).toEqual({ widthMm: 5000, lengthMm: 5000 });
  await put('five/film', { widthMm: 200, lengthMm: 300 });
  expect(await codeOf(await put('five/job', JOB))).toBe('409 beyond-bed');
  await put('five/behaviour', { says: { widthMm: -1, lengthMm: 'long' } });
  expect(readCutterState(await (await fetch(`${address}/five`)).json())).toMatchObject({ ok: false });
});

test('a test of speed and passes: two passes take twice as long, hurry makes it shorter', async () => {
  await put('six/behaviour', { hurry: 10 });
  await put('six/film', { widthMm: 200, lengthMm: 300 });
  await put('six/job', { ...JOB, passes: 2 });
  now += 590;
  expect((await stateOf('six')).status).toBe('cutting');
  now += 20;
  expect((await stateOf('six')).status).toBe('done');
});

test('what is no order is refused in words, and changes nothing', async () => {
  expect(await codeOf(await fetch(`${address}/No%20Name`))).toBe('400 bad-cutter');
  expect(await codeOf(await put('seven/film', { widthMm: 5, lengthMm: 300 }))).toBe('400 bad-order');
  expect(await codeOf(await put('seven/film', 'not json'))).toBe('400 bad-order');
  expect(await codeOf(await put('seven/film', { widthMm: 331, lengthMm: 300 }))).toBe('409 too-wide');
  expect(await codeOf(await put('seven/job', { ...JOB, svg: 'no drawing' }))).toBe('400 bad-order');
  expect(await codeOf(await put('seven/job', { ...JOB, passes: 0 }))).toBe('400 bad-order');
  expect(await codeOf(await put('seven/behaviour', { fault: 'fire' }))).toBe('400 bad-behaviour');
  expect(await codeOf(await put('seven/film', { widthMm: 200, lengthMm: 300 }, 'http://elsewhere.example'))).toBe(
    '403 foreign-page',
  );
  expect(await codeOf(await put('seven/behaviour', {}, null))).toBe('403 foreign-page');
  expect(await stateOf('seven')).toMatchObject({ status: 'idle', loaded: null, job: null });
});

test('so many cutters, and no more; those that are known still work', async () => {
  for (let at = 0; at < 210; at += 1) await put(`many-${at}/film`, { widthMm: 200, lengthMm: 300 });
  expect(await codeOf(await put('many-209/film', { widthMm: 200, lengthMm: 300 }))).toBe('409 too-many-cutters');
  expect((await put('one/film', { widthMm: 200, lengthMm: 300 })).status).toBe(200);
});
