import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { draws, runs } from '../testing/runs.ts';
import { catalogue } from '../materials/index.ts';
import { pieceSchema } from '../piece/index.ts';
import words from './data/words.json' with { type: 'json' };
import { chipFieldOf, describePiece, pieceOf, things, type Description } from './index.ts';

const all = catalogue();
const NOW = '2026-11-26T09:00:00Z';
const read = (line: string) => describePiece(line, all, NOW);

/** The facts of a description that a row may speak of. */
const factsOf = (d: Description): Readonly<Record<string, unknown>> => ({
  ...d.use,
  base: d.surface.base,
  finish: d.surface.existing[0]?.finish ?? null,
  finishes: d.surface.existing.map(({ finish }) => finish),
  ageDays: d.surface.existing[0]?.ageDays ?? null,
  condition: d.surface.condition,
  tone: d.surface.tone,
  shape: d.surface.shape,
  widthMm: d.surface.widthMm,
  heightMm: d.surface.heightMm,
  topMm: d.topMm,
  footMm: d.footMm,
  look: d.look,
  zone: d.zone,
  quantity: d.quantity,
  due: d.due?.slice(0, 10) ?? null,
  minStrokeMm: d.minStrokeMm,
  islands: d.islands,
  wants: d.wants,
  unread: d.unread,
  unknownThing: d.unknownThing,
  area: d.area,
});

