import type { Catalogue, Method, Product } from '../materials/index.ts';
import { PRIORITIES, type Priority, type Stack } from '../piece/index.ts';
import { type Finding, type Situation } from '../judge/index.ts';
import type { Condition } from './conditions.ts';
import { hazardsOf, type HazardLine } from './hazards.ts';
import { accountOf, strengthsOf, utilitiesOf, type Account, type dryingMemo, type Strengths } from './score.ts';
import type { Found } from './search.ts';
import { isHeldBack, tierOf } from './tiers.ts';

/** One stack of layers that stands, or that only a test patch can decide. */
export interface Candidate {
  readonly id: string;
  readonly methodId: string;
  readonly keyId: string;
  /** "Exterior latex, permanent film stencil". */
  readonly title: string;
  /** The clause of the piece's sentence. */
  readonly clause: string;
  readonly stack: Stack;
  readonly findings: readonly Finding[];
  /** What must hold where nobody has said it; empty where it stands either way. */
  readonly onlyIf: readonly Condition[];
  /** Its grave hazards: what, where, what to wear. */
  readonly hazards: readonly HazardLine[];
  /** True where it works by a grave hazard that nobody asked for: it never leads. */
  readonly isHeldBack: boolean;
  readonly strengths: Strengths;
  readonly account: Account;
  /** What it is the best of all at. */
  readonly bestAt: readonly Priority[];
}

const MOST_RANKED = 7;
const MOST_FOLDED = 12;
export const SINGLE_PRIORITIES = PRIORITIES.filter((priority) => priority !== 'balanced');

export const capitalised = (text: string): string => `${text[0]?.toUpperCase() ?? ''}${text.slice(1)}`;

const productIn = (found: Pick<Found, 'operations'>, role: string, catalogue: Catalogue): Product | undefined => {
  const operation = found.operations.find((one) => one.op === 'apply' && one.role === role);
  return operation?.op === 'apply' ? catalogue.productById.get(operation.productId) : undefined;
};

export const filled = (method: Method, key: string, mask: string, film: string): string =>
  method.clause
    .replace('{key}', key)
    .replace(/a \{mask\}/, `${/^[aeiou]/.test(mask) ? 'an' : 'a'} ${mask}`)
    .replace('{mask}', mask)
    .replace('{film}', film);

/** Fills the clause of a method: {key}, {mask} and {film} by the names of its products; with several passes, of each. */
export const clauseOf = (
  found: Pick<Found, 'method' | 'key' | 'operations' | 'passes'>,
  catalogue: Catalogue,
): string =>
  found.passes?.map((pass) => `${pass.names}: ${clauseOf(pass, catalogue)}`).join('; ') ??
  filled(
    found.method,
    found.key.name,
    productIn(found, 'mask', catalogue)?.name ?? 'stencil',
    productIn(found, 'film', catalogue)?.name ?? 'film',
  );

export interface Scored {
  readonly found: Found;
  readonly strengths: Strengths;
  readonly conditions: readonly Condition[];
  /** What comes before how good it is; lower is better. */
  readonly tier: number;
  /** How good it is for each priority, in the order of PRIORITIES. */
  readonly values: readonly number[];
}

export const scored = (
  found: Found,
  situation: Situation,
  dryMinutes: ReturnType<typeof dryingMemo>,
  conditions: readonly Condition[] = [],
): Scored => {
  const strengths = strengthsOf(found, situation, dryMinutes);
  return {
    found,
    strengths,
    conditions,
    tier: tierOf(found, conditions, situation),
    values: utilitiesOf(strengths, found.findings, situation),
  };
};

export const valueFor = ({ values }: Scored, priority: Priority): number => values[PRIORITIES.indexOf(priority)]!;

/** The ways of working of a stack: one, or one for each pass. */
export const wayOf = ({ method, passes }: Found): string =>
  (passes?.map((pass) => pass.method.id) ?? [method.id]).join('+');

const keysOf = ({ key, passes }: Found): string => (passes?.map((pass) => pass.key.id) ?? [key.id]).join('+');

