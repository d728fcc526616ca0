/**
 * How fast Match answers: one brief over the whole catalogue, and the same rules asked by a general-purpose rules engine about the
 * same stacks with the same verdicts, as a ratio in one run. Timings of one machine mean little; the ratios travel. Run: npm run bench
 */
import { Engine } from 'json-rules-engine';
import {
  catalogue,
  DEFAULT_SCHOOLS,
  describePiece,
  matchLayers,
  plainPart,
  plainWorkshop,
  RULES,
  sayFact,
  type Brief,
  type Finding,
  type Rule,
  type Stack,
} from '../core/src/index.ts';
import type { Context, Situation } from '../core/src/judge/context.ts';
import { openFacts } from '../core/src/match/conditions.ts';
import { askedRole, Judge, productOf, STANDARD_BOOK } from '../core/src/judge/judge.ts';
import { searcherOf } from '../core/src/match/search.ts';
import { firstTop, situationOf, soilsOf, topAfter } from '../core/src/judge/situation.ts';

const LINES = [
  'birch ply sign, outdoors three winters, wiped',
  'enamel bowl, hand-washed daily, food, indoors',
  'varnished oak shelf, indoors, wiped, five years',
  'cotton bag, machine-washed, daily, indoors',
  'slate marker, outdoors three winters, wiped',
  'soda-lime glass lantern, candle, sheltered, wiped',
  'powder-coated steel tin, to bare metal, indoors, hand-washed',
  'coir mat, sheltered, walked on, wiped',
];
const ROUNDS = 7;
const STACKS_A_BRIEF = 150;

const all = catalogue();
const median = (values: readonly number[]): number =>
  [...values].sort((left, right) => left - right)[values.length >> 1]!;
const timed = (work: () => void, rounds = ROUNDS): number =>
  median(
    Array.from({ length: rounds }, () => {
      const start = performance.now();
      work();
      return performance.now() - start;
    }),
  );

const briefOf = (line: string): Brief => {
  const { surface, use, look } = describePiece(line, all);
  const part = plainPart('bench', surface.base);
  return {
    part: { ...part, surface: { ...surface, shape: 'flat' }, use, designs: [{ ...part.designs[0]!, look }] },
    workshop: plainWorkshop(),
    quantity: 1,
    due: null,
  };
};

/** The same brief with every open fact answered in the mildest way: what ranking costs where no condition has to be judged. */
const withAllSaid = (brief: Brief): Brief => {
  const read = situationOf(brief, all, DEFAULT_SCHOOLS);
  if (!read.ok) throw new Error(read.problems[0]?.given);
  return openFacts(read.situation).reduce((said, { field, rungs }) => sayFact(said, field, rungs[0]!.value), brief);
};

/** A fixed piece of arithmetic, so that runs on different machines can be told apart. */
const calibration = (): void => {
  let state = 1;
  for (let step = 0; step < 5_000_000; step += 1) state = (state * 48_271) % 2_147_483_647;
  if (state === 0) throw new Error('the generator never reaches 0');
};

/** Stacks of every method: those that stand and, where none does, those that collect few refusals. */
const stacksOf = (situation: Situation): Stack[] => {
  const stacks: Stack[] = [];
  for (const method of all.methods) {
    const search = searcherOf(situation, method, STANDARD_BOOK);
    for (const options of [{ allowedBlocks: 0 }, { allowedBlocks: Infinity, width: 4 }])
      search(
        {
          ...options,
          onFound: ({ operations }) => {
            stacks.push({ methodId: method.id, operations: [...operations] });
            return false;
          },
        },
        { judged: 0, complete: 0 },
      );
  }
  const every = Math.max(1, Math.floor(stacks.length / STACKS_A_BRIEF));
  return stacks.filter((_, index) => index % every === 0);
};

type Verdicts = string[];
const verdictOf = ({ ruleId, verdict, operationId }: Pick<Finding, 'ruleId' | 'verdict' | 'operationId'>): string =>
  `${operationId ?? '-'} ${ruleId} ${verdict}`;

/** One engine for each place where rules are asked, so that it too asks only those that could speak. */
const engineFor = (rules: readonly Rule[]): Engine => {
  const engine = new Engine([], { allowUndefinedFacts: true });
  for (const rule of rules) {
    engine.addFact(`says ${rule.id}`, async (_params, almanac) => {
      const context = await almanac.factValue<Context>('context');
      return rule.aboutProduct && context.operation?.op !== 'apply' ? null : rule.test(context);
    });
    engine.addRule({
      name: rule.id,
      conditions: { all: [{ fact: `says ${rule.id}`, operator: 'speaks', value: true }] },
      event: { type: rule.id },
    });
  }
  engine.addOperator('speaks', (judgement: unknown) => judgement !== null);
  return engine;
};
const engines = new Map<string, Engine>();
const engineAt = (place: string, rules: () => readonly Rule[]): Engine => {
  const known = engines.get(place);
  if (known) return known;
  const made = engineFor(rules());
  engines.set(place, made);
  return made;
};

