// Lengths cut from stock beside the exact solver, as ratios of one run; pieces cut from offcuts that are known to hold them all.
import loadHighs from 'highs';
import { cutFromStock, cutLengths, seeded, type LengthsInput } from '../core/src/index.ts';
import { puzzleOf, type Puzzle } from '../core/src/testing/rectangles.ts';

const CENTS = 100;

const timed = <T>(what: () => T): { answer: T; ms: number } => {
  // the processor's time: other things run on this machine too
  const before = process.cpuUsage();
  const answer = what();
  const { user, system } = process.cpuUsage(before);
  return { answer, ms: (user + system) / 1000 };
};

/** A list of cuts as makers write them: few lengths, each several times; planks to buy and leftovers that cost nothing. */
const listOf = (seed: number, kinds: number, cuts: number, leftovers: number): LengthsInput => {
  const random = seeded(seed);
  const whole = (low: number, high: number) => low + Math.floor(random() * (high - low + 1));
  const counts = Array.from({ length: kinds }, () => 1);
  for (let more = cuts - kinds; more > 0; more -= 1) counts[whole(0, kinds - 1)]! += 1;
  return {
    kerfMm: whole(0, 4),
    pieces: counts.map((count, at) => ({ name: `p${at}`, lengthMm: whole(180, 1150), count })),
    stock: [
      { name: 'long', lengthMm: 2400, count: null, price: whole(900, 1400) / CENTS },
      { name: 'short', lengthMm: 1800, count: null, price: whole(650, 1100) / CENTS },
      ...Array.from({ length: leftovers }, (_, at) => ({
        name: `left ${at}`,
        lengthMm: whole(500, 1500),
        count: whole(1, 2),
        price: 0,
      })),
    ],
  };
};

/** All full patterns of a bar. */
const patternsOf = (lengths: readonly number[], counts: readonly number[], room: number): number[][] => {
  const found: number[][] = [];
  const fill = (at: number, left: number, taken: readonly number[]): void => {
    if (at === lengths.length) {
      if (!lengths.some((length, kind) => taken[kind]! < counts[kind]! && length <= left)) found.push([...taken]);
      return;
    }
    for (let many = Math.min(counts[at]!, Math.floor(left / lengths[at]!)); many >= 0; many -= 1)
      fill(at + 1, left - many * lengths[at]!, [...taken, many]);
  };
  fill(0, room, []);
  return found;
};

const programOf = ({ pieces, stock, kerfMm }: LengthsInput): string => {
  const lengths = pieces.map(({ lengthMm }) => lengthMm + kerfMm);
  const uses = stock.flatMap(({ lengthMm, price }, bar) =>
    patternsOf(
      lengths,
      pieces.map(({ count }) => count),
      lengthMm + kerfMm,
    ).map((pattern) => ({ bar, price, pattern })),
  );
  const name = (at: number) => `x${at}`;
  const sum = (terms: string[]) => (terms.length ? terms.join(' + ') : '0 x0');
  return [
    'Minimize',
    ` obj: ${sum(uses.map(({ price }, at) => `${Math.round(price * CENTS)} ${name(at)}`))}`,
    'Subject To',
    ...pieces.map(
      ({ count }, kind) =>
        ` d${kind}: ${sum(uses.flatMap(({ pattern }, at) => (pattern[kind] ? [`${pattern[kind]} ${name(at)}`] : [])))} >= ${count}`,
    ),
    ...stock.flatMap(({ count }, bar) =>
      count === null
        ? []
        : [` s${bar}: ${sum(uses.flatMap((use, at) => (use.bar === bar ? [`1 ${name(at)}`] : [])))} <= ${count}`],
    ),
    'General',
    ` ${uses.map((_, at) => name(at)).join(' ')}`,
    'End',
  ].join('\n');
};

