import { FACTS, type Fact } from './facts/index.ts';
import type { PieceRecord } from './record.ts';
import type { CauseRow, FactTest, When } from './schema.ts';
import { STRENGTHS, type FactId } from './vocabulary.ts';

/** One reason for or against a cause, as a sentence. */
export interface Reason {
  readonly evidence: string;
  /** 9 strong, 3 some, 1/3 some against, 1/9 strong against; of a prior its share. */
  readonly factor: number;
  readonly from: 'record' | 'answer' | 'prior';
}

/** Reads each fact of a record once. */
export class FactsOf {
  private readonly known = new Map<FactId, Fact | null>();

  constructor(private readonly record: PieceRecord) {}

  of(id: FactId): Fact | null {
    const known = this.known.get(id);
    if (known !== undefined) return known;
    const read = FACTS[id](this.record);
    this.known.set(id, read);
    return read;
  }
}

const holds = ({ value }: Fact, test: FactTest): boolean => {
  if (Array.isArray(test)) {
    const words = Array.isArray(value) ? value : [String(value)];
    return words.some((word: string) => test.includes(word));
  }
  if (typeof value !== 'number') return false;
  return 'above' in test ? value > test.above : value < test.below;
};

/** The facts that a row asks for, where all of them are known to hold; null where one is not, or not known. */
const factsWhere = (when: When, facts: FactsOf): readonly Fact[] | null => {
  const found: Fact[] = [];
  for (const [id, test] of Object.entries(when) as [FactId, FactTest][]) {
    const fact = facts.of(id);
    if (!fact || !holds(fact, test)) return null;
    found.push(fact);
  }
  return found;
};

/** Whether what a cause needs is known to be otherwise; what nobody knows rules nothing out. */
export const isRuledOut = ({ needs }: CauseRow, facts: FactsOf): boolean =>
  Object.entries(needs ?? {}).some(([id, test]) => {
    const fact = facts.of(id as FactId);
    return fact !== null && !fact.isSetting && !holds(fact, test as FactTest);
  });

const magnitude = (factor: number): number => Math.abs(Math.log(factor));

/** What a workshop is set to speaks for a cause at most so much, and never against one. */
const SETTING_MOST = STRENGTHS.some;

/** What the record says of a cause: of the signs of one sort the strongest. */
export const reasonsOf = ({ evidence }: CauseRow, facts: FactsOf): readonly Reason[] => {
  const bySort = new Map<string, Reason>();
  for (const { sort, when, strength } of evidence) {
    const found = factsWhere(when, facts);
    if (!found) continue;
    const isSetting = found.some((one) => one.isSetting);
    const factor = isSetting ? Math.min(STRENGTHS[strength], SETTING_MOST) : STRENGTHS[strength];
    if (isSetting && factor < 1) continue;
    const held = bySort.get(sort);
    if (held && magnitude(held.factor) >= magnitude(factor)) continue;
    const words = [...new Set(found.map((one) => one.words))].join('; ');
    bySort.set(sort, { evidence: words, factor, from: 'record' });
  }
  return [...bySort.values()].sort((one, other) => other.factor - one.factor);
};
