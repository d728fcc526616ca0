import { describe, expect, test } from '@jest/globals';
import { catalogue } from '../materials/index.ts';
import { faultPiece } from '../testing/faults.ts';
import type { Said } from '../testing/briefs.ts';
import { CARD_LANGUAGES, PLAIN_CARDS } from './cardSettings.ts';
import { careCard, type CardInput } from './card.ts';
import { layOutCard, layOutSlip } from './cardLayout.ts';
import { careOf, headlineOf, type CareLimit } from './careOf.ts';
import { CARD_WORDS, CardWords, shippedWords } from './cardWords.ts';

const all = catalogue();
const MUG = {
  said: { base: 'ceramic-glazed' } as Said,
  stack: 'decal: p/degrease-alcohol f/film-permanent t/tape-regular',
};
const FROM = '2027-01-08T09:00:00.000Z';
const input = ({ said, stack }: typeof MUG, more: Partial<CardInput> = {}): CardInput => {
  const piece = faultPiece({ said, stack });
  const read = careOf(piece.parts[0]!, all);
  if (!read.ok) throw new Error('no limits');
  // what is never allowed holds at once
  const limits = read.limits.map((limit): CareLimit => ({
    ...limit,
    from: ['no', 'never'].includes(String(limit.value)) ? null : FROM,
  }));
  return {
    piece: { ...piece, name: 'Soup bowl' },
    limits,
    conditions: [],
    language: 'en',
    settings: PLAIN_CARDS,
    temperature: 'C',
    zone: 'Europe/Berlin',
    catalogue: all,
    copy: null,
    leavesAt: '2026-12-20T09:00:00.000Z',
    ...more,
  };
};
const card = (more: Partial<CardInput> = {}, of = MUG) => careCard(input(of, more)).card;

describe('a care card', () => {
  test('says what it stands, from a day, and what it must never meet', () => {
    const made = card();
    expect(made.headline).toBe('Wash by hand, from 8 January 2027');
    expect(made.lines[0]).toBe('Use it from 8 January 2027.');
    expect(made.why).toBe('Why: the design is a film.');
    expect(made.never).toContain('dishwasher');
    expect(made.lines.length).toBeLessThanOrEqual(5);
    expect(made.slip).toEqual({
      headline: 'Not before 8 January 2027',
      why: 'It still hardens. Until then keep it dry and apart.',
    });
  });

  test('has no slip once it has cured', () => {
    expect(card({ leavesAt: FROM }).slip).toBeNull();
    expect(card({ leavesAt: '2027-01-08T08:59:00.000Z' }).slip).not.toBeNull();
  });

  test('says the same as the care of the piece, word by word', () => {
    const given = input(MUG);
    const headline = headlineOf(given.limits)!;
    expect([headline.axis, headline.value]).toEqual(['water', 'handWash']);
    const dishwasher = given.limits.map((limit): CareLimit =>
      limit.axis === 'water' ? { ...limit, value: 'dishwasher' } : limit,
    );
    expect(card({ limits: dishwasher }).headline).toMatch(/^Top rack of the dishwasher/);
    expect(card({ limits: dishwasher }).never).not.toContain('dishwasher');
  });

  test('takes the weakest of all zones, and what nobody knows for no', () => {
    const given = input(MUG);
    const of = (axis: CareLimit['axis'], value: CareLimit['value']) => [
      ...given.limits,
      { ...given.limits.find((limit) => limit.axis === axis)!, zone: 'rest' as const, value },
    ];
    expect(card({ limits: of('heat', 40) }).lines).toContain('Nothing hotter than 40 °C on it.');
    expect(card({ limits: of('heat', 'unknown') }).lines).toContain('Keep it away from heat.');
    const soaks = given.limits.map((limit): CareLimit => (limit.axis === 'soak' ? { ...limit, value: 'yes' } : limit));
    expect(card({ limits: soaks }).never).not.toContain('soaking');
    expect(
      card({ limits: [...soaks, { ...soaks.find(({ axis }) => axis === 'soak')!, value: 'unknown' }] }).never,
    ).toContain('soaking');
  });

  test('bars food where the design is, and from all of it where nothing of it may be eaten from', () => {
    const given = input(MUG);
    const food = (rest: string) =>
      given.limits.map((limit): CareLimit =>
        limit.axis === 'food' ? { ...limit, value: limit.zone === 'rest' ? rest : 'never' } : limit,
      );
    expect(card({ limits: food('yes') }).never).toContain('food or lips on the design');
    expect(card({ limits: food('unknown') }).never).toMatch(/food or lips(,|$)/);
  });

  test('never rounds a heat limit up', () => {
    const given = input(MUG);
    const limits = given.limits.map((limit): CareLimit => (limit.axis === 'heat' ? { ...limit, value: 59.9 } : limit));
    expect(card({ limits }).lines).toContain('Nothing hotter than 59 °C on it.');
    expect(card({ limits, temperature: 'F' }).lines).toContain('Nothing hotter than 139 °F on it.');
  });

  test('prints what was said as a "not", conditions, maker and copy', () => {
    const { piece } = input(MUG);
    const part = piece.parts[0]!;
    const nots = [{ field: 'food', value: 'food', words: 'not for food' }];
    const made = card({
      piece: { ...piece, quantity: 12, parts: [{ ...part, use: { ...part.use, nots } }] },
      copy: 3,
      conditions: ['only if no child has it'],
      settings: { ...PLAIN_CARDS, maker: 'Marrow Hill' },
    });
    expect(made.only).toEqual(['not for food', 'Only if: no child has it']);
    expect([made.copy, made.madeBy]).toEqual(['3 of 12', 'Made by Marrow Hill']);
  });

  test('of cloth speaks of its laundry', () => {
    const bag = {
      said: { base: 'cotton' } as Said,
      stack: 'fabric-stencil: p/lint-roll m/film-stencil x/fabric-acrylic u/wet',
    };
    const made = card({}, bag);
    expect(made.headline).toMatch(/^Wash at \d+ °C, inside out, from 8 January 2027$/);
    expect(made.never).toContain('bleach');
    expect(made.never).not.toContain('dishwasher');
  });

  test('without a plan says no day, and that it does', () => {
    const given = input(MUG);
    const { card: made, problems } = careCard({
      ...given,
      limits: given.limits.map((limit) => ({ ...limit, from: null })),
    });
    expect(made.headline).toBe('Wash by hand');
    expect(problems.map(({ code }) => code)).toEqual(['card-without-date']);
  });
});

