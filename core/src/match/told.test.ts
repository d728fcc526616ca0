import { describe, expect, test } from '@jest/globals';
import { careOf, weakestWashing } from '../care/index.ts';
import { catalogue } from '../materials/index.ts';
import { DEFAULT_SCHOOLS, plainWorkshop, type Brief, type Stack, type Workshop } from '../piece/index.ts';
import { describePiece, pieceOf } from '../line/index.ts';
import { planPieces } from '../plan/index.ts';
import { demoBench, DEMO_NOW } from '../testing/demo.ts';
import { formatDuration } from '../units/index.ts';
import {
  addLayer,
  fasterLayers,
  matchLayers,
  missingLayers,
  removeLayer,
  setCoats,
  stackWords,
  surveyCatalogue,
  swapProduct,
  swapsFor,
  whyNot,
  type Candidate,
  type MatchResult,
  type Refusal,
} from './index.ts';
import { differingOperations, judgeStack, type Finding, type Preferences } from '../judge/index.ts';

// What Match and Care tell of some lines, from the line to the washing limits. A change in these lines is read like a change of code:
// npm run unit -- -u core/src/match/told

const all = catalogue();
const pieceFrom = (line: string) => pieceOf('p', line, describePiece(line, all, DEMO_NOW));
const briefFrom = (line: string, workshop: Partial<Workshop> = {}): Brief => {
  const { parts, quantity, due } = pieceFrom(line);
  return { part: parts[0]!, quantity, due, workshop: { ...plainWorkshop(), ...workshop } };
};
const text = (lines: readonly (string | null)[]): string => `\n${lines.filter((line) => line !== null).join('\n')}\n`;

const layersIn = ({ operations }: Stack): string =>
  operations
    .map((operation) => {
      if (operation.op === 'treat') return `${operation.id}: ${operation.treat} ${operation.of}`;
      if (operation.op === 'remove')
        return `${operation.id}: ${operation.what} off, ${operation.school}${operation.productId ? ` (${operation.productId})` : ''}`;
      const { id, role, productId, how, coats, extent } = operation;
      return `${id}: ${role} ${productId}, ${how}, ${coats} × ${extent}`;
    })
    .join('; ');
const findingLine = ({ verdict, ruleId, reason, instead, basis, isSafety, operationId }: Finding): string =>
  `    ${verdict}${isSafety ? ' (safety)' : ''} ${ruleId}${operationId ? ` at ${operationId}` : ''}: ${reason}${instead ? ` → ${instead}` : ''} [${basis}]`;
const candidateLines = (candidate: Candidate): string[] => {
  const { life, handsOnMinutes, elapsedMinutes, cost, costPoints, risk, hazards, confidence } = candidate.strengths;
  return [
    `  ${candidate.title} (${candidate.clause})${candidate.isHeldBack ? ', held back' : ''}${candidate.bestAt.length ? `, best at ${candidate.bestAt.join(', ')}` : ''}`,
    `    ${layersIn(candidate.stack)}`,
    `    lasts ${life.years ? `${life.years.low}–${life.years.typical}–${life.years.high} ${life.years.unit}` : 'as long as the piece'} (${life.endsFirst ?? 'nothing ends'}); ${Math.round(handsOnMinutes)} min of work in ${formatDuration(elapsedMinutes)}; ${cost} ${costPoints.toFixed(2)}; risk ${risk.toFixed(3)}; ${hazards} hazards; ${JSON.stringify(confidence)}`,
    ...candidate.onlyIf.map(({ field, value, words }) => `    ${words} (${field} up to ${String(value)})`),
    ...candidate.hazards.map(
      ({ name, from, level, where, wear }) => `    ${level}: ${name} from ${from}, ${where}, ${wear}`,
    ),
    ...candidate.findings.map(findingLine),
  ];
};
const accountLine = ({ account }: Candidate): string =>
  `    ${[...account.work, ...account.waits].map(({ of, label, figure }) => `${of} ${label} ${figure.low.toFixed(1)}–${figure.high.toFixed(1)} ${figure.unit}`).join('; ')}`;
