/** What a sketch is drawn on: a shape from above, a coat or a sheet from the side, or nothing. */
export type SketchGround = 'above' | 'coat' | 'sheet' | 'bare' | 'none';

/** A small example of what a question asks to look for: lines and areas in the colour of faults, in a box of 160 × 100. */
export interface QuestionSketch {
  readonly ground: SketchGround;
  readonly lines?: string;
  readonly filled?: string;
}

type Place = readonly [x: number, y: number];

const circle = (x: number, y: number, r: number): string =>
  `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`;
const circles = (r: number, ...places: readonly Place[]): string => places.map(([x, y]) => circle(x, y, r)).join('');
const arrow = (x: number, y: number, dx: number, dy: number): string => {
  const [px, py] = [-dy * 0.3, dx * 0.3];
  return `M${x} ${y}l${dx} ${dy}M${x + dx * 0.65 + px} ${y + dy * 0.65 + py}L${x + dx} ${y + dy}L${x + dx * 0.65 - px} ${y + dy * 0.65 - py}`;
};
const wave = (x: number, y: number, count: number, wide = 12, high = 8): string =>
  `M${x} ${y}${Array.from({ length: count }, () => `q${wide / 2} ${-high} ${wide} 0`).join('')}`;
const zigzag = (x: number, y: number, count: number, wide = 8, high = 10): string =>
  `M${x} ${y}${Array.from({ length: count }, (_, at) => `l${wide} ${at % 2 ? high : -high}`).join('')}`;
/** A drop that stands on something as a bead. */
const beads = (y: number, ...at: readonly number[]): string =>
  at.map((x) => `M${x} ${y}q-7 -17 10 -17q17 0 10 17Z`).join('');
/** A drop of water that falls. */
const drop = (x: number, y: number): string => `M${x} ${y}q-9 14 0 18q9 -4 0 -18Z`;
const thumb = 'M98 10q-20 22 -14 42q10 12 24 4q14 -20 14 -40';
const flame = (x: number, y: number): string => `M${x} ${y}q-14 -12 0 -30q2 10 8 12q8 10 -8 18Z`;
const hand = 'M60 14q-8 14 0 30M76 8q-6 16 0 36M92 8q0 18 -2 36M106 16q2 14 -6 30';

