import { MS_PER_MINUTE } from '../units/index.ts';
import type { Product } from '../materials/index.ts';
import type { ClimateSeries } from '../dry/index.ts';
import { freeWindows, withoutQuiet, type BenchHours, type FreeWindow } from './hours.ts';
import type { OutdoorDrying } from './outdoorDrying.ts';
import { OutdoorHours } from './outdoorDrying.ts';
import { GRID_MINUTES } from './step.ts';
import type { Stretches } from './weather.ts';

export const CRAFTER = 'crafter';
type Windows = [number, number][];

/** Everything that says when work may be done, as named windows in minutes from a common start. */
export class BenchCalendars {
  readonly epoch: number;
  readonly free: readonly FreeWindow[];
  /** By name, as the problem holds them. */
  readonly named: Record<string, Windows> = {};
  private readonly outdoorNames = new Map<Product | undefined, string>();
  private readonly hours: OutdoorHours | null;

  constructor(
    now: string,
    readonly horizon: number,
    bench: BenchHours,
    outdoor: ClimateSeries | null,
    private readonly drying: OutdoorDrying | null,
  ) {
    const grid = GRID_MINUTES * MS_PER_MINUTE;
    this.epoch = Math.ceil(Date.parse(now) / grid) * grid;
    const until = this.epoch + horizon * MS_PER_MINUTE;
    this.free = freeWindows(this.epoch, until, bench);
    this.named[CRAFTER] = this.inMinutes(this.free.map(({ start, end }) => [start, end]));
    if (bench.quietHours)
      this.named['machine'] = this.inMinutes(withoutQuiet(this.free, bench).map(({ start, end }) => [start, end]));
    this.hours = outdoor ? new OutdoorHours(outdoor, until) : null;
  }

  minuteOf(at: number | string): number {
    return Math.round(((typeof at === 'string' ? Date.parse(at) : at) - this.epoch) / MS_PER_MINUTE);
  }

  private inMinutes(stretches: Stretches): Windows {
    return stretches
      .map(([from, to]): [number, number] => [
        Math.max(0, this.minuteOf(from)),
        Math.min(this.horizon, this.minuteOf(to)),
      ])
      .filter(([from, to]) => to > from);
  }

  /** The longest sitting, in minutes. */
  get longest(): number {
    return Math.max(0, ...this.named[CRAFTER]!.map(([from, to]) => to - from));
  }

  get hasQuiet(): boolean {
    return 'machine' in this.named;
  }

  /** The calendar of all that lies after a minute. */
  from(minute: number): string {
    const name = `from ${minute}`;
    this.named[name] ??= [[Math.min(minute, this.horizon - 1), this.horizon]];
    return name;
  }

  /** The calendar of hours without rain; null where no weather is known. */
  get rainless(): string | null {
    if (!this.hours) return null;
    this.named['no rain'] ??= this.inMinutes(this.hours.rainless);
    return 'no rain';
  }

  /** The calendar of hours in which a product may be laid outdoors; null where no weather is known. */
  outdoors(product: Product | undefined): string | null {
    const { hours, drying } = this;
    if (!hours || !drying) return null;
    const known = this.outdoorNames.get(product);
    if (known) return known;
    const plain = `outdoors ${product?.id ?? ''}`;
    // one product by two sets of figures has two calendars
    const name = plain in this.named ? `${plain} ${this.outdoorNames.size}` : plain;
    this.outdoorNames.set(product, name);
    const rainless = this.named[this.rainless!]!;
    this.named[name] = drying.dryingHours(
      product,
      this.inMinutes(hours.fitFor(product)),
      rainless,
      this.epoch,
      this.horizon,
    );
    return name;
  }

  /** Minutes to a stage by the minute in which a coat is laid outdoors. */
  dryingTable(product: Product, stage: Parameters<OutdoorDrying['table']>[1], indoors: number): Windows {
    return this.drying!.table(product, stage, indoors, this.named[this.outdoors(product)!]!, this.epoch);
  }
}
