import { MINUTES_PER_HOUR, MS_PER_HOUR, MS_PER_MINUTE } from '../units/index.ts';
import type { Product, Stage } from '../materials/index.ts';
import {
  climateBeyond,
  dryTimeAlong,
  hourAt,
  type Climate,
  type ClimateHour,
  type ClimateSeries,
} from '../dry/index.ts';
import { coveredUntil, outdoorStretches, rainlessStretches, whyNotOutdoors, type Stretches } from './weather.ts';

/** Whole minutes, rounded up: a coat is never called dry too soon. */
export const wholeMinutes = (minutes: number): number => Math.ceil(minutes - 1e-6);

/** Whether hours are fit for products, each worked out once; one object may serve many weathers that share their hours. */
export class Fitness {
  private readonly known = new Map<Product | undefined, WeakMap<ClimateHour, boolean>>();

  of(product: Product | undefined): (hour: ClimateHour) => boolean {
    const known = this.known.get(product) ?? new WeakMap<ClimateHour, boolean>();
    this.known.set(product, known);
    return (hour) => {
      const before = known.get(hour);
      if (before !== undefined) return before;
      const isFit = whyNotOutdoors(product, hour) === null;
      known.set(hour, isFit);
      return isFit;
    };
  }
}

/** When work outdoors is fit in one weather, by the product as it stands for a part: two parts may go by other figures of one product. */
export class OutdoorHours {
  private readonly fit = new Map<Product | undefined, Stretches>();
  private dry: Stretches | null = null;

  constructor(
    readonly weather: ClimateSeries,
    private readonly until: number,
    private readonly fitness: Fitness = new Fitness(),
  ) {}

  /** When a product may be laid, ms since 1970. */
  fitFor(product: Product | undefined): Stretches {
    let fit = this.fit.get(product);
    if (!fit)
      this.fit.set(product, (fit = outdoorStretches(product, this.weather, this.until, this.fitness.of(product))));
    return fit;
  }

  get rainless(): Stretches {
    return (this.dry ??= rainlessStretches(this.weather, this.until));
  }
}

/** How coats dry that are laid outdoors: there until they are touch-dry, then in the workshop. */
export class OutdoorDrying {
  readonly covered: number;

  constructor(
    private readonly weather: ClimateSeries,
    private readonly workshop: Climate,
    /** Share by which drying beyond the forecast is taken slower. */
    private readonly beyondShare: number,
  ) {
    this.covered = coveredUntil(weather);
  }

  /** High figure in minutes of a coat laid at an instant; null where it is spoilt or never dries. */
  minutes(product: Product, stage: Stage, start: number): number | null {
    const { weather, workshop, beyondShare } = this;
    const touch = product.dry.touch ? dryTimeAlong(product, 'touch', start, weather, { beyondShare }) : null;
    if (touch && !touch.ok) return null;
    const outMinutes = touch?.ok ? touch.high : 0;
    if (stage === 'touch') return wholeMinutes(outMinutes);
    const first = Math.floor(start / MS_PER_HOUR) * MS_PER_HOUR;
    const usual: ClimateHour = { ...climateBeyond(weather), windMs: 0, rainMm: 0, isDaylight: true };
    const hours: ClimateHour[] = [];
    for (let at = first; at <= start + outMinutes * MS_PER_MINUTE; at += MS_PER_HOUR)
      hours.push(hourAt(weather, at) ?? usual);
    const read = dryTimeAlong(product, stage, start, {
      ...weather,
      from: new Date(first).toISOString(),
      hours,
      beyond: { temperatureC: workshop.temperatureC, relativeHumidity: workshop.relativeHumidity },
    });
    return read.ok ? wholeMinutes(read.high) : null;
  }

  /** Of the hours fit to lay a coat, in minutes from an epoch, those after which it gets touch-dry there before it rains. */
  dryingHours(
    product: Product | undefined,
    windows: readonly (readonly [number, number])[],
    rainless: readonly (readonly [number, number])[],
    epoch: number,
    horizon: number,
  ): [number, number][] {
    if (!product?.dry.touch) return windows.map(([from, to]) => [from, to]);
    const covered = Math.round((this.covered - epoch) / MS_PER_MINUTE);
    const staysDry = (minute: number): boolean => {
      const touch = this.minutes(product, 'touch', epoch + minute * MS_PER_MINUTE);
      if (touch === null) return false;
      const until = Math.min(horizon, minute + MINUTES_PER_HOUR + touch);
      return rainless.some(([from, to]) => from <= minute && until <= to);
    };
    return windows.flatMap(([from, to]) => {
      const kept: [number, number][] = [];
      for (let minute = from; minute < Math.min(to, covered); minute += MINUTES_PER_HOUR)
        if (staysDry(minute)) kept.push([minute, Math.min(minute + MINUTES_PER_HOUR, to, covered)]);
      return to > covered ? [...kept, [Math.max(from, covered), to]] : kept;
    });
  }

  /** Minutes to a stage by the minute in which a coat is laid; one figure for all that lies beyond the forecast. */
  table(
    product: Product,
    stage: Stage,
    indoors: number,
    windows: readonly (readonly [number, number])[],
    epoch: number,
  ): [number, number][] {
    const slower = wholeMinutes(indoors * (1 + this.beyondShare));
    const covered = Math.max(0, Math.round((this.covered - epoch) / MS_PER_MINUTE));
    const at = (minute: number): [number, number] => [
      minute,
      this.minutes(product, stage, epoch + minute * MS_PER_MINUTE) ?? slower,
    ];
    const table: [number, number][] = [];
    for (const [from, to] of windows)
      for (let minute = from; minute < Math.min(to, covered); minute += MINUTES_PER_HOUR) table.push(at(minute));
    return [...table, at(covered)];
  }
}
