import type { ApplyOperation } from '../../piece/index.ts';
import { isCoat } from '../../plan/index.ts';
import type { PieceRecord } from '../record.ts';
import { fact, yesNo, type Reader } from './fact.ts';

const TEXTURE_WORDS: Readonly<Record<string, string>> = {
  smooth: 'the surface is smooth',
  fine: 'the surface is finely rough',
  orangePeel: 'the surface is grained like orange peel',
  grain: 'the wood has open grain',
  weave: 'it is woven',
  rough: 'the surface is rough',
  beads: 'the surface is of beads',
  brush: 'the surface is of bristles',
};
const POROSITY_WORDS: Readonly<Record<string, string>> = {
  none: 'the surface has no pores',
  slight: 'the surface drinks a little',
  open: 'the surface drinks',
  fibre: 'the surface is of open fibre',
};
const ENERGY_WORDS: Readonly<Record<string, string>> = {
  veryLow: 'hardly anything holds on this surface',
  low: 'little holds on this surface',
  lowMid: 'the surface repels a little',
  mid: 'glue and paint hold on this surface',
  high: 'glue and paint hold well on this surface',
};
const PLACE_WORDS: Readonly<Record<string, string>> = {
  indoors: 'it lives indoors',
  humid: 'it lives in damp air',
  sheltered: 'it lives outdoors under a roof',
  exposed: 'it lives out in the weather',
};

/** The surface that the wait is about: what was covered, or what the layer itself left. */
const touched = (record: PieceRecord) => {
  const { layer, symptom, operations } = record;
  if (symptom.wait === 'below') return record.topBefore(layer);
  return record.topBefore(operations[record.indexOf(layer) + 1] ?? null) ?? record.topBefore(layer);
};

const coatsBelow = (record: PieceRecord): readonly ApplyOperation[] =>
  record.laidBefore.filter((one) => isCoat(one) && one.extent === 'all' && !record.productOf(one)?.attacks);

/** The coat directly below the layer; null where it lies on the base. */
const below = (record: PieceRecord) => record.productOf(coatsBelow(record).at(-1) ?? null);

const hasBelow = (record: PieceRecord, flag: 'blocksStains' | 'priming' | 'metalPrimer' | 'keys'): boolean =>
  [...coatsBelow(record), ...(record.layer ? [record.layer] : [])].some((one) =>
    record.productOf(one)?.flags.includes(flag),
  );

const removesBefore = (record: PieceRecord, soil: 'gloss' | 'rawGrain'): boolean =>
  record.laidBefore.some((one) => record.productOf(one)?.removes?.includes(soil));

const isStripped = (record: PieceRecord): boolean =>
  record.operations.some(
    (one) => one.op === 'remove' && one.what === 'finish' && record.indexOf(one) < record.index && record.stands(one),
  ) || record.laidBefore.some(({ productId }) => productId === 'sand-to-raw');

export const texture: Reader = (record) => {
  const value = record.topBefore(record.layer)?.texture ?? record.surface()?.properties.texture;
  return fact(value, TEXTURE_WORDS[value ?? ''] ?? '');
};
export const porosity: Reader = (record) => {
  const value = record.topBefore(record.layer)?.porosity ?? record.surface()?.properties.porosity;
  return fact(value, POROSITY_WORDS[value ?? ''] ?? '');
};
export const energy: Reader = (record) => {
  const value = record.topBefore(record.layer)?.energy ?? record.surface()?.properties.energy;
  return fact(value, ENERGY_WORDS[value ?? ''] ?? '');
};
export const friable: Reader = (record) => {
  const value = touched(record)?.friable ?? record.surface()?.properties.friable;
  return fact(value, value === 'yes' ? 'what lies beneath is chalky' : 'what lies beneath does not chalk');
};
export const traits: Reader = (record) => {
  const surface = record.surface();
  if (!surface) return null;
  const { traits: own } = surface.properties;
  return own.includes('unknown') ? null : fact(own, `it is on ${surface.base.name}`);
};
export const flex: Reader = (record) => {
  const value = record.surface()?.properties.flex;
  return fact(value, value === 'bends' ? 'the base bends' : 'the base is rigid');
};
export const pattern: Reader = (record) => {
  const { part } = record;
  if (part.surface.base === 'own') return fact(part.surface.own?.pattern, `it is on ${part.surface.own?.name ?? ''}`);
  const base = record.catalogue.baseById.get(part.surface.base);
  return fact(base?.pattern, `it is on ${base?.name ?? ''}`);
};
export const base: Reader = (record) => {
  const found = record.catalogue.baseById.get(record.part.surface.base);
  return found ? fact(found.id, `it is on ${found.name}`) : null;
};
export const existing: Reader = (record) => {
  const { existing: coats } = record.part.surface;
  if (isStripped(record)) return null;
  if (!coats.length) return { value: 'none', words: 'no coat was on it before' };
  const names = coats.map(({ finish }) => record.catalogue.finishById.get(finish)?.name ?? finish);
  return { value: coats.map(({ finish }) => finish), words: `it lies over ${names.join(', ')}` };
};
export const condition: Reader = (record) => {
  const { condition: soils } = record.part.surface;
  return soils.length ? { value: soils, words: `the surface was said to have ${soils.join(', ')}` } : null;
};
const SHAPE_WORDS: Readonly<Record<string, string>> = {
  flat: 'the piece is flat',
  disc: 'the piece is a flat disc',
  cylinder: 'the piece is a cylinder',
  cone: 'the piece is a cone',
  compound: 'the piece bulges both ways',
};
export const shape: Reader = ({ part }) => fact(part.surface.shape, SHAPE_WORDS[part.surface.shape] ?? '');
export const place: Reader = ({ part }) => fact(part.use.place, PLACE_WORDS[part.use.place] ?? '');
export const heat: Reader = ({ part, catalogue }) =>
  fact(part.use.heat, `it meets ${catalogue.heatSourceById.get(part.use.heat)?.name ?? part.use.heat}`);
