import type { Catalogue, Method } from '../materials/index.ts';
import { DEFAULT_SCHOOLS, plainPart, plainWorkshop, type Brief, type Schools } from '../piece/index.ts';
import { type Finding, STANDARD_BOOK, type Situation, type Verdict, situationOf } from '../judge/index.ts';
import { searcherOf, type Found } from './search.ts';

/** How one way of working fares on one bare surface, and the finding that says so. */
export interface SurveyCell {
  readonly baseId: string;
  readonly methodId: string;
  /** The best that any stack of the method gets: `favours` where nothing speaks against it. */
  readonly verdict: Verdict;
  readonly finding: Finding | null;
}

export interface Survey {
  readonly cells: readonly SurveyCell[];
  /** Id of a base or product → the rules that spoke of it. */
  readonly rulesOf: Readonly<Record<string, readonly string[]>>;
}

const WORST_FIRST = ['unknown', 'cautions'] as const;
const REFUSED_WIDTH = 6; // enough paths to name what stands in the way

/** A thing that is only looked at and wiped, indoors: what a surface asks by itself. */
const plainBrief = (baseId: string): Brief => {
  const part = plainPart('survey', baseId);
  return {
    part: {
      ...part,
      surface: { ...part.surface, shape: 'flat', tone: 'light' },
      use: {
        ...part.use,
        place: 'indoors',
        water: 'wipe',
        wear: 'display',
        soak: 'no',
        heat: 'none',
        food: 'none',
        children: 'no',
        skin: 'no',
        mustComeOff: 'no',
        item: 'ordinary',
      },
    },
    workshop: plainWorkshop(),
    quantity: 1,
    due: null,
  };
};

const doubtsOf = ({ findings }: Found): number =>
  findings.reduce((sum, { verdict }) => sum + (verdict === 'unknown' ? 100 : verdict === 'cautions' ? 1 : 0), 0);

const cellOf = (situation: Situation, method: Method, baseId: string, note: (found: Found) => void): SurveyCell => {
  const search = searcherOf(situation, method, STANDARD_BOOK);
  const bestBy = (
    options: { readonly allowedBlocks: number; readonly width?: number },
    badness: (found: Found) => number,
  ): Found | null => {
    const held: { best: Found | null } = { best: null };
    search(
      {
        ...options,
        onFound: (found) => {
          note(found);
          if (!held.best || badness(found) < badness(held.best)) held.best = found;
          return false;
        },
      },
      { judged: 0, complete: 0 },
    );
    return held.best;
  };
  const standing = bestBy({ allowedBlocks: 0 }, doubtsOf);
  if (standing) {
    const { findings } = standing;
    const doubt = WORST_FIRST.map((verdict) => findings.find((finding) => finding.verdict === verdict)).find(Boolean);
    const good = findings.find(({ verdict }) => verdict === 'favours');
    return { baseId, methodId: method.id, verdict: doubt?.verdict ?? 'favours', finding: doubt ?? good ?? null };
  }
  const refused = bestBy({ allowedBlocks: Infinity, width: REFUSED_WIDTH }, ({ blocks }) => blocks);
  const finding = refused?.findings.find(({ verdict }) => verdict === 'blocks') ?? null;
  return { baseId, methodId: method.id, verdict: 'blocks', finding };
};

/**
 * Every way of working on every bare surface of the catalogue, for a flat thing that is looked at and wiped, indoors.
 *
 * @returns a cell for each pair, and which rules spoke of which material on the way
 */
export const surveyCatalogue = (catalogue: Catalogue, schools: Schools = DEFAULT_SCHOOLS): Survey => {
  const rulesOf = new Map<string, Set<string>>();
  const speak = (id: string, ruleId: string) => {
    const spoken = rulesOf.get(id);
    if (spoken) spoken.add(ruleId);
    else rulesOf.set(id, new Set([ruleId]));
  };
  const cells = catalogue.bases.flatMap(({ id: baseId }) => {
    const read = situationOf(plainBrief(baseId), catalogue, schools);
    if (!read.ok) return [];
    return catalogue.methods.map((method) =>
      cellOf(read.situation, method, baseId, ({ operations, findings }) => {
        for (const { ruleId, operationId, verdict } of findings) {
          if (verdict !== 'favours') speak(baseId, ruleId);
          const operation = operations.find(({ id }) => id === operationId);
          if (operation?.op === 'apply') speak(operation.productId, ruleId);
        }
      }),
    );
  });
  return { cells, rulesOf: Object.fromEntries([...rulesOf].map(([id, rules]) => [id, [...rules].sort()])) };
};
