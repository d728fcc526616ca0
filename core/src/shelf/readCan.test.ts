import { describe, expect, test } from '@jest/globals';
import { spokenColour } from '../artwork/index.ts';
import { catalogue } from '../materials/index.ts';
import { canSchema, readCan, readCans, readPastDay, type Can, type CanReader } from './index.ts';

const reader: CanReader = { catalogue: catalogue(), today: '2026-11-28', unit: 'mm' };
const read = (line: string): Can => {
  const answer = readCan(line, 'x', reader);
  if (!answer.ok) throw new Error(answer.problems[0]!.given);
  expect(canSchema.safeParse(answer.can).success).toBe(true);
  return answer.can;
};
const given = (line: string) => {
  const answer = readCan(line, 'x', reader);
  return answer.ok ? [] : answer.problems.map((problem) => problem.given);
};

describe('a line about a thing on the shelf', () => {
  test.each<[string, Partial<Can>]>([
    [
      'permanent film, matte black, 305 mm × 3 m, bought in May, 11.50',
      {
        productId: 'film-permanent',
        colour: 'matte black',
        size: { kind: 'roll', widthMm: 305, lengthMm: 3000 },
        boughtOn: '2026-05-01',
        price: 11.5,
        isOpen: 'unknown',
        openedOn: null,
      },
    ],
    [
      'exterior latex 750 ml white opened March 2025 €18,90',
      {
        productId: 'exterior-latex',
        colour: 'white',
        size: { kind: 'liquid', ml: 750 },
        isOpen: 'yes',
        openedOn: '2025-03-01',
        price: 18.9,
      },
    ],
    [
      'removable film offcut 210 x 140',
      { productId: 'film-removable', size: { kind: 'offcut', widthMm: 210, heightMm: 140 } },
    ],
    [
      '12 sheets permanent film 305 x 305, red, 9.99',
      { colour: 'red', size: { kind: 'sheets', widthMm: 305, heightMm: 305, count: 12 }, price: 9.99 },
    ],
    [
      'spray paint, silver, 400 ml, bought 3 weeks ago',
      { productId: 'aerosol-enamel', size: { kind: 'aerosol', count: 1 }, boughtOn: '2026-11-07' },
    ],
    ['ammonium chloride 500 g', { productId: null, name: 'ammonium chloride', size: { kind: 'powder', g: 500 } }],
    [
      'jute rope, 10 m, 6.40',
      { productId: null, name: 'jute rope', size: { kind: 'bars', lengthMm: 10_000, count: 1 }, price: 6.4 },
    ],
    ['24 blanks slate', { name: 'blanks slate', size: { kind: 'pieces', count: 24 } }],
    [
      'epoxy 1 l, 14 months old',
      { productId: 'flood-epoxy', size: { kind: 'liquid', ml: 1000 }, aged: { months: 14, on: '2026-11-28' } },
    ],
    [
      'regular transfer tape 12 in × 10 ft unopened',
      { productId: 'tape-regular', size: { kind: 'roll', widthMm: 304.8, lengthMm: 3048 }, isOpen: 'no' },
    ],
    [
      'frost cream 120 ml opened yesterday, in the blue cabinet',
      { openedOn: '2026-11-27', place: 'in the blue cabinet' },
    ],
    ['exterior latex, 2,5 l, 42,00', { size: { kind: 'liquid', ml: 2500 }, price: 42 }],
    ['low-tack transfer tape, 10 sheets 300 x 300, opened in 2024', { productId: 'tape-low', openedOn: '2024-01-01' }],
    ['craft acrylic, open', { productId: 'craft-acrylic', size: null, isOpen: 'yes', openedOn: null }],
    ['3 bottles craft acrylic 59 ml', { size: { kind: 'liquid', ml: 177 } }],
  ])('%s', (line, expected) => expect(read(line)).toMatchObject(expected));

  test.each<[string, RegExp]>([
    ['permanent film, black, 12', /"12" was given: nothing says of what/],
    ['craft acrylic, 59 ml, bought 2027', /"2027" was given: that lies in the future/],
    ['craft acrylic, 59 ml, opened someday', /"someday"/],
    ['craft acrylic, 0.06 l, price eleven', /"price eleven" was given as a price/],
    ['  ', /was given/],
  ])('%s is refused', (line, words) => expect(given(line).join(' ')).toMatch(words));

  test.each([
    ['frost cream, 85 ml, $12.50', /in USD.*/],
    ['frost cream, 85 ml, £ 4', /in GBP/],
    ['frost cream, 85 ml, 12.50 €', /^$/],
    ['frost cream, 85 ml, 12.50', /^$/],
  ])('a price in another currency is not taken for one of ours: %s', (line, words) => {
    const answer = readCan(line, 'x', { ...reader, currency: 'EUR' });
    expect(answer.ok ? '' : answer.problems[0]!.given).toMatch(words);
  });

  test('what is not in the handbook, and what was not said, is said to be so', () => {
    const answer = readCan('cork board', 'x', reader);
    expect(answer.ok && answer.notes).toEqual([
      expect.stringContaining('No product'),
      expect.stringContaining('size was not said'),
    ]);
  });

  test.each([
    ['May', '2026-05-01'],
    ['December', '2025-12-01'],
    ['Dec 2024', '2024-12-01'],
    ['2025', '2025-01-01'],
    ['2026-11-28', '2026-11-28'],
    ['28.11.2026', '2026-11-28'],
    ['yesterday', '2026-11-27'],
    ['2026-11-29', null],
    ['1820', null],
    ['when it rained', null],
  ])('a day: %s', (text, day) => {
    const answer = readPastDay(text, reader.today);
    expect(answer.ok ? answer.day : null).toBe(day);
  });
});