const engineVerdicts = async (stack: Stack, situation: Situation): Promise<Verdicts> => {
  const method = all.methodById.get(stack.methodId)!;
  const start = firstTop(situation, soilsOf(situation, method));
  const verdicts: Verdicts = [];
  const ask = async (engine: Engine, context: Context) => {
    const { events, almanac } = await engine.run({ context });
    for (const { type } of events) {
      const judgement = await almanac.factValue<Finding>(`says ${type}`);
      verdicts.push(
        verdictOf({ ruleId: type, verdict: judgement.verdict, operationId: context.operation?.id ?? null }),
      );
    }
  };
  const about = (patch: Partial<Context>): Context => ({
    ...situation,
    method,
    top: start,
    operation: null,
    product: null,
    ...patch,
  });
  await ask(
    engineAt('piece', () => STANDARD_BOOK.piece),
    about({}),
  );
  let top = start;
  for (const operation of stack.operations) {
    const role = askedRole(operation);
    const product = productOf(operation, all);
    const rules = () => {
      const asked = STANDARD_BOOK.byRole.get(role);
      return [...(asked?.alone ?? []), ...(asked?.below ?? [])];
    };
    await ask(engineAt(role, rules), about({ top, operation, product }));
    top = topAfter(top, operation, product);
  }
  await ask(
    engineAt('end', () => STANDARD_BOOK.end),
    about({ top }),
  );
  return verdicts.sort();
};

const beat = timed(calibration);
console.log(`Match: ${RULES.length} rules, ${all.products.length} products, ${all.methods.length} methods`);
console.log(`calibration loop (5,000,000 steps): ${beat.toFixed(1)} ms = 1 beat\n`);
console.log(
  'brief | operations judged | stacks | ranking ms | over all said | per 1,000 operations | beats | with ways out ms',
);
const rankings: number[] = [];
const overAllSaid: number[] = [];
// a worker that has answered a few times before, as while somebody types
for (let round = 0; round < 3; round += 1)
  for (const line of LINES) matchLayers(briefOf(line), all, { withoutMends: true });
for (const line of LINES) {
  const brief = briefOf(line);
  const { considered } = matchLayers(brief, all, { withoutMends: true });
  const ranking = timed(() => void matchLayers(brief, all, { withoutMends: true }));
  const said = withAllSaid(brief);
  const ratio = ranking / timed(() => void matchLayers(said, all, { withoutMends: true }));
  overAllSaid.push(ratio);
  const whole = timed(() => void matchLayers(brief, all), 3);
  rankings.push(ranking);
  console.log(
    `${line} | ${considered.operations} | ${considered.stacks} | ${ranking.toFixed(1)} | ×${ratio.toFixed(2)} | ${((ranking / considered.operations) * 1000).toFixed(2)} ms | ${(ranking / beat).toFixed(2)} | ${whole.toFixed(0)}`,
  );
}
console.log(`median ranking: ${median(rankings).toFixed(1)} ms, ${(median(rankings) / beat).toFixed(2)} beats`);
console.log(`conditions cost ×${median(overAllSaid).toFixed(2)} of the same briefs with everything said\n`);

let oursMs = 0;
let engineMs = 0;
let judged = 0;
let stackCount = 0;
for (const line of LINES) {
  const read = situationOf(briefOf(line), all, DEFAULT_SCHOOLS);
  if (!read.ok) throw new Error(line);
  const { situation } = read;
  const stacks = stacksOf(situation);
  stackCount += stacks.length;
  judged += stacks.reduce((sum, { operations }) => sum + operations.length, 0);
  const judges = new Map(all.methods.map((method) => [method.id, new Judge(situation, method, STANDARD_BOOK)]));
  const judge = (stack: Stack) => judges.get(stack.methodId)!.whole(stack);
  oursMs += timed(() => stacks.forEach(judge));
  for (const stack of stacks.slice(0, 5)) await engineVerdicts(stack, situation); // engines built and warm before the clock starts
  const theirs: Verdicts[] = [];
  const start = performance.now();
  for (const stack of stacks) theirs.push(await engineVerdicts(stack, situation));
  engineMs += performance.now() - start;
  stacks.forEach((stack, index) => {
    const ours = judge(stack).map(verdictOf).sort();
    if (JSON.stringify(ours) !== JSON.stringify(theirs[index]))
      throw new Error(`Verdicts differ for ${line}:\n${ours.join('\n')}\n---\n${theirs[index]!.join('\n')}`);
  });
}
console.log(`the same ${stackCount} stacks (${judged} operations), the same rules, the same verdicts:`);
console.log(`  judge ${((oursMs / judged) * 1000).toFixed(2)} ms per 1,000 operations`);
console.log(`  rules engine ${((engineMs / judged) * 1000).toFixed(2)} ms per 1,000 operations`);
console.log(`  ratio ${(engineMs / oursMs).toFixed(1)} : 1`);