describe('the words of a card', () => {
  test.each(CARD_LANGUAGES)('in %s have every word and every place of the English ones', (language) => {
    const places = (words: string) => [...words.matchAll(/\{\w+\}/g)].map(String).sort();
    for (const word of CARD_WORDS) {
      expect(shippedWords(language)[word]).toBeTruthy();
      expect([word, places(shippedWords(language)[word])]).toEqual([word, places(shippedWords('en')[word])]);
    }
    expect(Object.keys(shippedWords(language)).sort()).toEqual([...CARD_WORDS].sort());
  });

  test('date in the language of the card', () => {
    expect(card({ language: 'de' }).headline).toBe('Von Hand spülen, ab 8. Januar 2027');
    expect(card({ language: 'fr' }).headline).toBe('Laver à la main, à partir du 8 janvier 2027');
    expect(card({ language: 'es' }).headline).toBe('Lavar a mano, desde el 8 de enero de 2027');
  });

  test('that the crafter mended stand in place of the shipped ones; half-filled ones do not, and are said', () => {
    const words = { de: { 'water.handWash': 'Nur von Hand', from: 'ab sofort', 'never.soak': '  ' } };
    const { card: made, problems } = careCard(input(MUG, { language: 'de', settings: { ...PLAIN_CARDS, words } }));
    expect(made.headline).toBe('Nur von Hand, ab 8. Januar 2027');
    expect(problems[0]).toMatchObject({ code: 'card-words-broken' });
    expect(problems[0]!.given).toContain('from, never.soak');
    expect(new CardWords('de', { words: {} }).broken).toEqual([]);
  });
});

describe('the lay-out of a card', () => {
  const A6 = { widthMm: 105, heightMm: 148.5 };
  /** Every letter half as wide as it is high. */
  const measure = (text: string, points: number) => text.length * points * 0.1764;
  const inside = (runs: ReturnType<typeof layOutCard>['runs']) =>
    runs.every(({ x, y, text, points, isRtl }) => {
      const width = measure(text, points);
      const [left, right] = isRtl ? [x - width, x] : [x, x + width];
      return left >= 7.99 && right <= A6.widthMm - 7.99 && y <= A6.heightMm - 8;
    });

  test('keeps all of it inside, as large as it can be', () => {
    const made = layOutCard(card(), A6, measure);
    expect([made.scale, made.isCut]).toEqual([1, false]);
    expect(inside(made.runs)).toBe(true);
    expect(made.runs.map(({ text }) => text).join(' ')).toContain('Wash by hand, from');
  });

  test.each([
    ['a name of 120 letters without a space', 'x'.repeat(120)],
    ['a long name', 'Marrow Hill observatory bowl for the soup of the night crew '.repeat(2).slice(0, 120)],
    ['a name that is read from the right', 'קערת מרק לצוות הלילה '.repeat(5)],
  ])('finds room for %s', (_name, name) => {
    const piece = { ...input(MUG).piece, name };
    const made = layOutCard(card({ piece }), A6, measure);
    expect(made.isCut).toBe(false);
    expect(inside(made.runs)).toBe(true);
    expect(made.runs.some(({ isRtl }) => isRtl)).toBe(/[א-ת]/.test(name));
  });

  test('shrinks where there is much to say, and says where even that cut something', () => {
    const many = {
      ...card(),
      only: Array.from({ length: 14 }, () => 'Only if: a condition that takes all of a line and a half of it'),
    };
    expect(layOutCard(many, A6, measure).scale).toBeLessThan(1);
    const more = { ...many, only: Array.from({ length: 200 }, () => 'Only if: a condition that takes all of a line') };
    expect(layOutCard(more, A6, measure).isCut).toBe(true);
  });

  test('gives a slip to what leaves early', () => {
    expect(
      layOutSlip(card(), A6, measure)!
        .runs.map(({ text }) => text)
        .join(' '),
    ).toContain('Not before 8 January');
    expect(layOutSlip(card({ leavesAt: FROM }), A6, measure)).toBeNull();
  });
});
