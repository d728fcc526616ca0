import { canAt, freshnessOf } from '../../shelf/index.ts';
import { TACKS } from '../../materials/index.ts';
import type { ApplyOperation } from '../../piece/index.ts';
import type { PieceRecord } from '../record.ts';
import { fact, yesNo, type Reader } from './fact.ts';

const HOW_WORDS: Readonly<Record<string, string>> = {
  brush: 'it was brushed',
  sponge: 'it was dabbed with a sponge',
  stipple: 'it was stippled',
  spray: 'it was sprayed',
  wipe: 'it was wiped on',
  pour: 'it was poured',
  press: 'it was pressed on',
  roll: 'it was rolled',
};

const named = (record: PieceRecord): string => record.product?.name ?? 'it';

export const kind: Reader = (record) => fact(record.product?.kind, `it is ${named(record)}`);
export const body: Reader = (record) => fact(record.product?.body, `${named(record)} is ${record.product?.body ?? ''}`);
export const how: Reader = ({ layer }) =>
  fact(layer?.how, HOW_WORDS[layer?.how ?? ''] ?? `it was laid by ${layer?.how ?? ''}`);
export const carrier: Reader = (record) => fact(record.product?.carrier, `${named(record)} went on`);
export const flags: Reader = (record) => fact(record.product?.flags, `${named(record)} went on`);
export const attacks: Reader = (record) => fact(record.product?.attacks, `${named(record)} works on it`);
export const coats: Reader = ({ layer }) => fact(layer?.coats, `it has ${layer?.coats ?? 0} coats`);
export const heatC: Reader = (record) => {
  const figure = record.product?.workC;
  return figure ? { value: figure.high, words: `${named(record)} is worked at up to ${figure.high} °C` } : null;
};

/** How much was used of what was reckoned; a figure taken over as it was reckoned says nothing. */
export const used: Reader = (record) => {
  const { layer, input } = record;
  const happened = record.happened(layer);
  if (!layer || !happened) return null;
  const uses = input.shelf.uses.filter(
    ({ eventId, as }) => as === 'used' && eventId !== null && happened.eventIds.includes(eventId),
  );
  if (!uses.length) return null;
  const need = record.amounts
    .flatMap(({ needs }) => needs)
    .find(({ pieceId, operationId }) => pieceId === input.piece.id && operationId === layer.id)?.need;
  if (!need || need.typical <= 0) return null;
  const planned = need.typical * Math.min(1, record.coatsDone(layer) / layer.coats);
  const ratio = uses.reduce((sum, { amount }) => sum + amount, 0) / planned;
  if (Math.abs(ratio - 1) < 0.02) return null;
  const percent = `${Math.round(ratio * 100)} %`;
  return { value: ratio, words: `${percent} of the ${named(record)} that was reckoned went onto it` };
};

/** What two parts are mixed of must be enough to be measured: by what was taken for each mark of it. */
export const mixShare: Reader = (record) => {
  const { layer, product, input } = record;
  const shares = product?.mix?.parts.map(({ share }) => share.typical);
  const taken = (record.happened(layer)?.eventIds ?? []).flatMap((id) => {
    const own = input.shelf.uses.filter(({ eventId, as }) => as === 'used' && eventId === id);
    return own.length ? [own.reduce((sum, { amount }) => sum + amount, 0)] : [];
  });
  if (!shares || shares.length < 2 || !taken.length) return null;
  const least = record.catalogue.amounts.leastPart.typical;
  const ml = (Math.min(...taken) * Math.min(...shares)) / shares.reduce((sum, share) => sum + share, 0);
  const words = `its smaller part came to ${Math.round(ml * 10) / 10} ml; from ${least} ml on it can be measured`;
  return { value: ml / least, words };
};

const cansOf = (record: PieceRecord, operation: ApplyOperation) => {
  const { shelf } = record.input;
  const ids = record.happened(operation)?.eventIds ?? [];
  const taken = shelf.uses.filter(({ eventId }) => eventId !== null && ids.includes(eventId)).map(({ canId }) => canId);
  const chosen = record.part.cans.filter(({ operationId }) => operationId === operation.id).map(({ canId }) => canId);
  const own = shelf.cans.filter(({ id }) => taken.includes(id) || (!taken.length && chosen.includes(id)));
  if (own.length) return own;
  const all = shelf.cans.filter(({ productId }) => productId === operation.productId);
  return all.length === 1 ? all : [];
};

export const canAge: Reader = (record) => {
  const { layer, input } = record;
  const at = record.happened(layer)?.endAt;
  if (!layer || at === undefined) return null;
  const day = new Date(at).toISOString().slice(0, 10);
  const ages = cansOf(record, layer).map((can) => canAt(can, input.shelf.uses, day, record.catalogue));
  const old = ages.find(({ ageMonths, keeps }) => freshnessOf(ageMonths, keeps) === 'old');
  if (old)
    return { value: 'past', words: `the ${named(record)} was ${Math.round(old.ageMonths!)} months old on the day` };
  const isFresh = ages.length > 0 && ages.every(({ ageMonths, keeps }) => freshnessOf(ageMonths, keeps) === 'fresh');
  return isFresh ? { value: 'fresh', words: `the ${named(record)} was fresh` } : null;
};

