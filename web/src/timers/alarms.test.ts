import 'fake-indexeddb/auto';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { alarmsDue, type Timer } from '@sgraffa/core';
import { BenchDatabase } from '../store/db.ts';
import { RungAlarms } from './alarms.ts';
import { BenchClock, type ClockMemory } from './benchClock.ts';

const DAY = 24 * 3_600_000;
const BEGAN = Date.parse('2026-11-25T09:00:00Z');
const isLong = process.env['SGRAFFA_LONG'] === '1';

/** A device: a wall clock that can be set, and time that only goes on. */
class Device {
  wall = BEGAN;
  elapsed = 0;
  private text: string | null = null;
  readonly memory: ClockMemory = { read: () => this.text, write: (text) => void (this.text = text) };
  pass(ms: number): void {
    this.wall += ms;
    this.elapsed += ms;
  }
  tab(): BenchClock {
    // each page counts from its own beginning
    const opened = this.elapsed;
    return new BenchClock({ wall: () => this.wall, elapsed: () => this.elapsed - opened }, this.memory);
  }
}

describe('the clock of the bench', () => {
  test('a clock that is set back or ahead by more than a minute is told, and what runs keeps its elapsed time', () => {
    for (const set of [-DAY, 2 * 3_600_000, -90_000]) {
      const device = new Device();
      const clock = device.tab();
      clock.tick();
      device.pass(1000);
      device.wall += set;
      expect(clock.tick()).toEqual({ now: BEGAN + 1000, jump: set });
      device.pass(1000);
      expect(clock.tick()).toEqual({ now: BEGAN + 2000, jump: null });
      // another tab, and a page that is loaded again, go by the same
      expect(device.tab().tick().now).toBe(BEGAN + 2000);
    }
  });
  test('small corrections are followed, and so is the wall clock again once nothing runs', () => {
    const device = new Device();
    const clock = device.tab();
    clock.tick();
    device.wall += 30_000;
    expect(clock.tick()).toEqual({ now: BEGAN + 30_000, jump: null });
    device.wall -= DAY;
    clock.tick();
    clock.settle();
    expect(clock.tick()).toEqual({ now: device.wall, jump: null });
  });
  test('a device that slept counts that time once it is said', () => {
    const device = new Device();
    const clock = device.tab();
    clock.tick();
    device.wall += DAY;
    const { jump } = clock.tick();
    clock.count(jump!);
    expect(clock.tick()).toEqual({ now: BEGAN + DAY, jump: null });
  });
  test('a page that was closed while the clock was set back never goes back before what it knew', () => {
    const device = new Device();
    const clock = device.tab();
    clock.tick();
    device.pass(60_000);
    clock.tick();
    device.wall -= DAY;
    expect(device.tab().tick()).toEqual({ now: BEGAN + 60_000, jump: -DAY });
  });
});

let opened = 0;
const timer = (minutes: number): Timer => {
  const dueAt = new Date(BEGAN + minutes * 60_000).toISOString();
  const id = `due-${minutes}`;
  return {
    id,
    kind: 'look',
    pieceId: 'p',
    piece: 'Cup',
    stepId: 's',
    thenId: 's',
    copies: null,
    from: new Date(BEGAN).toISOString(),
    dueAt,
    until: null,
    label: id,
    todo: '',
    alarms: [{ id, at: dueAt, words: id }],
  };
};

test('whatever order of reloads, clock jumps, sleep and tabs: no alarm is lost and none rings twice', () =>
  fc.assert(
    fc.asyncProperty(
      fc.uniqueArray(fc.integer({ min: 1, max: 300 }), { minLength: 1, maxLength: 6 }),
      fc.array(
        fc.oneof(
          fc.record({ do: fc.constant('pass' as const), ms: fc.integer({ min: 1000, max: 90 * 60_000 }) }),
          fc.record({ do: fc.constant('set' as const), ms: fc.integer({ min: -2 * DAY, max: 2 * DAY }) }),
          fc.record({ do: fc.constant('reload' as const), tab: fc.nat(2) }),
          fc.record({ do: fc.constant('tick' as const), tab: fc.nat(2) }),
        ),
        { maxLength: 25 },
      ),
      async (minutes, moves) => {
        const database = new BenchDatabase(`alarms-${(opened += 1)}`);
        const device = new Device();
        const timers = minutes.map(timer);
        const rang: string[] = [];
        const open = () => ({ clock: device.tab(), rung: new RungAlarms(database) });
        const tabs = [open(), open(), open()];
        const tick = async (tab: (typeof tabs)[number]) => {
          const now = new Date(tab.clock.tick().now).toISOString();
          rang.push(...(await tab.rung.claim(alarmsDue(timers, new Set(), now), now)).map(({ id }) => id));
        };
        for (const tab of tabs) await tick(tab);
        for (const move of moves) {
          if (move.do === 'pass') device.pass(move.ms);
          else if (move.do === 'set') {
            device.wall += move.ms;
            // some page is open and ticks every second
            await tick(tabs[0]!);
          } else if (move.do === 'reload') tabs[move.tab] = open();
          else await Promise.all([tick(tabs[move.tab]!), tick(tabs[0]!)]);
          await tick(tabs[0]!);
          const passed = timers.filter(({ dueAt }) => Date.parse(dueAt) <= BEGAN + device.elapsed);
          expect(new Set(rang)).toEqual(new Set(passed.map(({ id }) => id)));
        }
        device.pass(400 * 60_000);
        await tick(tabs[1]!);
        await tick(tabs[0]!);
        expect([...rang].sort()).toEqual(timers.map(({ id }) => id).sort());
        database.close();
      },
    ),
    { numRuns: isLong ? 150 : 25, seed: 35 },
  ));