export const fingerprint = (found: Found): string =>
  `${wayOf(found)}:${found.operations.flatMap((operation) => (operation.op === 'apply' && operation.role !== 'prep' ? [operation.productId] : [])).join('+')}`;

export const candidateOf = (
  { found, strengths, conditions }: Scored,
  bestAt: readonly Priority[],
  situation: Situation,
): Candidate => {
  const { catalogue } = situation;
  const clause = clauseOf(found, catalogue);
  const finish = productIn(found, 'finish', catalogue);
  const below = ['ground', 'groundSeal'].flatMap((role) => {
    const name = productIn(found, role, catalogue)?.name;
    return name === undefined || name === found.key.name ? [] : [name];
  });
  return {
    id: fingerprint(found),
    methodId: found.method.id,
    keyId: found.key.id,
    title: `${capitalised(clause)}${below.length ? `, over ${below.join(' and ')}` : ''}${finish && finish.id !== found.key.id ? `, under ${finish.name}` : ''}`,
    clause,
    stack: {
      methodId: found.method.id,
      ...(found.passes
        ? { others: found.passes.slice(1).map(({ designId, method }) => ({ designId, methodId: method.id })) }
        : {}),
      operations: [...found.operations],
    },
    findings: found.findings,
    onlyIf: conditions,
    hazards: hazardsOf(found.operations, situation),
    isHeldBack: isHeldBack(found, situation),
    strengths,
    account: accountOf(found.operations, situation),
    bestAt,
  };
};

/** Keeps the best per strength of each method and key product while the search runs, so that thousands need no memory. */
export class Bests {
  private readonly best = new Map<Product, Map<Method, (Scored | undefined)[]>>();
  add(entry: Scored): void {
    const { method, key } = entry.found;
    let ofKey = this.best.get(key);
    if (!ofKey) this.best.set(key, (ofKey = new Map()));
    let held = ofKey.get(method);
    if (!held) ofKey.set(method, (held = PRIORITIES.map(() => undefined)));
    entry.values.forEach((value, index) => {
      const other = held[index];
      if (!other || entry.tier < other.tier || (entry.tier === other.tier && value > other.values[index]!))
        held[index] = entry;
    });
  }
  all(): Scored[] {
    const entries = [...this.best.values()]
      .flatMap((methods) => [...methods.values()].flat())
      .filter((entry) => entry !== undefined);
    return [...new Map(entries.map((entry) => [fingerprint(entry.found), entry])).values()];
  }
}

export const isUnknown = ({ findings }: Found): boolean => findings.some(({ verdict }) => verdict === 'unknown');

export const byPriority = (priority: Priority) => (left: Scored, right: Scored) =>
  left.tier - right.tier ||
  valueFor(right, priority) - valueFor(left, priority) ||
  (fingerprint(left.found) < fingerprint(right.found) ? -1 : 1);

/** At most seven: the best overall for what matters most, the best of each method, the best at each strength. */
export const selected = (all: readonly Scored[], priority: Priority): { ranked: Scored[]; folded: Scored[] } => {
  const ordered = [...all].sort(byPriority(priority));
  const chosen = new Set<Scored>(ordered.slice(0, 1));
  for (const strength of SINGLE_PRIORITIES) {
    const best = [...all].sort(byPriority(strength))[0];
    if (best && chosen.size < MOST_RANKED) chosen.add(best);
  }
  // then the best of every method, then of every key product
  for (const group of [
    ({ found }: Scored) => wayOf(found),
    ({ found }: Scored) => `${wayOf(found)}/${keysOf(found)}`,
  ]) {
    const seen = new Set([...chosen].map(group));
    for (const entry of ordered) {
      if (chosen.size >= MOST_RANKED) break;
      if (seen.has(group(entry))) continue;
      seen.add(group(entry));
      chosen.add(entry);
    }
  }
  return {
    ranked: [...chosen].sort(byPriority(priority)),
    folded: ordered.filter((entry) => !chosen.has(entry)).slice(0, MOST_FOLDED),
  };
};