export const clearOver: Reader = (record) => {
  const { layer, operations } = record;
  if (layer?.role !== 'film') return null;
  const over = operations.find(
    (one, index): one is ApplyOperation =>
      index > record.indexOf(layer) && one.op === 'apply' && one.role === 'finish' && record.stands(one),
  );
  if (!over) return { value: 'none', words: 'nothing was laid over the film' };
  return over.how === 'spray'
    ? { value: 'misted', words: 'a clear was sprayed over the film' }
    : { value: 'brushed', words: `${record.productOf(over)?.name ?? 'a clear'} was laid over the film` };
};

export const overCurve: Reader = (record) => {
  const { shape } = record.part.surface;
  const shapes = record.product?.shapes;
  if (shape === 'unknown' || !shapes) return null;
  return yesNo(
    !shapes.includes(shape),
    `${named(record)} does not stretch over a ${shape}`,
    `${named(record)} follows a ${shape}`,
  );
};

const widest = ({ part }: PieceRecord): number | null => {
  const widths = part.designs.flatMap(({ widthMm, scale }) => (widthMm === null ? [] : [widthMm * scale]));
  return widths.length ? Math.max(...widths) : null;
};
export const longMm: Reader = (record) => {
  const mm = widest(record);
  return mm === null ? null : { value: mm, words: `the design is ${Math.round(mm)} mm wide` };
};
/** Sheets side by side, of a cutter that is narrower than the design in both directions. */
export const slices: Reader = (record) => {
  const { bed } = record.input.workshop;
  const mm = widest(record);
  if (mm === null || !bed) return null;
  const count = Math.ceil(mm / Math.max(bed.widthMm, bed.lengthMm));
  return { value: count, words: count > 1 ? `it was laid in ${count} strips` : 'it was laid in one piece' };
};

const rank = (tack: string): number => (tack === 'pins' ? -1 : (TACKS as readonly string[]).indexOf(tack));
const TACK_WORDS: Readonly<Record<string, string>> = {
  none: 'is only laid on',
  low: 'sticks lightly',
  lowMid: 'sticks lightly',
  mid: 'sticks well',
  high: 'sticks for good',
  pins: 'is only pinned',
  heat: 'is ironed on',
};

export const masked: Reader = (record) =>
  record.layer && yesNo(record.mask !== null, 'it was laid through a mask', 'no mask lay there');
export const maskTack: Reader = (record) => {
  const product = record.productOf(record.mask);
  if (!product) return null;
  const hold = record.applyOf(({ role }) => role === 'hold');
  const pinned = record.productOf(hold)?.tack === 'pins' ? 'pins' : undefined;
  const tack = pinned ?? product.tack;
  return fact(tack, `the mask, ${product.name}, ${TACK_WORDS[tack ?? ''] ?? ''}`);
};
/** The strongest of what stuck to the coat and was pulled off it. */
export const tapeTack: Reader = (record) => {
  const { operations, layer } = record;
  const from = record.indexOf(layer);
  const stuck = operations
    .slice(from + 1)
    .flatMap((one) =>
      one.op === 'apply' && ['mask', 'transfer', 'hold'].includes(one.role) ? [record.productOf(one)] : [],
    )
    .filter((product) => product?.tack !== undefined);
  const strongest = stuck.reduce<(typeof stuck)[number]>(
    (most, one) => (most && rank(most.tack!) >= rank(one!.tack!) ? most : one),
    null,
  );
  return strongest ? fact(strongest.tack, `${strongest.name} ${TACK_WORDS[strongest.tack!] ?? ''}`) : null;
};

export const cutTest: Reader = (record) => {
  const film = record.mask ?? (record.layer?.role === 'film' ? record.layer : null);
  const need = record.finestMm();
  if (!film || need === null) return null;
  const before = record.happened(film)?.endAt ?? Infinity;
  const test = record.all.findLast(
    (event) => event.kind === 'cutTested' && event.productId === film.productId && Date.parse(event.at) <= before,
  );
  if (test?.kind !== 'cutTested') return null;
  if (test.came !== 'through') return { value: 'failed', words: 'the blade had not come cleanly through in the test' };
  const lost = test.strokes.filter(({ mm, held }) => !held && mm >= need);
  if (lost.length)
    return { value: 'failed', words: `strokes of ${Math.max(...lost.map(({ mm }) => mm))} mm had torn in the test` };
  const held = test.strokes.filter(({ mm, held: isHeld }) => isHeld && mm <= need);
  return held.length ? { value: 'held', words: `strokes of ${held[0]!.mm} mm had held in the test` } : null;
};
export const strokeShare: Reader = (record) => {
  const film = record.mask ?? (record.layer?.role === 'film' ? record.layer : null);
  const least = record.productOf(film)?.minStroke?.typical;
  const need = record.finestMm();
  if (!least || need === null) return null;
  const words = `the finest stroke is ${Math.round(need * 10) / 10} mm; ${record.productOf(film)!.name} holds ${least} mm`;
  return { value: need / least, words };
};
export const upright: Reader = ({ part, input }) => {
  const { shape } = part.surface;
  if (shape === 'unknown') return null;
  const isRound = shape !== 'flat' && shape !== 'disc';
  return yesNo(
    isRound && !input.workshop.tools.includes('turner'),
    'it works on a round piece without a turner',
    isRound ? 'it turned while it worked' : 'the piece lies flat',
  );
};
export const pressTool: Reader = ({ input }) =>
  yesNo(input.workshop.tools.includes('press'), 'there is a press', 'it was pressed by hand');
export const tools: Reader = ({ input }) => fact(input.workshop.tools, 'of the tools at the bench');
