import type { Catalogue } from '../materials/index.ts';
import { catalogueFor, type Piece } from '../piece/index.ts';
import type { Problem } from '../problem/index.ts';
import type { StackVerdict } from './asked.ts';
import { plainStep, type Step } from './step.ts';
import { capitalised } from './words/index.ts';

/** Why a piece whose layers are refused to guard people has no dates. */
export const unsafeProblem = ({ reasons }: StackVerdict): Problem => ({
  code: 'refused-for-safety',
  given: `${capitalised(reasons[0]?.reason ?? 'these layers can hurt someone')}.`,
  allowed: 'layers that no rule of safety refuses: these get no dates.',
  todo: reasons[0]?.instead ?? 'Choose other layers in Match.',
});

/** Why nothing is planned after a try that failed. */
export const failedProblem = ({ label, gate }: Step): Problem => ({
  code: 'try-failed',
  given: `“${label}” failed${gate ? `: ${gate.failed.replace(/[.]$/, '').toLowerCase()}` : ''}.`,
  allowed: 'a try that holds, before the rest is begun.',
  todo: 'Choose other layers in Match; or take the mark back, and try once more.',
});

/** What is done at once with what eats or burns, by what it acts on. */
export const SAFE_WORDS = {
  silica:
    'Scrape the cream off with plastic and rinse over plastic for minutes with plenty of water, gloves and goggles on; the waste goes where local rules say.',
  coating:
    'Scrape the remover off, rinse outdoors or in a basin that it cannot hurt; scrapings may hold lead: the waste goes where local rules say.',
  rawWood: 'No heat. Wash the paste out with much water, gloves on, and let the wood dry outdoors; keep it off metal.',
  dyePolymer: '',
} as const;

/**
 * What is left to do on a piece whose layers have turned out unsafe: what eats or burns and lies there already is made safe, the rest is
 * not begun.
 */
export const madeSafe = (
  piece: Piece,
  steps: readonly Step[],
  done: Readonly<Record<string, string>>,
  running: Readonly<Record<string, string>>,
  catalogue: Catalogue,
): { readonly steps: readonly Step[]; readonly done: Readonly<Record<string, string>> } => {
  const begun = steps.flatMap((step) => {
    const part = piece.parts.find(({ id }) => id === step.partId);
    const attacks =
      part && step.coatOf ? catalogueFor(part, catalogue).productById.get(step.coatOf)?.attacks : undefined;
    const operation = part?.stack?.operations.find(({ id }) => id === step.key);
    const treated = part?.stack?.operations.find((one) => one.op === 'treat' && one.of === step.key);
    // rinsed off with its own step, or heated through
    const isOver = treated
      ? steps.some(({ key }) => key === treated.id) &&
        steps.every(({ key, id }) => key !== treated.id || done[id] !== undefined)
      : step.operationIds.some((id) => {
          const one = part?.stack?.operations.find((each) => each.id === id);
          return one?.op === 'remove' && one.what === 'medium';
        });
    const lies = running[step.id] !== undefined || (done[step.id] !== undefined && !isOver);
    return attacks && operation && lies && SAFE_WORDS[attacks] ? [{ step, words: SAFE_WORDS[attacks] }] : [];
  });
  if (!begun.length) return { steps, done };
  const { bench } = catalogue;
  const kept = steps.filter(({ id }) => done[id] !== undefined || running[id] !== undefined);
  return {
    steps: [
      ...kept,
      ...begun.map(({ step, words }) => ({
        ...plainStep({
          key: `${step.key}.safe`,
          kind: 'makeSafe',
          partId: step.partId,
          label: 'Make it safe',
          detail: words,
          perPiece: bench.workRinse,
          setUpMinutes: 0,
          eachMinutes: bench.workRinse.typical,
          pieces: step.pieces,
        }),
        after: [step.id],
        hazards: step.hazards,
      })),
    ],
    done,
  };
};
