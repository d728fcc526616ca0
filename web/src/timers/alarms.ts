import type { BenchDatabase } from '../store/db.ts';

const KEPT_MS = 14 * 24 * 3_600_000;

/** Which alarms have rung on this device: each is claimed by one tab, once. */
export class RungAlarms {
  /** Those that this tab knows to have rung. */
  private readonly known = new Set<string>();

  constructor(private readonly database: BenchDatabase) {}

  /**
   * Claims alarms for this tab.
   *
   * @returns those that no tab had claimed before: they ring now
   */
  async claim<One extends { readonly id: string }>(alarms: readonly One[], at: string): Promise<readonly One[]> {
    const { rung } = this.database;
    const open = alarms.filter(({ id }) => !this.known.has(id));
    if (!open.length) return [];
    const fresh = await this.database.transaction('rw', rung, async () => {
      const before = await rung.bulkGet(open.map(({ id }) => id));
      const own = open.filter((_, index) => before[index] === undefined);
      if (own.length) await rung.bulkPut(own.map(({ id }) => ({ id, at })));
      return own;
    });
    for (const { id } of open) this.known.add(id);
    return fresh;
  }

  /** Forgets what rang long ago. */
  async forgetOld(now: number): Promise<void> {
    const limit = new Date(now - KEPT_MS).toISOString();
    await this.database.rung.filter(({ at }) => at < limit).delete();
  }
}
