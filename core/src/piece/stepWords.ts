import type { Catalogue } from '../materials/index.ts';
import type { BenchEvent } from './events.ts';
import type { Piece } from './schema.ts';
import { fixKeyOf } from './stepId.ts';

const REMOVED = { mask: 'the mask off', medium: 'rinsing it off', finish: 'the finish off' } as const;
const TREATED = { heatSet: 'heat-setting', burn: 'the heat of the burn', bake: 'baking' } as const;

/** What of an operation a step was: its key behind the operation's id. */
const PARTS: readonly (readonly [ending: RegExp, said: (name: string) => string, hasCoats?: true])[] = [
  [/\.cut$/, (name) => `cutting ${name}`],
  [/\.(try|look)-.+$/, (name) => `the try of ${name}`],
  [/\.judge-.+$/, (name) => `looking at the try of ${name}`],
  [/\.back$/, (name) => `${name}, the back`, true],
  [/\.safe$/, (name) => `making ${name} safe`],
];

/**
 * What a step of a piece is called: by its operation, or by the crafter's own name for it; null where it no longer stands among its steps.
 *
 * @param key    of the step, without coat and group
 * @param events among which are those of its repairs
 */
export const stepName = (
  piece: Piece,
  key: string,
  coat: number,
  catalogue: Catalogue,
  events: readonly BenchEvent[],
): string | null => {
  const fix = events.find((event) => event.kind === 'repairing' && fixKeyOf(event) === key);
  if (fix?.kind === 'repairing') return fix.steps[coat - 1]?.label ?? fix.note;
  const own = piece.extraSteps.find(({ id }) => key === `own-${id}`);
  if (own) return own.name;
  const part = PARTS.find(([ending]) => ending.test(key));
  const id = part ? key.replace(part[0], '') : key;
  const operation = piece.parts.flatMap(({ stack }) => stack?.operations ?? []).find((one) => one.id === id);
  if (!operation) return part && id === 'piece' ? part[1]('it') : null;
  if (operation.op === 'remove') return REMOVED[operation.what];
  if (operation.op === 'treat') return TREATED[operation.treat];
  const name = catalogue.productById.get(operation.productId)?.name ?? operation.productId;
  const words = part ? part[1](name) : name;
  return operation.coats > 1 && (!part || part[2]) ? `${words}, coat ${coat}` : words;
};

/** What a step is called, also where it is gone: see `stepName`. */
export const stepWords = (...asked: Parameters<typeof stepName>): string =>
  stepName(...asked) ?? `a step that is no longer among its layers (${asked[1]})`;