const ROWS: readonly (readonly [string, object])[] = [
  // how many
  ['a dozen drawer labels, enamelled steel', { quantity: 12, base: 'porcelain-enamel' }],
  ['half a dozen galvanised buckets', { quantity: 6, base: 'steel-galvanised' }],
  ['pair of slate house numbers', { quantity: 2 }],
  ['coir door mats x 10, 75 by 45 cm', { quantity: 10, widthMm: 750, heightMm: 450 }],
  ['steel lunch boxes, 8 of them', { quantity: 8 }],
  ['twenty-four plaques, raw maple', { quantity: 24 }],
  ['mug with 3 moons', { quantity: 1 }],
  ['oak boards, one line of letters each', { quantity: 1 }],
  // of two things said of one use, the harsher
  ['mug, wiped, sometimes in the dishwasher', { water: 'dishwasher' }],
  ['mug, dishwasher, mostly hand washed', { water: 'dishwasher' }],
  ['mug, tea, oven', { heat: 'oven' }],
  ['cotton tea cloth with a star', { food: 'dry', heat: 'none' }],
  ['mug, oven, tea', { heat: 'oven' }],
  ['lantern, LED, in the sun', { heat: 'sun' }],
  ['lantern, LED, no candle', { heat: 'led' }],
  ['board, displayed, walked on', { wear: 'feet' }],
  ['bowl, dry food, kids drink from it', { food: 'lip' }],
  ['bag, washed at 40, sometimes washed at 60', { laundryC: 60 }],
  ['jersey, machine washed hot', { laundryC: 60 }],
  ['jersey, machine washed, at times machine washed hot', { laundryC: 60 }],
  ['apron, boil washed', { laundryC: 90 }],
  ['sign, indoors in winter, outdoors in summer', { place: 'exposed' }],
  ['sign, outdoors, under the porch', { place: 'sheltered' }],
  ['mat, no grip needed, must not be slippery', { grip: 'yes' }],
  // several coats that are there, from the bare surface up
  ['oak table, waxed and varnished', { finishes: ['varnish-water', 'waxed'] }],
  ['stained and varnished pine shelf', { finishes: ['stain', 'varnish-water'] }],
  ['pine board, painted 3 days ago and varnished', { finishes: ['acrylic-paint', 'varnish-water'], ageDays: null }],
  ['acrylic painted pine box, painted last week', { finishes: ['acrylic-paint'], ageDays: 4 }],
  ['old chest, oak, varnished and painted', { finishes: ['varnish-water', 'unknown-finish'] }],
  ['steel plate, to be powder coated', { finishes: [], unread: ['powder coated'] }],
  // how large
  ['pine sign 30 x 18 in', { widthMm: expect.closeTo(762), heightMm: expect.closeTo(457.2) }],
  ['cedar sign 3 ft by 8 in', { widthMm: expect.closeTo(914.4), heightMm: expect.closeTo(203.2) }],
  ['sign 2,100 × 360 mm, larch', { widthMm: 2100, heightMm: 360 }],
  ['slate, letters 2 1/2 in high', { heightMm: null }],
  ['larch board, lettering about 290 mm wide', { widthMm: null }],
  ['steel flask, 92 mm across the rim and 74 mm at the foot', { topMm: 92, footMm: 74 }],
  [
    'tapered glass vase 120 mm at the top, 80 mm at the base, 250 mm high',
    { shape: 'cone', area: { kind: 'cone', topDiameterMm: 120, bottomDiameterMm: 80, slantMm: null, heightMm: 250 } },
  ],
  ['aluminium plate, strokes as thin as 0.8 mm, about 17 loose islands', { minStrokeMm: 0.8, islands: 17 }],
  ['plywood 18 mm thick', { widthMm: null, heightMm: null }],
  // when, how old, how long
  ['plaques ready by 12 December', { due: '2026-12-12' }],
  ['plaques ready by 24.12.2026', { due: '2026-12-24' }],
  ['plaques ready by 5.12.2026', { due: '2026-12-05' }],
  ['plaques ready by 24/12', { due: '2026-12-24' }],
  ['plaques due 12/25/2026', { due: '2026-12-25' }],
  ['plaques due 3/3', { due: '2027-03-03' }],
  // which of the two is the month is not guessed at
  ['plaques ready by 5/12', { due: null }],
  ['plaques ready by 5/12/2026', { due: null }],
  ['baubles, needed before Christmas', { due: '2026-12-24' }],
  ['signs ready by Friday', { due: '2026-11-27' }],
  ['steel locker sprayed three weeks ago', { finish: 'sprayed-paint', ageDays: 21, lifeYears: null }],
  ['tool box, mild steel, painted yesterday', { finish: 'acrylic-paint', ageDays: 1 }],
  ['birch ply sign, outdoors three winters', { lifeYears: 3, place: 'exposed' }],
  ['bench, teak, ten years', { lifeYears: 10 }],
  ['toy box for a two year old', { children: 'yes', lifeYears: null }],
  // what is said as a "not"
  [
    'enamel bowl, never in the dishwasher',
    { nots: [{ field: 'water', value: 'dishwasher', words: 'never in the dishwasher' }] },
  ],
  ['lunch box, not for the dishwasher, but wiped', { water: 'wipe' }],
  ['not outdoors: pine shelf, waxed', { place: 'indoors', finish: 'waxed' }],
  ['neither for food nor for children: ceramic bowl', { food: 'none', children: 'no' }],
  ['mug, not for drinking', { food: 'none' }],
  // each thing as it was said to be; what is named together is one
  [
    'raw oak board, a star burnt, a red moon painted and a red sun painted',
    {
      look: 'burnt',
      wants: {
        designs: [{}, { way: 'paint-stencil', colour: 'red' }, { way: 'paint-stencil', colour: 'red' }],
      },
    },
  ],
  ['oak board, star burnt, red moon', { look: 'burnt', wants: { designs: [{}, { colour: 'red' }] } }],
  ['raw oak board, a star painted, a moon burnt', { look: 'any', wants: { designs: [{ way: 'paint-stencil' }, {}] } }],
  ['oak board, star and moon painted red', { wants: { designs: [{ way: 'paint-stencil', colour: 'red' }] } }],
  ['oak board, painted pattern of red flowers', { wants: { designs: [{ way: 'paint-stencil', colour: 'red' }] } }],
  ['oak board, branch with leaves in red film', { wants: { designs: [{ way: 'decal', colour: 'red' }] } }],
  [
    'oak board, white letters and a red moon',
    { wants: { designs: [{ tone: 'light', colour: 'white' }, { colour: 'red' }] } },
  ],
  ['glass jar, lettering, etched letters', { look: 'frosted', wants: { designs: [{ way: 'frost-etch' }] } }],
  // what was said before anything was named is said of what is named then
  ['cotton bag, in film, white letters', { wants: { designs: [{ way: 'iron-on', tone: 'light', colour: 'white' }] } }],
  ['cotton bag, letters in white and red', { wants: { designs: [{ tone: 'light', colour: 'white and red' }] } }],
  ['coir mat by stencil and brush, no spray', { wants: { designs: [{ way: 'pile-stipple' }] } }],
  ['steel sign without rust', { condition: [] }],
  ['dishwasher: never, glazed mug', { water: 'handWash' }],
  // what is there, what is wanted
  [
    'oak board to be stained dark, white lettering in film',
    {
      base: 'hardwood',
      finish: null,
      tone: 'unknown',
      wants: {
        ground: { kind: 'stain', tone: 'dark' },
        designs: [{ way: 'decal', tone: 'light', colour: 'white' }],
      },
    },
  ],
  ['plaque in oiled beech', { finish: 'oiled', wants: { designs: [{}] } }],
  [
    'raw poplar frame, chalk-type paint, text in cream film',
    { finish: null, wants: { ground: { product: 'chalk-type-paint', kind: 'paint' } } },
  ],
  ['notice board, larch, oil stain wanted', { finish: null, wants: { ground: { product: 'oil-stain' } } }],
  ['mug, film wrap with lettering on top', { wants: { designs: [{ way: 'wrap' }, { way: 'decal' }] } }],
  [
    'mug, film wrap, metal film lettering on top, 0.8 mm strokes',
    { minStrokeMm: 0.8, wants: { designs: [{ way: 'wrap' }, { way: 'decal', film: 'film-metallic' }] } },
  ],
  ['primed canvas, clear sheet cut by hand', { wants: { designs: [{ mask: 'sheet-acetate', hand: true }] } }],
  [
    'wooden sign, lettering painted through a stencil',
    { finish: null, wants: { designs: [{ way: 'paint-stencil' }] } },
  ],
  ['glass jar, etched stars', { look: 'frosted', wants: { designs: [{ way: 'frost-etch' }] } }],
  ['brass plate, etched', { base: 'brass', unread: ['etched brass'] }],
  ['cotton bag, film letters', { wants: { designs: [{ way: 'iron-on' }] } }],
  // spelling, and words in no list
  ['plywod sing, outdors', { base: 'plywood', place: 'exposed' }],
  ['hardwod chopping bord', { base: 'hardwood', food: 'food' }],
  ['grey anodized aluminum panel', { base: 'aluminium', finish: 'anodised' }],
  ['a quern, indoors', { base: '', unread: ['quern'], unknownThing: 'quern' }],
  ['zebrano chopping board', { base: '', unread: ['zebrano'], food: 'food' }],
  ['thing of flumwood', { base: '', unread: ['flumwood'] }],
  // where, whose colour
  ['names on the outside of the mug', { zone: 'outside' }],
  ['polycarbonate dome, film stuck on the inside', { zone: 'inside' }],
  ['black polyester pennant', { tone: 'dark' }],
  ['polyester pennant, black letters', { tone: 'unknown' }],
  // what a name makes likely
  ['candle jar', { item: 'candleVessel', heat: 'candle' }],
  ['vacuum flask', { item: 'vacuumVessel' }],
  ['mug', { food: 'lip', heat: 'hotDrink', shape: 'cylinder' }],
  ['frame for a mirror', { base: 'hardwood' }],
  ['helmet bag, nylon', { item: 'ordinary', base: 'nylon' }],
  ['smoke alarm cover', { item: 'unknown' }],
  // of two things that are named the harmless one's is no guess
  ['teether ring, painted stars', { food: 'unknown', heat: 'unknown' }],
  ['kettle lid, steel', { food: 'unknown', heat: 'unknown' }],
  ['crib headboard, oak', { food: 'unknown' }],
  ['grill table, steel', { heat: 'unknown' }],
  ['old radiator, painted cream', { base: 'steel-mild', heat: 'radiator' }],
  ['old toy, wooden', { food: 'lip', children: 'yes', item: 'toy' }],
  // inside of what nobody knows to be flat
  ['bucket, stencil inside', { zone: 'unknown' }],
  ['bucket, stencil in the inside', { zone: 'inside' }],
  ['treated deck board, burnt sign', { base: 'wood-treated' }],
  // what is of, for or beside another thing is not taken for less than that may be
  ['sign for the stove door, film', { item: 'unknown', heat: 'unknown' }],
  ['name plate by the wood burner', { item: 'unknown', heat: 'unknown' }],
  ['plywood sign beside the fireplace', { item: 'unknown', heat: 'unknown' }],
  ['sign near the radiator', { item: 'ordinary', heat: 'unknown' }],
  ['sign for the gate', { item: 'ordinary', heat: 'sun' }],
  ['old painted pine door', { finish: 'unknown-finish' }],
  ['stickers for a lunch box', { base: 'pp', food: 'food' }],
  // a metal that names a film or an emblem is not what the thing is made of
  ['flask, copper film emblem, indoors', { base: 'steel-stainless', look: 'metallic' }],
  ['flask, copper emblem, indoors', { base: 'steel-stainless', look: 'metallic' }],
  ['oak sign with brass letters', { base: 'hardwood', unread: ['brass'] }],
  ['copper tray, stars in white film', { base: 'copper' }],
  ['flask sprayed in three light coats', { finish: 'sprayed-paint', tone: 'unknown', unread: [] }],
  // "bare stain" shows the coat, and the piece itself is not bare
  [
    'birch ply panel, blue stain, word painted above, stars of bare stain through cream paint',
    {
      finish: null,
      unread: [],
      wants: {
        ground: { kind: 'stain', colour: 'blue' },
        designs: [{ way: 'paint-stencil' }, { way: 'resist' }],
      },
    },
  ],
  // a coat beside a word for bare is no resist, and is not left out
  ['untreated oiled oak shelf', { wants: { finish: { kind: 'clear', product: 'board-oil' } } }],
  ['stars on planed oiled oak board', { wants: { finish: { kind: 'clear', product: 'board-oil' } } }],
  ['bare oak board, stain', { finish: null, wants: { ground: { kind: 'stain' }, designs: [{}] } }],
  ['tapered steel cup, pattern all round', { shape: 'cone' }],
  ['round glass bowl', { base: 'glass-soda-lime' }],
  ['primed canvas, acrylic wave through a clear sheet', { base: 'canvas-primed', unread: [] }],
  ['coir mat, spray paint through a card stencil', { wants: { designs: [{ way: 'pile-spray', mask: 'card' }] } }],
  [
    'coir mat, aerosol enamel through a card stencil',
    { wants: { designs: [{ medium: 'aerosol-enamel', mask: 'card' }] } },
  ],
  ['oak board, to be sold, rows of words above', { unread: [] }],
  // a wish goes on over a comma to what is a coat and nothing else
  [
    '9 birch ply moons 280 mm across, to be painted both sides, sealed, motifs of coloured film',
    { finish: null, wants: { ground: { kind: 'paint' }, finish: { kind: 'clear' } } },
  ],
  ['birch ply moons, to be painted, sealed two weeks ago', { finish: 'varnish-water', ageDays: 14 }],
  ['birch ply moons, painted, sealed', { finishes: ['acrylic-paint', 'varnish-water'] }],
  ['oak thing with a name', { food: 'unknown', item: 'unknown', heat: 'unknown' }],
];