const refusalLine = ({ title, blockers, mend, stack }: Refusal): string =>
  `  ${title}: ${blockers.map(({ ruleId, reason }) => `${ruleId}: ${reason}`).join(' | ')}; ${mend ? `way out ${mend.rank}: ${mend.label} (${mend.changeIds.join(', ')})` : 'no way out'}; ${layersIn(stack)}`;
const answerLines = ({
  ranked,
  folded,
  refused,
  unknown,
  wanted,
  asks,
  considered,
  problems,
}: MatchResult): string[] => [
  `considered ${considered.operations} operations, ${considered.stacks} stacks`,
  ...problems.map(({ code, given }) => `${code}: ${given}`),
  ...asks.map(
    ({ field, asks: words, answers, weight }) =>
      `asks ${field} (${weight.toFixed(2)}): ${words} ${answers.map(({ value, label }) => `${label} = ${String(value)}`).join(', ')}`,
  ),
  ...wanted.map(
    ({ words, isMet, why, refusals }) =>
      `wanted: ${words}, ${isMet ? 'met' : `not met: ${why} (${refusals.map(({ title }) => title).join(', ')})`}`,
  ),
  ...ranked.slice(0, 3).flatMap(candidateLines),
  ...ranked.slice(0, 1).map(accountLine),
  ...ranked.slice(3).map(({ title, stack }) => `  then ${title}: ${layersIn(stack)}`),
  ...folded.map(({ title, isHeldBack }) => `  folded ${title}${isHeldBack ? ', held back' : ''}`),
  ...unknown.map(
    ({ title, findings }) =>
      `  open ${title}: ${findings
        .filter(({ verdict }) => verdict === 'unknown')
        .map(({ ruleId }) => ruleId)
        .join(', ')}`,
  ),
  ...refused.slice(0, 8).map(refusalLine),
  ...refused.slice(8).map(({ title, mend }) => `  refused ${title}${mend ? `; ${mend.label}` : ''}`),
];
const careLines = (brief: Brief): string[] => {
  const { stack } = matchLayers(brief, all, { withoutMends: true }).ranked[0] ?? {};
  if (!stack) return [];
  const part = { ...brief.part, stack };
  const piece = { ...pieceFrom(''), parts: [part], quantity: brief.quantity };
  const planned = planPieces([piece], { ...demoBench, workshop: brief.workshop }, { budget: 1 });
  const plan = planned.ok ? planned.week.plans[piece.id] : undefined;
  const care = careOf(part, all, plan);
  if (!care.ok) return care.problems.map(({ given }) => given);
  const headline = weakestWashing(care.limits);
  return [
    `  ready ${plan?.readyAt ?? 'never'}; headline ${JSON.stringify(headline)}`,
    ...care.limits.map(
      ({ zone, axis, value, cause, from, waitsFor }) =>
        `  ${zone} ${axis}: ${value} by ${cause.name} [${cause.basis}]${from ? ` from ${from} (${waitsFor ?? ''})` : ''}`,
    ),
  ];
};

const LINES: readonly (readonly [line: string, workshop?: Partial<Workshop>, preferences?: Preferences])[] = [
  ['enamelled steel bowl, hand-washed daily, stars outside'],
  ['6 mugs, glazed ceramic, names outside, dishwasher'],
  ['raw oak sign, 400 x 200 mm, outdoors, must last 5 years, white lettering'],
  ['raw pine crate, to be stained dark, white lettering, indoors, clear coat on top'],
  ['cotton bag, gradient stars, washed at 40', { air: 'room', tools: ['cutter'] }],
  ['soda-lime glass tumbler, frosted moon outside, hand-washed, islands 3', { air: 'ventilated' }],
  ['steel bottle, black powder coated, etched letters', {}, { priority: 'lasts' }],
  ['old painted door, letters in white film, must come off again'],
  [
    'oiled walnut board, touches food, lettering on the back',
    {},
    { priority: 'soonest', schools: { filmOrder: 'filmThenClear' } },
  ],
  ['coir mat, stencilled, outdoors, walked on', { temperatureC: 12, relativeHumidity: 80 }],
  ['toy car, beech, for our 2 year old, name on it'],
  ['glass lantern, candle, burnt stars'],
  ['flumwood plaque'],
  ['whole tray covered in film, white lettering on top, indoors'],
];