export const coatDays: Reader = ({ part }) => {
  const days = part.surface.existing.at(-1)?.ageDays;
  return typeof days === 'number'
    ? { value: days, words: `the coat that was on it is ${Math.round(days)} days old` }
    : null;
};
export const sealedBelow: Reader = (record) => {
  if (!record.layer) return null;
  const hasOld = record.part.surface.existing.length > 0 && !isStripped(record);
  const sealed = coatsBelow(record).some((one) => record.productOf(one)?.kind !== 'stain');
  return yesNo(hasOld || sealed, 'a coat seals the ground beneath it', 'nothing seals the ground beneath it');
};
export const belowIs: Reader = (record) => {
  const top = record.topBefore(record.layer);
  if (!top) return null;
  if (top.film) return { value: 'film', words: `it went over ${top.film.name}` };
  if (top.solvents === 'crazes' || top.solvents === 'dissolves')
    return { value: 'soft', words: `it went over ${below(record)?.name ?? 'a coat'}, which solvents craze` };
  return null;
};
export const belowCarrier: Reader = (record) => {
  const product = below(record);
  return fact(product?.carrier, `${product?.name ?? ''} lies beneath it`);
};
export const belowBinder: Reader = (record) => {
  const product = below(record);
  return fact(product?.binder, `${product?.name ?? ''} lies beneath it`);
};
export const sameFamily: Reader = (record) => {
  const lower = below(record);
  const own = record.product;
  if (!lower?.binder || !own?.binder) return null;
  return yesNo(
    lower.binder === own.binder && lower.carrier === own.carrier,
    `${own.name} went over its own kind`,
    `${own.name} went over ${lower.name}`,
  );
};
export const keyed: Reader = (record) => {
  if (!record.layer) return null;
  const has = removesBefore(record, 'gloss') || removesBefore(record, 'rawGrain') || hasBelow(record, 'keys');
  return yesNo(
    has || hasBelow(record, 'metalPrimer'),
    'the surface was scuffed or primed first',
    'nothing scuffed or primed the surface first',
  );
};
export const blocked: Reader = (record) =>
  record.layer &&
  yesNo(hasBelow(record, 'blocksStains'), 'a coat that holds stains back lies beneath', 'no coat holds stains back');
export const primed: Reader = (record) =>
  record.layer && yesNo(hasBelow(record, 'priming'), 'it was primed', 'it was not primed');
export const rawAtWork: Reader = (record) => {
  if (!record.layer) return null;
  const hasOld = record.part.surface.existing.length > 0 && !isStripped(record);
  return yesNo(
    !hasOld && coatsBelow(record).length === 0,
    'no coat was said to be on the wood',
    'a coat is on the wood',
  );
};
export const sanded: Reader = (record) =>
  record.layer &&
  yesNo(
    removesBefore(record, 'rawGrain') || removesBefore(record, 'gloss'),
    'it was sanded first',
    'it was not sanded first',
  );