test.each(ROWS)('%s', (line, expected) => expect(factsOf(read(line))).toMatchObject(expected));

describe('what the line does not say', () => {
  test('stays unknown, all of it', () =>
    expect(read('oak').use).toMatchObject({
      place: 'unknown',
      water: 'unknown',
      soak: 'unknown',
      wear: 'unknown',
      heat: 'unknown',
      food: 'unknown',
      children: 'unknown',
      skin: 'unknown',
      grip: 'unknown',
      mustComeOff: 'unknown',
      item: 'unknown',
    }));

  test('is a guess that says so, where the name of the thing makes it likely', () => {
    const { chips } = read('mug, hand wash');
    expect(chips.filter(({ isGuess }) => !isGuess).map(({ field }) => field)).toEqual(['water']);
    expect(chips.find(({ field }) => field === 'food')).toMatchObject({ isGuess: true, from: 'mug' });
  });

  test('every chip shows the words that it came from', () => {
    for (const [line] of ROWS)
      for (const { from, field } of read(line).chips)
        expect([line, field, from.length > 0]).toEqual([line, field, true]);
  });
});

describe('pieces that are not alike', () => {
  const sorts = (line: string) => read(line).unlike;
  test('are a line for each sort, with what is said of all of them', () => {
    expect(
      sorts('4 flasks, two powder-coated, one sprayed, one of unknown finish, etched to bare metal, hand wash'),
    ).toEqual([
      '2 powder-coated flasks, etched to bare metal, hand wash',
      'sprayed flask, etched to bare metal, hand wash',
      'flask of unknown finish, etched to bare metal, hand wash',
    ]);
    expect(sorts('Five boxes: 3 raw pine and two of oak, indoors')).toEqual([
      '3 raw pine boxes, indoors',
      '2 boxes of oak, indoors',
    ]);
  });

  test.each([
    'four flasks, powder-coated, two colours',
    '4 flasks, two powder-coated, one sprayed',
    '3 signs, 2 coats of paint, 1 year',
    '5 boards, 3 words, 2 lines',
    'oak sign, two winters, one coat',
    '2 mats, two words',
  ])('are not made of counts of something else, nor of sums that do not add up: %s', (line) => {
    expect(sorts(line)).toEqual([]);
  });

  test('are read each by itself: no finish of one is on another', () => {
    const found = sorts('4 flasks, two powder-coated, one sprayed, one of unknown finish').map((line) =>
      read(line).surface.existing.map(({ finish }) => finish),
    );
    expect(found).toEqual([['powder-coat'], ['sprayed-paint'], ['unknown-finish']]);
  });
});

