import { describe, expect, test } from '@jest/globals';
import { boundsOf, polygonArea, type Bounds } from '../../shape/index.ts';
import { drawn } from '../../testing/drawings.ts';
import { SOON_MS, timed } from '../../testing/time.ts';
import { designOf } from '../artwork.ts';
import { readArtwork } from './readArtwork.ts';

const file = (body: string, root = 'width="100mm" height="100mm" viewBox="0 0 100 100"') =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${root}>${body}</svg>`;

const boundsIn = (body: string, root?: string): readonly [number, number, number, number] | string => {
  const read = readArtwork(file(body, root));
  if (!read.ok) return read.problems[0]!.code;
  const { x, y, width, height }: Bounds = boundsOf(designOf(read.artwork));
  const rounded = (value: number) => Math.round(value * 100) / 100;
  return [rounded(x), rounded(y), rounded(width), rounded(height)];
};

const SQUARE = '<rect x="10" y="20" width="30" height="40"/>';

describe('sizes', () => {
  test.each([
    ['mm', 'width="100mm" height="100mm" viewBox="0 0 100 100"', [10, 20, 30, 40]],
    ['cm', 'width="10cm" height="10cm" viewBox="0 0 100 100"', [10, 20, 30, 40]],
    ['inches', 'width="1in" height="1in" viewBox="0 0 100 100"', [2.54, 5.08, 7.62, 10.16]],
    ['points', 'width="72pt" height="72pt" viewBox="0 0 100 100"', [2.54, 5.08, 7.62, 10.16]],
    ['pixels', 'width="96" height="96" viewBox="0 0 100 100"', [2.54, 5.08, 7.62, 10.16]],
    ['no size', 'viewBox="0 0 96 96"', [2.65, 5.29, 7.94, 10.58]],
    ['an off-set view box', 'width="50mm" height="50mm" viewBox="10 20 50 50"', [0, 0, 30, 40]],
    ['a wide page, centred', 'width="200mm" height="100mm" viewBox="0 0 100 100"', [60, 20, 30, 40]],
    [
      'a stretched page',
      'width="200mm" height="100mm" viewBox="0 0 100 100" preserveAspectRatio="none"',
      [20, 20, 60, 40],
    ],
    ['a view box far away', 'width="100mm" height="100mm" viewBox="8000000 8000000 100 100"', 'nothing-drawn'],
  ])('%s', (_, root, expected) => expect(boundsIn(SQUARE, root)).toEqual(expected));

  test('coordinates near eight million keep their hundredths', () => {
    const body = '<rect x="8000010.25" y="8000020.5" width="30" height="40"/>';
    expect(boundsIn(body, 'width="100mm" height="100mm" viewBox="8000000 8000000 100 100"')).toEqual([
      10.25, 20.5, 30, 40,
    ]);
  });
});

describe('shapes', () => {
  test.each([
    ['circle', '<circle cx="50" cy="50" r="20"/>', Math.PI * 400],
    ['ellipse', '<ellipse cx="50" cy="50" rx="20" ry="10"/>', Math.PI * 200],
    ['rounded rectangle', '<rect width="40" height="20" rx="5"/>', 800 - 25 * (4 - Math.PI)],
    ['polygon', '<polygon points="0,0 40,0 40,30"/>', 600],
    ['open polyline, filled', '<polyline points="0,0 40,0 40,30"/>', 600],
    ['path with arcs', '<path d="M20 50a30 30 0 0 1 60 0z"/>', (Math.PI * 900) / 2],
    ['path with packed arc flags', '<path d="M20 50a30 30 0 0160 0z"/>', (Math.PI * 900) / 2],
    ['path with smooth curves', '<path d="M0 0C10 0 20 10 20 20S30 40 40 40L0 40Z"/>', 800],
    ['quadratic curves', '<path d="M0 0Q30 0 30 30L0 30z"/>', 900 - 150],
    [
      'line, stroked with round caps',
      '<line x1="10" y1="10" x2="40" y2="10" stroke="#000" stroke-width="4" stroke-linecap="round"/>',
      120 + 4 * Math.PI,
    ],
    ['dashes', '<line x1="10" y1="10" x2="40" y2="10" stroke="#000" stroke-width="4" stroke-dasharray="5 5"/>', 60],
    [
      'a stroke scaled with its shape',
      '<line transform="scale(2)" x1="5" y1="5" x2="20" y2="5" stroke="#000" stroke-width="2"/>',
      120,
    ],
    ['a hole by winding', '<path d="M0 0h40v40h-40zM10 10v20h20v-20z"/>', 1200],
    [
      'nothing from display none',
      '<g display="none"><rect width="9" height="9"/></g><rect width="10" height="10"/>',
      100,
    ],
    [
      'nothing of white on nothing',
      '<rect width="10" height="10" fill="none" stroke="none"/><rect width="5" height="5"/>',
      25,
    ],
    [
      'a clone with its own place',
      '<defs><path id="a" d="M0 0h10v10h-10z"/></defs><use xlink:href="#a" x="20" y="20"/>',
      100,
    ],
    [
      'a symbol in its view box',
      '<symbol id="s" viewBox="0 0 10 10"><rect width="10" height="10"/></symbol><use href="#s" width="30" height="30"/>',
      900,
    ],
  ])('%s', (_, body, area) => expect(polygonArea(designOf(drawn(100, 100, body)))).toBeCloseTo(area, 0));
});

describe('where shapes lie, and how small they may be', () => {
  test.each<[string, string, readonly number[] | string]>([
    ['a dot of 0.8 mm', '<circle cx="10" cy="20" r="0.4"/>', [9.6, 19.6, 0.8, 0.8]],
    ['a flat dot', '<ellipse cx="10" cy="20" rx="0.4" ry="0.3"/>', [9.6, 19.7, 0.8, 0.6]],
    ['a fleck', '<rect x="10" y="20" width="0.5" height="0.4"/>', [10, 20, 0.5, 0.4]],
    ['shares of the page', '<circle cx="50%" cy="25%" r="10%"/>', [40, 15, 20, 20]],
    ['shares of a wide page', '<rect x="10%" y="10%" width="50%" height="50%" rx="2%"/>', [20, 10, 100, 50]],
    ['a coordinate too many', '<polygon points="0,0 40,0 40,30 7"/>', [0, 0, 40, 30]],
    [
      'a clone moved along one side only',
      '<defs><rect id="a" width="5" height="5"/></defs><use href="#a" y="7"/>',
      [0, 7, 5, 5],
    ],
    ['no radius', '<circle cx="10" cy="20" r="0"/>', 'nothing-drawn'],
    ['no height', '<ellipse cx="10" cy="20" rx="4" ry="0"/>', 'nothing-drawn'],
    ['no width', '<rect width="0" height="4"/>', 'nothing-drawn'],
    ['a corner of a polygon', '<polygon points="3,4"/>', 'nothing-drawn'],
    ['what is not visible', '<rect width="4" height="4" visibility="hidden"/>', 'nothing-drawn'],
    ['what is seen through whole', '<rect width="4" height="4" fill-opacity="0"/>', 'nothing-drawn'],
  ])('%s', (name, body, expected) =>
    expect(
      boundsIn(body, name.includes('wide') ? 'width="200mm" height="100mm" viewBox="0 0 200 100"' : undefined),
    ).toEqual(expected),
  );

  test.each([
    ['one radius rounds both ways', '<rect width="40" height="20" ry="5"/>', 800 - 25 * (4 - Math.PI)],
    ['two radii', '<rect width="40" height="20" rx="10" ry="5"/>', 800 - 50 * (4 - Math.PI)],
    ['none one way rounds nothing', '<rect width="40" height="20" rx="0" ry="5"/>', 800],
    ['no larger than half', '<rect width="40" height="20" rx="90" ry="90"/>', Math.PI * 200],
  ])('corners: %s', (_, body, area) => expect(polygonArea(designOf(drawn(100, 100, body)))).toBeCloseTo(area, 0));
});

describe('styles', () => {
  test.each([
    ['attribute', '<rect fill="#abc" width="9" height="9"/>', '#aabbcc'],
    ['style over attribute', '<rect fill="red" style="fill: teal" width="9" height="9"/>', '#008080'],
    ['class', '<style>.slip{fill:#123456}</style><rect class="slip" width="9" height="9"/>', '#123456'],
    [
      'id over class',
      '<style>#one{fill:#111111}.slip{fill:#123456}</style><rect id="one" class="slip" width="9" height="9"/>',
      '#111111',
    ],
    ['inherited from a group', '<g fill="rgb(1,2,3)"><rect width="9" height="9"/></g>', '#010203'],
    ['current colour', '<g color="navy"><rect fill="currentColor" width="9" height="9"/></g>', '#000080'],
    ['none said: black', '<rect width="9" height="9"/>', '#000000'],
  ])('%s', (_, body, colour) => expect(drawn(100, 100, body).layers.map(({ id }) => id)).toEqual([colour]));
});

describe('notices', () => {
  test.each([
    ['live text', '<text x="5" y="5">Dome</text><text x="5" y="9">Crew</text><rect width="9" height="9"/>', 'text', 2],
    [
      'a picture',
      '<image href="https://example.invalid/a.png" width="9" height="9"/><rect width="9" height="9"/>',
      'image',
      1,
    ],
    ['a script', '<script>alert(1)</script><rect width="9" height="9"/>', 'script', 1],
    [
      'a mask',
      '<mask id="m"><rect width="4" height="4"/></mask><rect mask="url(#m)" width="9" height="9"/>',
      'mask',
      1,
    ],
    ['a reference outside', '<use href="other.svg#a"/><rect width="9" height="9"/>', 'external', 1],
  ])('%s is said, and how many', (_, body, code, count) => {
    const read = readArtwork(file(body));
    expect(read.ok && read.notices.map((notice) => [notice.code.includes(code), notice.count])).toContainEqual([
      true,
      count,
    ]);
  });
  test('strokes are read as cut lines where the crafter says so', () => {
    const lines = drawn(100, 100, '<path d="M10 10h30" fill="none" stroke="#000"/>', { strokes: 'cutLine' });
    expect(lines.layers).toMatchObject([{ polygon: [], cutLines: [Float64Array.of(10, 10, 40, 10)] }]);
  });
});

const deep = '<g>'.repeat(5000) + '</g>'.repeat(5000);
const bomb = `<defs><g id="a0"><rect width="1" height="1"/></g>${Array.from({ length: 20 }, (_, at) => `<g id="a${at + 1}">${`<use href="#a${at}"/>`.repeat(10)}</g>`).join('')}</defs><use href="#a20"/>`;

describe('bad input is refused at once, naming what and where', () => {
  test.each([
    ['nothing', '', /empty/i],
    ['not XML', 'not a drawing', /does not read as SVG/],
    ['another root', '<html></html>', /begins with <html>/],
    ['cut short', file(SQUARE).slice(0, 120), /line 1/],
    [
      'entities',
      '<!DOCTYPE svg [<!ENTITY a "&b;"><!ENTITY b "aaaa">]><svg xmlns="http://www.w3.org/2000/svg"/>',
      /entities/,
    ],
    ['an undefined entity', file('<text>&nope;</text>'), /line 1/],
    ['groups thousands deep', file(deep), /deep/],
    ['clones of clones without end', file(bomb), /clone|use/i],
    ['a page without size', file(SQUARE, 'width="0" height="0"'), /page of 0/],
    ['an endless page', file(SQUARE, 'width="1e9mm" height="1e9mm"'), /page of/],
    ['only text', file('<text>Dome</text>'), /Nothing in the file is painted/],
    ['shapes without area', file('<rect width="0" height="10"/><path d="M0 0"/>'), /Nothing in the file is painted/],
  ])('%s', (_, text, said) => {
    const { value: read, ms } = timed(() => readArtwork(text));
    expect(read.ok ? 'read' : read.problems.map(({ given }) => given).join(' ')).toMatch(said);
    expect(read.ok || read.problems.every(({ allowed, todo }) => allowed && todo)).toBe(true);
    expect(ms).toBeLessThan(SOON_MS);
  });
  test.each([
    ['a clone of itself', '<g id="a"><rect width="5" height="5"/><use href="#a"/></g>'],
    ['numbers that are none', '<path d="M0 0L10 NaN"/><rect width="5" height="5"/>'],
    ['a circle as large as space', '<circle r="1e30"/><rect width="5" height="5"/>'],
    ['a line to infinity', '<path d="M0 0L1e40 5L0 5z"/><rect width="5" height="5"/>'],
  ])('%s is left out and said, the rest is kept', (_, body) => {
    const read = readArtwork(file(body));
    expect(read.ok && polygonArea(designOf(read.artwork))).toBeCloseTo(25, 3);
    expect(read.ok && read.notices.length).toBeGreaterThan(0);
  });
});