describe('the answers', () => {
  test.each(LINES.map((row) => [row[0], row] as const))('%s', (_line, [line, workshop, preferences]) => {
    const brief = briefFrom(line, workshop);
    expect(text([...answerLines(matchLayers(brief, all, preferences)), 'care', ...careLines(brief)])).toMatchSnapshot();
  });
});

describe('beside the answers', () => {
  const brief = briefFrom('raw oak sign, outdoors, white lettering');
  const { stack } = matchLayers(brief, all, { withoutMends: true }).ranked[0]!;

  test('why not another product', () =>
    expect(
      text(
        ['film-permanent', 'craft-acrylic', 'flood-epoxy', 'iron-on-standard', 'frost-cream', 'moon-paint'].flatMap(
          (id) => {
            const { stands, refused, problems } = whyNot(id, brief, all);
            return [
              id,
              ...stands.flatMap(candidateLines),
              ...refused.map(refusalLine),
              ...problems.map(({ given }) => `  ${given}`),
            ];
          },
        ),
      ),
    ).toMatchSnapshot());

  test('layers changed by hand, and what the rules say of them', () => {
    const lines: string[] = [];
    const tell = (what: string, changed: Stack) => {
      const { findings, problems } = judgeStack(changed, brief, all);
      const { left, right } = differingOperations(stack, changed);
      lines.push(
        `${what}: ${stackWords(changed, brief.part.designs, all)}; ${layersIn(changed)}`,
        `  ${left.join(', ') || 'nothing'} for ${right.join(', ') || 'nothing'}`,
        ...findings.map(findingLine),
        ...problems.map(({ code }) => `    ${code}`),
      );
    };
    tell('as it is', stack);
    for (const { id, op } of stack.operations) {
      tell(`without ${id}`, removeLayer(stack, id));
      if (op === 'apply') {
        tell(`${id} thrice`, setCoats(stack, id, 3));
        lines.push(
          `  instead of ${id}: ${swapsFor(stack, id, all)
            .map((one) => one.id)
            .join(', ')}`,
        );
      }
    }
    const [first] = stack.operations;
    for (const product of swapsFor(stack, first!.id, all).slice(0, 3))
      tell(`by ${product.id}`, swapProduct(stack, first!.id, product));
    for (const slot of missingLayers(removeLayer(stack, stack.operations.at(-1)!.id), all).slice(0, 2)) {
      const [product] = swapsFor(addLayer(stack, slot, all.productById.get('spar-urethane')!, all), slot.id, all);
      if (product) tell(`with ${slot.id}`, addLayer(stack, slot, product, all));
    }
    expect(text(lines)).toMatchSnapshot();
  });

  test('faster coats on what a plan hangs on', () => {
    const piece = { ...pieceFrom('raw oak sign, outdoors, white lettering'), parts: [{ ...brief.part, stack }] };
    const planned = planPieces([piece], demoBench, { budget: 1 });
    if (!planned.ok) throw new Error('no plan');
    expect(
      text(
        fasterLayers([piece], demoBench, planned.week, {}, { budget: 1 }).map(
          ({ what, readyAt, savedMinutes }) => `${what}: ${readyAt}, ${formatDuration(savedMinutes)} sooner`,
        ),
      ),
    ).toMatchSnapshot();
  });

  test('which ways of working stand on which surfaces', () => {
    const few = { ...all, bases: all.bases.slice(0, 6), methods: all.methods.slice(0, 5) };
    const { cells, rulesOf } = surveyCatalogue(few, DEFAULT_SCHOOLS);
    expect(
      text([
        ...cells.map(
          ({ baseId, methodId, verdict, finding }) =>
            `${baseId}, ${methodId}: ${verdict} ${finding ? findingLine(finding).trim() : ''}`,
        ),
        ...Object.entries(rulesOf)
          .slice(0, 20)
          .map(([id, rules]) => `${id}: ${[...rules].join(', ')}`),
      ]),
    ).toMatchSnapshot();
  });
});