/** By the id of a question, without its "ask-". */
const SKETCHES: Readonly<Record<string, QuestionSketch>> = {
  'no-edge-seal': {
    ground: 'above',
    lines:
      'M36 80l-5 6M50 80l-4 7M64 80l-3 7M80 80v8M96 80l3 7M110 80l4 7M124 80l5 6M30 70l-8 -2M31 58l-8 -4M37 44l-7 -6M47 32l-5 -8M61 24l-3 -9M80 21v-10M99 24l3 -9M113 32l5 -8M123 44l7 -6M129 58l8 -4M130 70l8 -2',
  },
  'coat-too-wet': {
    ground: 'above',
    filled: `${circle(62, 62, 15)}${circle(104, 50, 10)}`,
    lines: 'M62 77v12M104 60v10',
  },
  'mask-edge-up': { ground: 'above', filled: 'M30 79l-18 6l10 -18ZM130 79l18 6l-10 -18Z' },
  'spray-drift': {
    ground: 'above',
    filled: circles(
      1.8,
      [134, 40],
      [140, 52],
      [136, 64],
      [148, 46],
      [146, 60],
      [144, 74],
      [154, 54],
      [152, 68],
      [128, 28],
      [138, 30],
    ),
    lines: arrow(8, 20, 26, 14),
  },
  'stain-wicked': {
    ground: 'above',
    lines: 'M30 74h-20M31 60h-14M40 42h-24M130 74h22M129 60h12M120 42h26M34 66h-22M128 68h24',
  },
  'dust-or-grease': {
    ground: 'sheet',
    lines: 'M112 58l5 4M118 46l4 5M126 56l-5 4',
    filled: circles(2.6, [104, 60], [116, 52], [124, 40], [130, 48], [110, 66]),
  },
  'not-cured': { ground: 'coat', lines: `${thumb}M84 56q12 9 26 2` },
  'chalky-ground': {
    ground: 'sheet',
    filled: circles(
      1.8,
      [96, 66],
      [104, 62],
      [110, 56],
      [118, 52],
      [122, 46],
      [128, 44],
      [102, 70],
      [112, 64],
      [120, 60],
      [130, 54],
      [96, 74],
      [108, 74],
      [118, 70],
    ),
  },
  'low-energy-base': { ground: 'bare', filled: beads(64, 30, 70, 112) },
  'clear-over-film': { ground: 'sheet', lines: 'M70 54q40 0 62 -40M132 14l-9 3M132 14l-1 9' },
  'washed-early': { ground: 'sheet', filled: `${drop(40, 14)}${drop(64, 26)}${drop(24, 34)}` },
  'curve-or-stretch': {
    ground: 'none',
    lines: 'M14 78h34q32 -58 64 0h34M50 70q30 -62 60 0',
    filled: 'M62 56q18 -26 36 0q-18 -16 -36 0Z',
  },
  'laid-cold': { ground: 'coat', lines: 'M80 6v34M65 14l30 18M95 14l-30 18' },
  'gas-from-plastic': { ground: 'above', lines: circles(6, [66, 56], [86, 44], [98, 62], [78, 68]) },
  'old-film': {
    ground: 'sheet',
    filled: 'M60 70q26 -2 40 -8l4 6q-22 8 -44 10Z',
    lines: 'M66 76l-3 -7M80 74l-3 -7M94 70l-3 -7',
  },
  'tape-too-strong': { ground: 'sheet', lines: `${arrow(122, 34, 26, -24)}${arrow(106, 26, 20, -20)}` },
  'no-key': { ground: 'bare', filled: 'M48 44l20 -14h40l14 16l-12 -6h-46Z', lines: arrow(84, 60, 0, -18) },
  'peeled-dry': { ground: 'coat', lines: `${zigzag(40, 50, 10)}M56 40l6 -12M92 40l8 -10` },
  'coat-too-thick': { ground: 'coat', filled: 'M112 54q4 -22 14 -22q12 0 12 32h-26Z', lines: arrow(126, 8, 0, 16) },
  'bad-cut': {
    ground: 'above',
    lines: 'M30 79l-8 -6M44 80l-2 -9M60 22l6 9M100 24l-6 9M124 80l-5 -9M130 66l-9 -3M34 50l9 3M52 29l5 9',
  },
  'coating-resists': {
    ground: 'coat',
    filled: 'M34 54q4 -22 26 -20q12 -12 34 -2q26 -4 30 22Z',
    lines: 'M52 40q6 -5 12 0M88 38q6 -5 12 0',
  },
  'gel-dried': { ground: 'coat', filled: 'M34 54q4 -16 46 -16q42 0 46 16Z', lines: `${wave(38, 42, 7, 12, 9)}` },
  'short-or-cold': { ground: 'coat', lines: 'M92 60L132 10M98 64L138 14M92 60l6 4M60 54q16 8 30 6' },
  'thin-patches': { ground: 'above', filled: `${circle(58, 66, 11)}${circle(92, 40, 8)}${circle(108, 68, 9)}` },
  'wrong-glass': {
    ground: 'none',
    lines:
      'M34 40h92l-8 38q-2 8 -10 8h-56q-8 0 -10 -8ZM24 40h-12M148 40h-12M66 30q-6 -8 0 -16M82 30q-6 -8 0 -16M98 30q-6 -8 0 -16',
  },
  'gel-ran': {
    ground: 'above',
    filled: 'M44 80q6 16 12 4q6 20 14 2q8 16 12 -2q8 20 16 0q8 14 14 -4Z',
    lines: arrow(146, 52, 0, 30),
  },
  'too-long': { ground: 'coat', lines: `${wave(14, 48, 5, 14, 12)}${wave(92, 48, 4, 14, 12)}M84 48l8 -12` },
  'wood-not-raw': { ground: 'bare', filled: beads(64, 40, 96), lines: 'M16 76q30 -6 60 0t70 0' },
  'too-little-heat': { ground: 'bare', filled: `${flame(80, 40)}M60 64h40l-6 10h-28Z` },
  'weak-paste': { ground: 'none', lines: 'M18 22h54v56h-54ZM88 22h54v56h-54ZM34 56q11 -24 22 0ZM104 56q11 -24 22 0Z' },
  'paste-wicked': {
    ground: 'above',
    lines: 'M30 76h-14M31 66h-20M34 56h-12M42 40h-18M130 76h14M129 66h20M126 56h12M118 40h18M66 24v0',
  },
  'heat-held': {
    ground: 'above',
    filled: 'M22 84q-14 -30 16 -58q-2 20 -10 50ZM138 84q14 -30 -16 -58q2 20 10 50Z',
    lines: 'M58 12q22 -10 44 0',
  },
  'crystals-left': {
    ground: 'above',
    filled: circles(2.8, [14, 40], [24, 20], [144, 30], [150, 60], [10, 66], [126, 16], [40, 12], [138, 84]),
  },
  'closed-window': { ground: 'coat', lines: `${wave(22, 46, 8, 14, 14)}M18 26h84M102 18v16l14 -8Z` },
  'laid-too-thick': { ground: 'coat', filled: 'M98 54q8 -22 26 -14q14 -2 18 14ZM118 54v26q4 8 8 0v-26Z' },
  'hot-solvent': { ground: 'coat', lines: `${wave(20, 48, 5, 12, 14)}M80 48h62` },
  'stirred-cold': {
    ground: 'coat',
    lines: circles(
      2.6,
      [26, 60],
      [38, 66],
      [50, 58],
      [62, 66],
      [74, 60],
      [86, 66],
      [98, 58],
      [110, 66],
      [122, 60],
      [134, 66],
      [32, 72],
      [56, 72],
      [80, 72],
      [104, 72],
      [128, 72],
    ),
  },
  'porous-base': {
    ground: 'coat',
    lines: `${circle(80, 36, 5)}${circle(80, 52, 4)}${circle(80, 66, 4)}${arrow(80, 30, 0, -20)}M80 80q-6 4 0 12`,
  },
  'poured-deep': {
    ground: 'none',
    lines: 'M52 36h56l-8 50h-40ZM66 28q-8 -8 0 -16M82 28q-8 -8 0 -16M98 28q-8 -8 0 -16',
    filled: 'M55 52h50l-5 34h-40Z',
  },
  'wrong-ratio': {
    ground: 'coat',
    filled: 'M38 54q4 -10 22 -8q10 2 8 8ZM96 54q6 -12 26 -8q8 2 8 8Z',
    lines: 'M48 46v-16M58 46v-12M108 46v-18M118 46v-12',
  },
  'cold-cure': { ground: 'coat', lines: `${thumb}M20 54q10 6 20 0t20 0M118 54q10 6 20 0` },
  'stale-can': {
    ground: 'none',
    lines: 'M50 24h60v60h-60ZM50 24q30 -12 60 0',
    filled: `${circle(66, 60, 7)}${circle(88, 70, 5)}${circle(94, 52, 6)}`,
  },
  'damp-air': {
    ground: 'coat',
    filled: `${drop(120, 8)}${drop(140, 18)}`,
    lines: 'M24 40h44q10 0 10 8M24 48h54M92 48h44',
  },
  'press-short': { ground: 'sheet', lines: arrow(130, 44, 12, -22) },
  'damp-or-softener': {
    ground: 'bare',
    lines: `M26 36h108M26 42h108${arrow(50, 60, 0, -16)}${arrow(110, 60, 0, -16)}`,
  },
  'ironed-washed-early': { ground: 'sheet', filled: `${drop(36, 12)}${drop(58, 24)}`, lines: wave(14, 44, 4, 12, 7) },
  'hard-edge': { ground: 'above', lines: 'M14 10h132v82h-132Z' },
  'too-hot-polyester': { ground: 'above', lines: 'M64 40l-10 -10M80 34v-14M96 40l10 -10M66 62l28 -10M70 70l28 -10' },
  'too-hard': {
    ground: 'none',
    lines:
      'M14 84h132M20 84v-26M28 84v-28M36 84v-25M44 84v-27M56 84l14 -6M70 84l14 -6M84 84l14 -6M104 84v-27M112 84v-25M120 84v-28M128 84v-26M54 66h46v-10h-46Z',
  },
  'silicone-or-wax': { ground: 'coat', filled: 'M28 52q12 26 24 0ZM70 52q9 22 18 0ZM106 52q13 28 26 0Z' },
  'grease-or-sweat': { ground: 'above', lines: hand, filled: circles(5, [61, 50], [77, 50], [91, 50], [103, 54]) },
  'water-or-dust': { ground: 'coat', lines: 'M60 52q20 30 40 0', filled: circle(80, 60, 4) },
  'hard-over-soft': { ground: 'coat', lines: `${thumb}M40 54l6 10l-6 10M124 54l6 10l-6 10` },
  'under-film-heat': {
    ground: 'coat',
    lines: 'M44 54l6 10l-6 10M78 54l6 10l-6 10M112 54l6 10l-6 10',
    filled: circles(2, [46, 42], [58, 36], [82, 40], [92, 32], [114, 42], [126, 36]),
  },
  'base-moves': {
    ground: 'none',
    lines: 'M12 70h56q14 0 20 -16l18 -38M12 82h60q18 -2 26 -22l18 -40M66 66l4 20M76 62l10 18M84 52l16 12',
  },
  tannin: {
    ground: 'above',
    filled: circle(78, 56, 15),
    lines: `${circle(78, 56, 8)}M40 48q16 -10 24 2M92 62q16 10 28 0`,
  },
  rust: { ground: 'above', filled: circle(80, 54, 14), lines: 'M74 48l12 12M86 48l-12 12' },
  salts: {
    ground: 'bare',
    filled: `M28 64q8 -14 18 -6q8 -14 18 -2q10 -12 18 0q12 -10 16 8Z${drop(120, 18)}`,
  },
  'ground-bleeds': {
    ground: 'bare',
    filled: 'M52 44q10 -18 30 -14q26 -4 28 16q-6 18 -30 16q-26 2 -28 -18Z',
    lines: 'M60 40q10 -8 20 0M86 50q8 6 16 0',
  },
  plasticiser: { ground: 'coat', lines: `${thumb}M88 56v-14M98 58v-16M108 54v-14` },
  'stacked-early': {
    ground: 'none',
    lines: 'M20 24h120v20h-120ZM20 56h120v20h-120ZM40 44v12M62 44v12M84 44v12M106 44v12M124 44v12',
  },
  'heat-or-weight': {
    ground: 'none',
    lines: `M20 62h120v12h-120ZM20 76h120v12h-120ZM56 26h48v36h-48Z${arrow(130, 20, 0, 30)}`,
  },
  'strips-not-square': { ground: 'none', lines: 'M20 40h58v30h-58ZM80 30h60v30h-60ZM30 55h48M80 45h50' },
  'tape-stretched': {
    ground: 'above',
    lines: `${arrow(36, 92, -24, 0)}${arrow(124, 92, 24, 0)}M14 79A66 66 0 0 1 146 79`,
  },
  'flat-on-cone': {
    ground: 'none',
    lines: 'M44 14L20 88h120L116 14ZM34 60q46 -22 92 0',
    filled: circles(4, [40, 60], [58, 52], [80, 49], [102, 52], [120, 60]),
  },
};

export const sketchOf = (questionId: string): QuestionSketch | null =>
  SKETCHES[questionId.replace(/^ask-/, '')] ?? null;