test('what a line tells of is among the fields that a reader has words for', () => {
  const told = ROWS.flatMap(([line]) => read(line).chips.map(({ field }) => field));
  expect([...new Set(told)].filter((field) => chipFieldOf(field) === null)).toEqual([]);
  const known = words.phrases.map(({ say }) => say.split(/[? ]/)[0]!);
  // read further: a coat as ground or finish, spraying as a way and a medium
  expect([...new Set(known)].filter((field) => chipFieldOf(field) === null)).toEqual(['spray', 'coat']);
});

describe('the things', () => {
  const known = things();
  test('are at least three hundred, each once', () => {
    expect(known.length).toBeGreaterThanOrEqual(300);
    const names = known.map(({ name }) => name.toLowerCase());
    expect(names.filter((name, at) => names.indexOf(name) !== at)).toEqual([]);
  });

  test('speak of materials, finishes and heat that there are', () => {
    for (const { name, facts } of known) {
      for (const id of facts.base ?? []) expect([name, id, all.baseById.has(id)]).toEqual([name, id, true]);
      if (facts.finish) expect(all.finishById.has(facts.finish)).toBe(true);
      if (facts.heat) expect([name, all.heatSourceById.has(facts.heat)]).toEqual([name, true]);
    }
  });

  test('are found by their own name, one or several of them', () => {
    const some = known.filter((_, index) => index % runs(4, 1) === 0);
    const lost = some.filter(({ kind, name, facts }) => {
      if (kind === 'carried' || !facts.item) return false;
      const found = (line: string) => read(line).use.item === facts.item;
      return !found(`1 ${name}`);
    });
    expect(lost.map(({ name }) => name)).toEqual([]);
  });
});

test('any words at all make a piece that the document can keep', () => {
  const words = fc.constantFrom(
    ...ROWS.flatMap(([line]) => line.split(' ')),
    'never',
    'x',
    '3/4',
    '12.12.',
    '°C',
    '"',
    'İ',
    '🌙',
    '0',
    '99999',
    'not',
    'by',
  );
  fc.assert(
    fc.property(fc.array(words, { maxLength: 25 }), (parts) => {
      const line = parts.join(' ');
      const parsed = pieceSchema.safeParse(pieceOf('p', line, read(line)));
      if (!parsed.success) throw new Error(parsed.error.message);
    }),
    draws(60, 150),
  );
});
