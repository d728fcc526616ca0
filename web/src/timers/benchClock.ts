/** The two clocks of a device: the one on its wall, which can be set, and one that only goes on. */
export interface Clocks {
  /** Ms since 1970. */
  readonly wall: () => number;
  /** Ms since some moment. */
  readonly elapsed: () => number;
}

/** Where what outlives a page is kept. */
export interface ClockMemory {
  readonly read: () => string | null;
  readonly write: (text: string) => void;
}

/** One reading. */
export interface Tick {
  /** Ms since 1970 as the bench counts: what runs goes on by the time that passed, whatever happens to the wall clock. */
  readonly now: number;
  /** How far the wall clock jumped since the last reading, ms; null where it did not. */
  readonly jump: number | null;
}

const JUMP_MS = 60_000;

interface Kept {
  readonly correction: number;
  readonly last: number;
}

const readKept = (text: string | null): Kept | null => {
  try {
    const { correction, last } = JSON.parse(text ?? 'null') as Partial<Kept>;
    return Number.isFinite(correction) && Number.isFinite(last) ? { correction: correction!, last: last! } : null;
  } catch {
    return null;
  }
};

/**
 * The time at the bench. The wall clock, until it jumps by more than a minute against the time that passed: from then on it is corrected, so
 * that what runs keeps its elapsed time. The correction outlives a reload, and all tabs share it.
 */
export class BenchClock {
  private before: { readonly elapsed: number; readonly now: number } | null = null;

  constructor(
    private readonly clocks: Clocks,
    private readonly memory: ClockMemory,
  ) {}

  tick(): Tick {
    const kept = readKept(this.memory.read());
    const correction = kept?.correction ?? 0;
    const elapsed = this.clocks.elapsed();
    const shown = this.clocks.wall() + correction;
    const expected = this.before ? this.before.now + elapsed - this.before.elapsed : shown;
    // a page that was closed meanwhile knows only that time does not go back
    const least = Math.max(expected, this.before ? -Infinity : (kept?.last ?? -Infinity));
    const jump = shown - (this.before ? expected : Math.max(shown, least));
    const isJump = Math.abs(jump) > JUMP_MS;
    const now = isJump ? shown - jump : shown;
    this.before = { elapsed, now };
    this.memory.write(JSON.stringify({ correction: correction + now - shown, last: now }));
    return { now, jump: isJump ? jump : null };
  }

  /** Counts a jump as time that passed after all: the device slept. */
  count(jump: number): void {
    const kept = readKept(this.memory.read());
    const now = (this.before?.now ?? this.clocks.wall()) + jump;
    this.memory.write(JSON.stringify({ correction: (kept?.correction ?? 0) + jump, last: now }));
    if (this.before) this.before = { ...this.before, now };
  }

  /** Follows the wall clock again; for when nothing runs. */
  settle(): void {
    const kept = readKept(this.memory.read());
    if (!kept?.correction) return;
    this.memory.write(JSON.stringify({ correction: 0, last: this.clocks.wall() }));
    this.before = { elapsed: this.clocks.elapsed(), now: this.clocks.wall() };
  }
}