const highs = await loadHighs();
const ratios: number[] = [];
let [same, proven, worst, lists] = [0, 0, 0, 0];
for (let seed = 1; seed <= Number(process.env['LISTS'] ?? 16); seed += 1) {
  const kinds = 3 + (seed % 6);
  const list = listOf(seed, kinds, Math.min(60, kinds * 3 + 3 * seed), seed % 4);
  const ours = timed(() => cutLengths(list));
  const theirs = timed(() => highs.solve(programOf(list), { time_limit: 30 }));
  if (!ours.answer.ok) throw new Error(ours.answer.problems[0]!.given);
  const optimum = theirs.answer.ObjectiveValue / CENTS;
  lists += 1;
  same += Number(Math.abs(ours.answer.price - optimum) < 0.005);
  proven += Number(ours.answer.price === ours.answer.bound);
  worst = Math.max(worst, ours.ms);
  ratios.push(theirs.ms / ours.ms);
  if (process.env['EACH'])
    console.log(
      seed,
      ours.answer.price,
      optimum,
      ours.answer.bound,
      ours.ms.toFixed(0),
      theirs.ms.toFixed(0),
      theirs.answer.Status,
    );
}
ratios.sort((one, other) => one - other);
console.log(
  `amounts: ${lists} lists of up to 60 cuts of 8 lengths: same price as the exact solver in ${same}, proven in ${proven}, longest ${worst.toFixed(0)} ms; the solver takes ${ratios[ratios.length >> 1]!.toFixed(1)} times as long (median)`,
);

/** Offcuts cut up into pieces, so that no new film is needed; how much of the pieces' area goes on new film all the same. */
const PUZZLES: readonly { readonly name: string; readonly bar: number; readonly puzzle: Puzzle }[] = [
  {
    name: '25 pieces on 4 offcuts, 10 mm to spare',
    bar: 0,
    puzzle: { pieces: 25, offcuts: 4, spareMm: 10, mayTurn: false, sidesMm: [200, 400] },
  },
  {
    name: '25 pieces on 4 offcuts, nothing to spare',
    bar: 0,
    puzzle: { pieces: 25, offcuts: 4, spareMm: 0, mayTurn: false, sidesMm: [200, 400] },
  },
  {
    name: '25 pieces that may be turned, nothing to spare',
    bar: 0,
    puzzle: { pieces: 25, offcuts: 4, spareMm: 0, mayTurn: true, sidesMm: [200, 400] },
  },
  {
    name: '60 pieces on 30 offcuts, 10 mm to spare',
    bar: 2,
    puzzle: { pieces: 60, offcuts: 30, spareMm: 10, mayTurn: false, sidesMm: [110, 260] },
  },
  {
    name: '60 pieces on 30 offcuts, nothing to spare',
    bar: 5,
    puzzle: { pieces: 60, offcuts: 30, spareMm: 0, mayTurn: false, sidesMm: [110, 260] },
  },
  {
    name: '60 pieces that may be turned, 10 mm to spare',
    bar: 2,
    puzzle: { pieces: 60, offcuts: 30, spareMm: 10, mayTurn: true, sidesMm: [110, 260] },
  },
];
for (const { name, bar, puzzle } of PUZZLES) {
  const shares: number[] = [];
  let longest = 0;
  for (let seed = 1; seed <= Number(process.env['PUZZLES'] ?? 6); seed += 1) {
    const input = puzzleOf(seed, puzzle);
    const { answer, ms } = timed(() => cutFromStock(input));
    if (!answer.ok) throw new Error(answer.problems[0]!.given);
    const areaOf = new Map(input.pieces.map(({ id, widthMm, heightMm }) => [id, widthMm * heightMm]));
    const all = [...areaOf.values()].reduce((sum, area) => sum + area, 0);
    const onNew = answer.placed
      .filter(({ stockId }) => stockId === 'roll')
      .reduce((sum, { id }) => sum + areaOf.get(id)!, 0);
    shares.push((100 * onNew) / all);
    longest = Math.max(longest, ms);
  }
  console.log(
    `amounts: ${name}: on new film ${Math.min(...shares).toFixed(1)} to ${Math.max(...shares).toFixed(1)} % of the area, ${(shares.reduce((sum, share) => sum + share, 0) / shares.length).toFixed(2)} % on average (bar ${bar} %), over the bar ${shares.filter((share) => share > bar + 1e-6).length} of ${shares.length}, longest ${longest.toFixed(0)} ms`,
  );
}