describe('a table of things', () => {
  let next = 0;
  const cans = (csv: string, known = new Set<string>()) => readCans(csv, () => `c${(next += 1)}`, reader, known);
  const at = (csv: string, known?: Set<string>) => {
    const answer = cans(csv, known);
    return answer.ok ? [] : answer.problems.map((problem) => problem.at);
  };

  test.each([
    [
      'semicolons and decimal commas',
      'Product;Colour;Size;Price;Bought\npermanent film;black;305 mm x 3 m;11,50;May 2026\n',
    ],
    ['commas and points', 'product,color,size,cost,bought on\npermanent film,black,305 mm x 3 m,11.50,2026-05-01\n'],
    [
      'tabs, and a mark at its head',
      '\uFEFFwhat\tcolour\tsize\tpaid\tpurchased\npermanent film\tblack\t305 mm x 3 m\t11,50 €\tMay\n',
    ],
    ['no headings', 'permanent film, black, 305 mm x 3 m, "11,50", bought May 2026\n'],
  ])('with %s', (_name, csv) =>
    expect(cans(csv)).toMatchObject({
      ok: true,
      cans: [
        {
          productId: 'film-permanent',
          colour: 'black',
          size: { kind: 'roll', widthMm: 305, lengthMm: 3000 },
          price: 11.5,
          boughtOn: '2026-05-01',
        },
      ],
    }),
  );

  test('is taken whole or not at all, each fault at its row', () =>
    expect(
      at(
        'product;size;price;bought\ncraft acrylic;59 ml;2,00;May\ncraft acrylic;59 ml;abc;2027-01-01\ncraft acrylic;0 ml;2,00;May\n;59 ml;;\n',
      ),
    ).toEqual(['row 3, bought', 'row 3, price', 'row 4, size', 'row 5, product']));

  test.each<[string, string, Set<string> | undefined, string[]]>([
    ['an id twice', 'id,product\na,craft acrylic\na,frost cream\n', undefined, ['row 3, id']],
    ['an id that is on the shelf', 'id,product\na,craft acrylic\n', new Set(['a']), ['row 2, id']],
    ['an id that is none', 'id,product\na b,craft acrylic\n', undefined, ['row 2, id']],
    ['a strange column', 'product,flavour\ncraft acrylic,mint\n', undefined, ['row 1']],
    ['more than all', `product,price\ncraft acrylic,9999999\n`, undefined, ['row 2, price']],
  ])('%s is refused', (_name, csv, known, rows) => expect(at(csv, known)).toEqual(rows));

  test('10,000 rows are read, one more is refused, and so is none', () => {
    const rows = (count: number) => `product,size\n${'craft acrylic,59 ml\n'.repeat(count)}`;
    const whole = cans(rows(10_000));
    expect(whole.ok && whole.cans.length).toBe(10_000);
    expect(cans(rows(10_001)).ok).toBe(false);
    expect(cans('').ok).toBe(false);
  });
});

test.each([
  ['matte black', '#000000'],
  ['night blue', '#1848c8'],
  ['dark green', '#0c4018'],
  ['silver', '#b9bdc1'],
  ['teal', '#008080'],
  ['clear', null],
  ['glow in the dark', null],
])('"%s" is drawn in its colour', (words, colour) => expect(spokenColour(words)).toBe(colour));
