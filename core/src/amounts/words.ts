import type { Range } from '../cut/index.ts';
import type { Catalogue } from '../materials/index.ts';
import { amountWords, canName, type Can } from '../shelf/index.ts';
import type { LengthUnit } from '../units/index.ts';
import { areaWords } from './areaWords.ts';
import type { AmountLine } from './amountsFor.ts';
import type { LaidStock } from './film.ts';
import type { AmountUnit } from './need.ts';

const WORDS: Readonly<Record<AmountUnit, (amount: number, unit: LengthUnit) => string>> = {
  ml: (ml) => amountWords(ml, 'liquid'),
  cans: (cans) => amountWords(cans < 10 ? Math.ceil(cans * 10 - 1e-9) / 10 : cans, 'aerosol'),
  mm2: areaWords,
  mm: (mm, unit) => amountWords(mm, 'roll', unit),
  pieces: (count) => String(Math.ceil(count - 1e-9)),
};

/** An amount of a line in its unit: "120 ml", "0.3 cans", "0.14 m²". */
export const neededWords = (amount: number, unit: AmountUnit, length: LengthUnit = 'mm'): string =>
  WORDS[unit](amount, length);

/** A need with its range: "223 ml, 145 to 387". */
export const rangeWords = ({ low, typical, high }: Range, unit: AmountUnit, length: LengthUnit = 'mm'): string => {
  const all = [low, typical, high].map((amount) => neededWords(amount, unit, length)) as [string, string, string];
  if (all[0] === all[2]) return all[1];
  const [from, to] = [all[0], all[2]].map((words) => / (.+)$/.exec(words)?.[1]);
  // what is said in the same unit names it once
  return `${all[1]}, ${from === to ? all[0].replace(/ .+$/, '') : all[0]} to ${all[2]}`;
};

/** How much roll a line of film takes, mm; null where it is not laid out yet. */
export const filmLengthOf = ({ layout }: Pick<AmountLine, 'layout'>): number | null =>
  layout && layout.laid.reduce((sum, { kind, lengthMm }) => sum + (kind === 'roll' ? lengthMm : 0), 0);

/** The clause of the sentence: "120 ml, 0.4 m of film"; null where nothing of it can be said yet. */
export const amountsClause = (lines: readonly AmountLine[], length: LengthUnit = 'mm'): string | null => {
  const typical = (unit: AmountUnit) =>
    lines.reduce((sum, line) => sum + (line.unit === unit && line.need ? line.need.typical : 0), 0);
  const [ml, cans] = [typical('ml'), typical('cans')];
  const films = lines.filter(({ layout }) => layout !== null);
  const film = films.reduce((sum, line) => sum + filmLengthOf(line)!, 0);
  const many = (kind: LaidStock['kind']) =>
    films.flatMap(({ layout }) => layout!.laid.filter((one) => one.kind === kind)).length;
  const [sheets, offcuts] = [many('sheet'), many('offcut')];
  const said = [
    ml > 0 && neededWords(ml, 'ml'),
    cans > 0 && neededWords(cans, 'cans'),
    film > 0 && `${neededWords(film, 'mm', length)} of film`,
    sheets > 0 && `${sheets} ${sheets === 1 ? 'sheet' : 'sheets'} of film`,
    offcuts > 0 && `${offcuts} ${offcuts === 1 ? 'offcut' : 'offcuts'}`,
  ].filter((words) => words !== false);
  if (!said.length) return null;
  return `${said.join(', ')}${lines.some(({ unknown }) => unknown.length) ? ' and more' : ''}`;
};

/** What cans give to a line, in words: so much of each, offcuts counted. */
export const takenWords = (
  { cans: taken, unit }: Pick<AmountLine, 'cans' | 'unit'>,
  cans: readonly Can[],
  catalogue: Catalogue,
  length: LengthUnit = 'mm',
): string => {
  const offcuts = new Map<string, number>();
  const others: string[] = [];
  for (const { canId, takes } of taken) {
    const can = cans.find(({ id }) => id === canId);
    const name = can ? canName(can, catalogue) : 'the shelf';
    if (can?.size?.kind === 'offcut') offcuts.set(name, (offcuts.get(name) ?? 0) + 1);
    else if (can?.size?.kind === 'roll' && unit === 'mm2')
      others.push(`${neededWords(takes / can.size.widthMm, 'mm', length)} of ${name}`);
    else others.push(`${neededWords(takes, unit, length)} of ${name}`);
  }
  const counted = [...offcuts].map(([name, count]) => `${count === 1 ? 'an offcut' : `${count} offcuts`} of ${name}`);
  return [...counted, ...others].join(', ');
};
