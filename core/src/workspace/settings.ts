import { z } from 'zod';
import { LENGTH_UNITS } from '../units/index.ts';
import { climateSeriesSchema } from '../dry/index.ts';
import { exceptionSchema, freeHoursSchema, quietHoursSchema, type FreeHours } from '../plan/index.ts';
import { cardSettingsSchema, PLAIN_CARDS } from '../care/index.ts';
import { moneySettingsSchema, PLAIN_MONEY } from '../amounts/index.ts';
import { DEFAULT_SCHOOLS, plainWorkshop, schoolsSchema, workshopSchema, type BareWorkshop } from '../piece/index.ts';

const isZone = (zone: string): boolean => {
  try {
    Intl.DateTimeFormat('en', { timeZone: zone });
    return true;
  } catch {
    return false;
  }
};

/** Who and what is at the bench beyond the week's free hours. */
export const benchSettingsSchema = z.strictObject({
  /** People at the bench on an ordinary day. */
  hands: z.number().int().min(1, '1 to 6 people').max(6, '1 to 6 people'),
  exceptions: z.array(exceptionSchema).max(400, 'at most 400 days'),
  quietHours: quietHoursSchema.nullable(),
  /** Pieces that find room to dry; null: enough. */
  rackPlaces: z.number().int().min(1, '1 to 1000 pieces').max(1000, '1 to 1000 pieces').nullable(),
  turnerPlaces: z.number().int().min(1, '1 to 100 pieces').max(100, '1 to 100 pieces'),
  direction: z.enum(['forward', 'backward', 'fewest-sittings']),
  /** Name of the climate station whose forecast is read; null: none. */
  station: z
    .string()
    .regex(/^[a-z0-9-]{1,40}$/, 'small letters, digits and hyphens')
    .nullable(),
  /** The crafter's own readings or forecast, from a file; they go before the station's. */
  readings: climateSeriesSchema.nullable(),
});
export type BenchSettings = z.output<typeof benchSettingsSchema>;

export const PLAIN_BENCH: BenchSettings = {
  hands: 1,
  exceptions: [],
  quietHours: null,
  rackPlaces: null,
  turnerPlaces: 1,
  direction: 'forward',
  station: 'hilltop',
  readings: null,
};

export const settingsSchema = z.strictObject({
  length: z.enum(LENGTH_UNITS),
  temperature: z.enum(['C', 'F']),
  theme: z.enum(['light', 'dark', 'system']),
  /** IANA zone of the bench. */
  zone: z.string().refine(isZone, 'an IANA time zone such as Europe/Berlin'),
  freeHours: freeHoursSchema,
  /** What is on the shelf are things of their own. */
  workshop: workshopSchema.omit({ stock: true }),
  schools: schoolsSchema,
  bench: benchSettingsSchema.default(PLAIN_BENCH),
  money: moneySettingsSchema.default(PLAIN_MONEY),
  cards: cardSettingsSchema.default(PLAIN_CARDS),
  /** Days between ordering something and having it. */
  leadDays: z.number().int().min(0, '0 to 90 days').max(90, '0 to 90 days').default(3),
});
export type Settings = z.output<typeof settingsSchema>;

/** Weekday evenings and weekend days: changed by the crafter in the settings. */
const PLAIN_HOURS: FreeHours = [
  ...Array.from({ length: 5 }, (): [string, string][] => [['18:30', '21:30']]),
  [['09:00', '17:00']],
  [['09:00', '16:00']],
];

const bareWorkshop = (): BareWorkshop => {
  const { stock: _, ...workshop } = plainWorkshop();
  return workshop;
};

export const plainSettings = (zone = 'UTC'): Settings => ({
  length: 'mm',
  temperature: 'C',
  theme: 'light',
  zone,
  freeHours: PLAIN_HOURS,
  workshop: bareWorkshop(),
  schools: DEFAULT_SCHOOLS,
  bench: PLAIN_BENCH,
  money: PLAIN_MONEY,
  cards: PLAIN_CARDS,
  leadDays: 3,
});
