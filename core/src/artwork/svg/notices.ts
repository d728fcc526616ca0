import type { Notice } from '../artwork.ts';

/** What the reader can notice: what it was, and what to do. One table, so that every code has its words. */
const NOTICES = {
  strokes: ['A line is drawn with a pen.', 'Say whether the blade runs around it, as it is seen, or along it.'],
  'bad-transform': [
    'A transform could not be read; what it moves was left out.',
    'Apply the transforms and export again.',
  ],
  'live-text': [
    'Text stands in the drawing as text, not as outlines, and was left out.',
    'Turn text into paths and export again, or set it here in a shipped font.',
  ],
  image: ['A picture stands in the drawing and was left out.', 'Trace it into shapes and export again.'],
  script: ['A script was thrown away unread.', 'Export the drawing again as plain SVG.'],
  'foreign-object': ['Something that is no drawing was left out.', 'Export the drawing again as plain SVG.'],
  external: [
    'Something outside the file is referred to; it was left out, and nothing was fetched.',
    'Embed it as shapes and export again.',
  ],
  'dangling-use': ['A reference leads to nothing and was left out.', 'Expand clones and export again.'],
  'use-cycle': ['A clone holds itself; it was left out.', 'Expand clones and export again.'],
  'broken-path': ['A path breaks off; it was read up to there.', 'Draw or export it again.'],
  'out-of-bounds': [
    'A shape reaches more than 20 m from the page or has no place at all, and was left out.',
    'Check its numbers and export again.',
  ],
  'mask-refused': [
    'A mask was not applied: what it would hide is still there.',
    'Apply it in the drawing and export again.',
  ],
  'filter-refused': [
    'A filter was not applied: what it would hide is still there.',
    'Apply it in the drawing and export again.',
  ],
  'clip-refused': [
    'A clip could not be applied: what it would hide is still there.',
    'Apply it in the drawing and export again.',
  ],
  'clip-applied': ['A clip was applied: only what lies inside it is kept.', 'Nothing to do.'],
  'window-applied': [
    'A drawing within the drawing, or a symbol, reaches beyond its own window; only what lies inside it is kept.',
    'Nothing to do.',
  ],
  marker: ['Arrow heads or other markers at line ends were left out.', 'Turn them into shapes and export again.'],
  pattern: [
    'A shape is filled with a pattern; it is cut as one solid shape.',
    'Draw the pattern as shapes where it is to be cut.',
  ],
  gradient: ['A shape changes from one colour to another; it is cut as one.', 'Nothing to do, or give it one colour.'],
  'half-seen': [
    'A shape is drawn half transparent; it is cut like any other.',
    'Take it out where it is only a shade.',
  ],
  'colour-unread': ['A colour is told in a way that is not read; it was taken as black.', 'Choose its colour again.'],
  'dangling-paint': [
    'A fill or line refers to a colour or pattern that is not there; it is painted as the standard says.',
    'Give it a colour and export again.',
  ],
  'switch-none': ['None of several forms of a part can be drawn; it was left out.', 'Export again as plain SVG.'],
  'outside-page': ['Something lies outside of the page; it is kept.', 'Take it out where it is not meant to be cut.'],
  'style-skipped': ['Some style rules could not be applied.', 'Export with styles on the shapes.'],
  'size-guessed': [
    'The page gives no size in mm; it was read at 96 pixels an inch.',
    'Check the width shown here with a ruler.',
  ],
} as const satisfies Readonly<Record<string, readonly [words: string, todo: string]>>;

export type NoticeCode = keyof typeof NOTICES;

/** Collects what is noticed on the way, each with how often. */
export class Notices {
  private readonly counts = new Map<NoticeCode, number>();
  private readonly details = new Map<NoticeCode, string>();

  /** @param detail what is said beside the words, of the first only */
  note(code: NoticeCode, detail?: string): void {
    this.counts.set(code, (this.counts.get(code) ?? 0) + 1);
    if (detail && !this.details.has(code)) this.details.set(code, detail);
  }

  get found(): Notice[] {
    return [...this.counts].map(([code, count]) => {
      const [words, todo] = NOTICES[code];
      const detail = this.details.get(code);
      return { code, count, words: detail ? words.replace(/\.$/, ` (${detail}).`) : words, todo };
    });
  }
}
