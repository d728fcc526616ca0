import { describe, expect, test } from '@jest/globals';
import { polygonArea } from '../../shape/index.ts';
import { FEATURES, fileOf } from '../../testing/features.ts';
import { drawn } from '../../testing/drawings.ts';
import { designOf, readArtwork } from '../index.ts';

const areaOf = (body: string): number => polygonArea(designOf(drawn(100, 100, body)));
const feature = (name: string) => {
  const found = FEATURES.find((one) => one.name === name);
  if (!found) throw new Error(`no feature ${name}`);
  return found;
};

describe('features that files of general programs have', () => {
  test.each(FEATURES.map((one) => [one.name, one] as const))('%s', (_name, one) => {
    const read = readArtwork(fileOf(one));
    expect(read.ok).toBe(!one.isEmpty);
    if (!read.ok) return;
    const codes = read.notices.map(({ code }) => code);
    expect(one.noticed?.every((code) => !codes.includes(code)) ?? false).toBe(false);
    expect(read.notices.every(({ words, todo }) => words.length > 10 && todo.length > 5)).toBe(true);
  });

  // areas by construction, mm²
  test.each<[string, number]>([
    ['a class with several rules', 1500],
    ['an important rule goes before the element’s own style', 1500],
    ['an important rule goes before a weightier one', 1500],
    ['a rule for what lies in a group', 400],
    ['a rule for children and attributes', 900],
    ['a colour without commas', 1500],
    ['a clear colour after a stroke', 1600],
    ['an unknown colour word takes what is above', 900],
    ['an unknown colour word in a style leaves the attribute', 81],
    ['a missing paint server without a stand-in', 1600],
    ['a gradient that is clear everywhere', 1600],
    ['a gradient without stops', 1600],
    ['opacity in hundredths', 1600],
    ['a transform in a style goes before the attribute', 2400],
    ['lengths in em', 800],
    ['lengths in em of the element’s own letters', 1600],
    ['lengths in x-heights', 800],
    ['a pattern without a tile', 1600],
    ['a drawing within the drawing is clipped', 900],
    ['a drawing within the drawing that may be seen outside', 3600],
    ['a symbol is clipped', 640],
    ['round dots of dashes without length', 5 * Math.PI * 16],
    ['square dots of dashes without length', 6 * 64],
    ['dashes measured by a said length', 320],
    ['a dot of a line without length', Math.PI * 100],
    ['a square dot of a closed point', 400],
    ['a point with butt ends', 1600],
    ['clip-rule of the clip’s own shapes', 2700],
    ['clip-rule of what is clipped says nothing', 3600],
    ['a switch takes the first that can be drawn', 900],
    ['a switch by language', 900],
    ['plain entities', 900],
    ['another prefix', 900],
    ['elements of another language', 1600],
    [
      'joins that are cut off',
      areaOf('<path d="M20 70L50 20L80 70" fill="none" stroke="#000" stroke-width="10" stroke-linejoin="bevel"/>'),
    ],
  ])('%s covers what it should', (name, mm2) => {
    const { body, before = '' } = feature(name);
    const read = readArtwork(fileOf({ name, body, before }));
    if (!read.ok) throw new Error(read.problems[0]!.given);
    expect(polygonArea(designOf(read.artwork))).toBeCloseTo(mm2, 0);
  });

  test('corners are mitred up to their limit and no further', () => {
    const corner = (limit: number) =>
      areaOf(`<path d="M20 60L50 60L50 30" fill="none" stroke="#000" stroke-width="10" stroke-miterlimit="${limit}"/>`);
    expect(corner(4)).toBeCloseTo(600, 1);
    expect(corner(1.5)).toBeCloseTo(600, 1);
    // a right angle needs a limit of 1.414
    expect(corner(1.4)).toBeCloseTo(600 - 12.5, 1);
  });
});

describe('entities', () => {
  const withEntity = (declared: string, body = '<rect width="9" height="9"/>') =>
    readArtwork(
      `<!DOCTYPE svg [${declared}]><svg xmlns="http://www.w3.org/2000/svg" width="10mm" height="10mm">${body}</svg>`,
    );
  test.each([
    ['one that names another', '<!ENTITY a "&b;">'],
    ['one that leads elsewhere', '<!ENTITY a SYSTEM "file:///etc/passwd">'],
    ['one of the file’s own parts', '<!ENTITY % a "x">'],
    ['one that holds elements', '<!ENTITY a "<rect/>">'],
    ['a very long one', `<!ENTITY a "${'x'.repeat(2001)}">`],
    ['too many', Array.from({ length: 201 }, (_, at) => `<!ENTITY e${at} "x">`).join('')],
    ['one that is cut off', '<!ENTITY a "x"'],
  ])('%s is refused', (_, declared) =>
    expect(withEntity(declared)).toMatchObject({ problems: [{ code: 'entities' }] }),
  );
  test('one that would grow the file without end is refused', () =>
    expect(withEntity(`<!ENTITY a "${'x'.repeat(2000)}">`, `<desc>${'&a;'.repeat(1001)}</desc>`)).toMatchObject({
      problems: [{ code: 'entities' }],
    }));
  test('plain words are read', () =>
    expect(withEntity('<!ENTITY a "9">', '<rect width="&a;" height="9"/>')).toMatchObject({ ok: true }));
});
