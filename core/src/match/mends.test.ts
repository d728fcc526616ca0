import { describe, expect, test } from '@jest/globals';
import { catalogue } from '../materials/index.ts';
import { DEFAULT_SCHOOLS, type Brief } from '../piece/index.ts';
import { briefOf, finish, type Said } from '../testing/briefs.ts';
import { runs } from '../testing/runs.ts';
import { situationOf } from '../judge/index.ts';
import { changesFor } from './changes.ts';
import { matchLayers, type Refusal } from './index.ts';

const all = catalogue();

const PIECES: readonly (readonly [string, Said])[] = [
  ['a varnished plaque to burn', { base: 'hardwood', surface: finish('varnish-water'), design: { look: 'burnt' } }],
  [
    'slate in the weather, in the cold',
    { base: 'slate', use: { place: 'exposed', lifeYears: 3 }, workshop: { temperatureC: 6 } },
  ],
  [
    'a lantern with a candle',
    { base: 'glass-soda-lime', use: { place: 'sheltered', heat: 'candle' }, design: { look: 'frosted' } },
  ],
  ['a bag with thin letters', { base: 'cotton', use: { laundryC: 60 }, design: { minStrokeMm: 0.9, minWebMm: 1 } }],
  ['coir without air', { base: 'coir', use: { place: 'sheltered', wear: 'feet' }, workshop: { air: 'room' } }],
  [
    'a chalky frame just painted',
    { base: 'softwood', surface: finish('chalk-paint', 0.5), design: { minStrokeMm: 2 } },
  ],
  ['a tin without tools', { base: 'steel-mild', surface: finish('powder-coat'), workshop: { tools: [] } }],
  [
    'a bowl in a dishwasher',
    { base: 'porcelain-enamel', use: { water: 'dishwasher', food: 'food' }, design: { zone: 'inside' } },
  ],
];

const rankOf = (refusal: Refusal): string => `${refusal.methodId}/${refusal.keyId ?? ''}`;

/** True where a refused way stands in an answer, with nothing unknown in its way. */
const standsIn = (changed: Brief): ((refusal: Refusal) => boolean) => {
  const { refused, unknown } = matchLayers(changed, all, { withoutMends: true });
  const still = new Set(refused.flatMap(({ methodId, keyId }) => (keyId ? [`${methodId}/${keyId}`] : [methodId])));
  const open = new Set(unknown.map(({ methodId }) => methodId));
  return ({ methodId, keyId }) =>
    !still.has(methodId) && !open.has(methodId) && (keyId === null || !still.has(`${methodId}/${keyId}`));
};

/** The changes that are tried, a line for each sort: its kind, the smallest and the largest, and how many there are. */
const triedFor = (said: Said): string => {
  const read = situationOf(briefOf(said), all, DEFAULT_SCHOOLS);
  if (!read.ok) throw new Error('the piece names unknown materials');
  const lines = changesFor(read.situation).map((ladder) => {
    const [first, last] = [ladder[0]!, ladder.at(-1)!];
    return `${first.kind}: ${first.label}${ladder.length > 1 ? ` … ${last.label} (${ladder.length})` : ''}`;
  });
  return `\n${lines.join('\n')}\n`;
};

test.each<readonly [string, Said]>([
  ...PIECES.filter(([name]) => /candle|thin letters|without tools|dishwasher/.test(name)),
  [
    'a board that food touches, walked on, bare',
    { base: 'hardwood', use: { food: 'food', wear: 'feet', lifeYears: 2 } },
  ],
  [
    'a board with its letters below',
    { base: 'hardwood', use: { food: 'food', soak: 'yes', heatC: 52 }, design: { zone: 'underside' } },
  ],
  [
    'a dark jersey in a warm damp room',
    {
      base: 'polyester',
      surface: { tone: 'dark' },
      use: { mustComeOff: 'yes' },
      workshop: { temperatureC: 29, relativeHumidity: 72 },
    },
  ],
])('changes that are tried for %s', (_name, said) => expect(triedFor(said)).toMatchSnapshot());

describe.each(PIECES.filter((_, index) => index % runs(4, 1) === 0))('%s', (_name, said) => {
  const brief = briefOf(said);
  const read = situationOf(brief, all, DEFAULT_SCHOOLS);
  if (!read.ok) throw new Error('the piece names unknown materials');
  const { refused } = matchLayers(brief, all);
  const mended = refused.filter(({ mend }) => mend !== null);

  test('has ways out, and each works when it is taken', () => {
    expect(mended.length).toBeGreaterThan(0);
    for (const refusal of mended) {
      const { brief: changed, label } = refusal.mend!;
      expect([rankOf(refusal), label, standsIn(changed)(refusal)]).toEqual([rankOf(refusal), label, true]);
    }
  });

  test('has no smaller single change that would do', () => {
    // rungs of a ladder grow, so its last one, or the one just below the mend, answers for those below
    const ladders = changesFor(read.situation);
    const known = new Map<string, (refusal: Refusal) => boolean>();
    const standsWith = (id: string, changed: () => Brief) => {
      if (!known.has(id)) known.set(id, standsIn(changed()));
      return known.get(id)!;
    };
    const smaller: string[] = [];
    for (const refusal of mended) {
      const { changeIds } = refusal.mend!;
      for (const ladder of ladders) {
        const own = changeIds.length === 1 ? ladder.findIndex(({ id }) => id === changeIds[0]) : -1;
        for (const change of own >= 0 ? ladder.slice(Math.max(0, own - 1), own) : ladder.slice(-1))
          if (standsWith(change.id, () => change.apply(brief))(refusal))
            smaller.push(`${rankOf(refusal)} ${change.id}`);
        if (own >= 0) break;
      }
    }
    expect(smaller).toEqual([]);
  });
});

test.each([
  ['candle', ['Use an LED lamp', 'Keep heat away from it']],
  ['bulb', ['Use an LED lamp', 'Keep heat away from it']],
  ['sun', ['Keep it out of the sun']],
  ['oven', ['Keep heat away from it']],
  ['hotDrink', ['Keep heat away from it']],
  ['led', ['Keep heat away from it']],
  ['none', []],
] as const)('heat of %s gives way by %j: a lamp takes the place of a flame or a bulb only', (heat, labels) => {
  const read = situationOf(briefOf({ base: 'glass-soda-lime', use: { heat } }), all, DEFAULT_SCHOOLS);
  if (!read.ok) throw new Error('the piece names unknown materials');
  const offered = changesFor(read.situation).flatMap((ladder) => ladder.filter(({ id }) => id.startsWith('heat-')));
  expect(offered.map(({ label }) => label)).toEqual(labels);
});

// what a change makes of a piece is read once, and known again by its name
test.each(PIECES)('each change of %s has a name of its own', (_, said) => {
  const read = situationOf(briefOf(said), all, DEFAULT_SCHOOLS);
  const ids = read.ok ? changesFor(read.situation).flatMap((ladder) => ladder.map(({ id }) => id)) : [];
  expect(ids.length).toBeGreaterThan(0);
  expect([...new Set(ids)]).toEqual(ids);
});
