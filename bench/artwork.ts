/**
 * How fast artwork is examined, by its number of vertices, and beside a general-purpose geometry library that does the weld, the islands
 * and one offset of the same outlines. Ratios of one run travel; milliseconds of one machine do not. Run: npm run bench
 */
import paper from 'paper/dist/paper-core';
import { designOf, examineArtwork, grown, welded, type Artwork, type Ring } from '../core/src/index.ts';

const SIZES = [1000, 10_000, 100_000, 1_000_000];
/** The peer takes minutes above this. */
const PEER_MOST = 10_000;
const POINTS = 40;
const OFFSET_MM = 0.3;

const ringOf = (cx: number, cy: number, points: number, radiusAt: (angle: number) => number): Ring => {
  const ring = new Float64Array(2 * points);
  for (let at = 0; at < points; at += 1) {
    const angle = (2 * Math.PI * at) / points;
    ring[2 * at] = cx + radiusAt(angle) * Math.cos(angle);
    ring[2 * at + 1] = cy + radiusAt(angle) * Math.sin(angle);
  }
  return ring;
};

/** Wavy pieces with a hole each, every third overlapping its neighbour. */
const drawing = (vertices: number): { readonly solid: Ring[]; readonly holes: Ring[] } => {
  const count = Math.max(1, Math.round(vertices / (2 * POINTS)));
  const columns = Math.ceil(Math.sqrt(count));
  const places = Array.from({ length: count }, (_, at) => ({
    x: (at % columns) * 12 + (at % 3 === 0 ? 3 : 0),
    y: Math.floor(at / columns) * 12,
    phase: at,
  }));
  return {
    solid: places.map(({ x, y, phase }) => ringOf(x, y, POINTS, (angle) => 4.6 + 0.5 * Math.sin(5 * angle + phase))),
    holes: places.map(({ x, y }) => ringOf(x, y, POINTS, () => 2)),
  };
};

const turnedRound = (ring: Ring): Ring => {
  const points = Array.from(
    { length: ring.length / 2 },
    (_, at) => [ring[2 * at]!, ring[2 * at + 1]!] as const,
  ).reverse();
  return Float64Array.from(points.flat());
};

const artworkOf = ({ solid, holes }: ReturnType<typeof drawing>): Artwork => {
  const shapes = solid.map((ring, at) => ({ rings: [ring, turnedRound(holes[at]!)], fill: 'evenodd' as const }));
  return {
    widthMm: 1e4,
    heightMm: 1e4,
    layers: [{ id: '#000000', colour: '#000000', polygon: welded(shapes), cutLines: [] }],
  };
};

const timed = <Answer>(work: () => Answer): { readonly ms: number; readonly answer: Answer } => {
  const start = performance.now();
  const answer = work();
  return { ms: performance.now() - start, answer };
};

interface Found {
  readonly pieces: number;
  readonly islands: number;
  readonly area: number;
}

/** Weld, count, offset: what the peer can be asked for. */
const ours = (parts: ReturnType<typeof drawing>): Found => {
  const artwork = artworkOf(parts);
  const design = designOf(artwork);
  grown(design, OFFSET_MM);
  const { pieceCount, islandCount, areaMm2 } = examineArtwork(artwork, { as: 'stencil' });
  return { pieces: pieceCount, islands: islandCount, area: areaMm2 };
};

const peer = ({ solid, holes }: ReturnType<typeof drawing>): Found => {
  paper.setup(new paper.Size(100, 100));
  const pathOf = (ring: Ring) =>
    new paper.Path({
      segments: Array.from({ length: ring.length / 2 }, (_, at) => [ring[2 * at]!, ring[2 * at + 1]!]),
      closed: true,
      insert: false,
    });
  const whole = solid
    .map((ring, at) => pathOf(ring).subtract(pathOf(turnedRound(holes[at]!)), { insert: false }))
    .reduce((sum, one) => sum.unite(one, { insert: false }));
  const paths = whole instanceof paper.CompoundPath ? (whole.children as paper.Path[]) : [whole as paper.Path];
  const clockwise = paths.reduce((most, path) => (Math.abs(path.area) > Math.abs(most.area) ? path : most)).area > 0;
  const outer = paths.filter(({ area }) => area > 0 === clockwise);
  return { pieces: outer.length, islands: paths.length - outer.length, area: Math.abs((whole as paper.Path).area) };
};

timed(() => ours(drawing(20_000))); // warm
console.log('Artwork: examine, by vertices');
const perVertex: number[] = [];
for (const size of SIZES) {
  const parts = drawing(size);
  const artwork = artworkOf(parts);
  const examined = timed(() => examineArtwork(artwork, { as: 'stencil', minStrokeMm: 1, minWebMm: 1 }));
  perVertex.push(examined.ms / size);
  console.log(
    `  ${size.toLocaleString('en')}: ${examined.ms.toFixed(0)} ms, ${((1000 * examined.ms) / size).toFixed(1)} µs a vertex (× ${(perVertex.at(-1)! / perVertex[0]!).toFixed(2)} of the smallest), ${examined.answer.pieceCount} pieces, ${examined.answer.islandCount} islands`,
  );
  if (size > PEER_MOST) continue;
  const [own, other] = [timed(() => ours(parts)), timed(() => peer(parts))];
  const isSame =
    own.answer.pieces === other.answer.pieces &&
    own.answer.islands === other.answer.islands &&
    Math.abs(own.answer.area / other.answer.area - 1) < 1e-4;
  console.log(
    `    weld, islands, offset and all thin places against the peer's weld and islands: 1 : ${(other.ms / own.ms).toFixed(1)}, ${isSame ? 'the same counts and area' : `NOT the same: ${JSON.stringify([own.answer, other.answer])}`}`,
  );
  if (!isSame) process.exitCode = 1;
}
