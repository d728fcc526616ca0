import { sketchOf, type SketchGround } from './questionSketches.ts';

/** What lies there as it should: a shape from above, a coat or a sheet from the side. */
const GROUNDS: Readonly<Record<SketchGround, { readonly lines: string; readonly filled?: string }>> = {
  above: { lines: '', filled: 'M30 79A50 58 0 0 1 130 79Z' },
  coat: { lines: 'M10 76h140M10 92h140', filled: 'M10 54h140v22h-140Z' },
  sheet: { lines: 'M10 84h140M10 96h140M14 84h62q40 -4 56 -46M14 77h60q36 -4 50 -42M132 38l-8 -3' },
  bare: { lines: 'M10 64h140M10 92h140M22 74l8 8M46 74l8 8M70 74l8 8M94 74l8 8M118 74l8 8' },
  none: { lines: '' },
};

/** A small example of what a question asks to look for. */
export const QuestionPicture = ({ id }: { id: string }) => {
  const sketch = sketchOf(id);
  if (!sketch) return null;
  const ground = GROUNDS[sketch.ground];
  return (
    <svg viewBox="0 0 160 100" className="sg-sketch" aria-hidden>
      {ground.filled && <path d={ground.filled} className="sg-sketch-filled" />}
      {ground.lines && <path d={ground.lines} className="sg-sketch-lines" />}
      {sketch.filled && <path d={sketch.filled} className="sg-fault-filled" />}
      {sketch.lines && <path d={sketch.lines} className="sg-fault-lines" />}
    </svg>
  );
};
