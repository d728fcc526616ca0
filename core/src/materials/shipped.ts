import { z } from 'zod';
import bases from './data/bases.json' with { type: 'json' };
import careProfiles from './data/careProfiles.json' with { type: 'json' };
import coatings from './data/coatings.json' with { type: 'json' };
import films from './data/films.json' with { type: 'json' };
import firstAid from './data/firstAid.json' with { type: 'json' };
import finishes from './data/finishes.json' with { type: 'json' };
import hazards from './data/hazards.json' with { type: 'json' };
import heatSources from './data/heatSources.json' with { type: 'json' };
import items from './data/items.json' with { type: 'json' };
import limits from './data/limits.json' with { type: 'json' };
import media from './data/media.json' with { type: 'json' };
import methods from './data/methods.json' with { type: 'json' };
import prep from './data/prep.json' with { type: 'json' };
import bench from './data/bench.json' with { type: 'json' };
import symptoms from './data/symptoms.json' with { type: 'json' };
import tries from './data/tries.json' with { type: 'json' };
import amounts from './data/amounts.json' with { type: 'json' };
import sizing from './data/sizing.json' with { type: 'json' };
import weights from './data/weights.json' with { type: 'json' };
import { catalogueSchema, type CatalogueData } from './schema.ts';
import { CATALOGUE_VERSION } from './version.ts';

type Row = Record<string, unknown> & { id: string };

/** Replaces the name of a care profile by the profile, wherever a row names one. */
const withCare = (value: unknown, profiles: Readonly<Record<string, unknown>>): unknown => {
  if (Array.isArray(value)) return value.map((entry) => withCare(entry, profiles));
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, entry]) => {
      if (key !== 'care' || typeof entry !== 'string') return [key, withCare(entry, profiles)];
      if (!(entry in profiles))
        throw new Error(
          `Care profile "${entry}" is not in careProfiles.json. Allowed: ${Object.keys(profiles).join(', ')}.`,
        );
      return [key, profiles[entry]];
    }),
  );
};

/** Fills rows that are `like` an earlier row: its fields, then the row's own, with `changes` laid over `into`. */
const withLikes = (rows: readonly Row[], into: 'properties' | 'changes'): Row[] => {
  const done = new Map<string, Row>();
  return rows.map((row) => {
    const { like, changes, ...own } = row;
    if (like === undefined) {
      done.set(row.id, row);
      return row;
    }
    const model = done.get(String(like));
    if (!model) throw new Error(`"${row.id}" is like "${String(like)}", which no earlier row has as its id.`);
    const { notes: _notes, ...inherited } = model;
    const filled: Row = { ...inherited, ...own, [into]: { ...(model[into] as object), ...(changes as object) } };
    done.set(row.id, filled);
    return filled;
  });
};

/** The catalogue as its data files hold it, before validation; for tests of the data itself. */
export const rawCatalogue = (): unknown =>
  withCare(
    {
      version: CATALOGUE_VERSION,
      bases: withLikes(bases as unknown as Row[], 'properties'),
      finishes: withLikes(finishes as unknown as Row[], 'changes'),
      products: [...prep, ...films, ...coatings, ...media],
      methods,
      hazards,
      firstAid,
      items,
      heatSources,
      tries,
      symptoms,
      limits,
      sizing,
      amounts,
      weights,
      bench,
    },
    careProfiles,
  );

/**
 * The shipped catalogue, read by its schema. A build of the page puts what this gives in the place of this module: the page starts
 * without reading it again.
 *
 * @throws when the shipped data breaks its own schema, naming the first rows; that is a fault of the build, not of the user
 */
export const shippedCatalogue = (): CatalogueData => {
  const read = catalogueSchema.safeParse(rawCatalogue());
  if (!read.success) throw new Error(`The catalogue's data are broken:\n${z.prettifyError(read.error)}`);
  return read.data;
};
