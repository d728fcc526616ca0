import { expect, test } from '@jest/globals';
import { decodePDFRawStream, PDFDocument, PDFRawStream } from 'pdf-lib';
import { printPages } from './printPages.ts';

const MM = 25.4 / 72;
const square = (size: number) => ({
  widthMm: size,
  heightMm: size,
  closed: [Float64Array.of(0, 0, size, 0, size, size, 0, size)],
  open: [],
  numbers: [{ at: [size / 2, size / 2] as const, text: '7' }],
});

/** The pages of a PDF by another reader: their sizes, and how far their strokes run, mm. */
const opened = async (blob: Blob) => {
  const pdf = await PDFDocument.load(await blob.arrayBuffer());
  return pdf.getPages().map((page) => {
    const { width, height } = page.getSize();
    const contents = page.node.Contents()!;
    const streams = 'asArray' in contents ? contents.asArray().map((ref) => pdf.context.lookup(ref)) : [contents];
    const text = streams
      .flatMap((stream) =>
        stream instanceof PDFRawStream ? [new TextDecoder('latin1').decode(decodePDFRawStream(stream).decode())] : [],
      )
      .join('\n');
    const points = [...text.matchAll(/(-?[\d.]+) (-?[\d.]+) [ml]\b/g)].map(
      ([, x, y]) => [Number(x) * MM, Number(y) * MM] as const,
    );
    return { width: width * MM, height: height * MM, points };
  });
};

test('a square of 100 mm is printed 100 mm wide, on one page, with a bar of 100 mm', async () => {
  const printed = await printPages([square(100)], 'a4', 100, 'A test');
  if ('problem' in printed) throw new Error(printed.problem);
  const [page, ...others] = await opened(printed.blob);
  expect(others).toEqual([]);
  expect([page!.width, page!.height].sort((one, other) => one - other)).toEqual([
    expect.closeTo(210, 0),
    expect.closeTo(297, 0),
  ]);
  const [first] = page!.points;
  const xs = page!.points.slice(0, 4).map(([x]) => x);
  const ys = page!.points.slice(0, 4).map(([, y]) => y);
  expect(first![0]).toBeCloseTo(10, 1);
  expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(100, 1);
  expect(Math.max(...ys) - Math.min(...ys)).toBeCloseTo(100, 1);
});

test('a bar that measured 98 mm makes the next print that much larger', async () => {
  const printed = await printPages([square(100)], 'a4', 98, 'A test');
  if ('problem' in printed) throw new Error(printed.problem);
  const [page] = await opened(printed.blob);
  const xs = page!.points.slice(0, 4).map(([x]) => x);
  expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(100 / 0.98, 1);
});

test('several drawings begin a page each, a large one takes several; nothing to print is said', async () => {
  const printed = await printPages([square(100), square(400)], 'letter', 100, 'A test');
  if ('problem' in printed) throw new Error(printed.problem);
  expect((await opened(printed.blob)).length).toBeGreaterThan(4);
  expect(await printPages([], 'a4', 100, 'A test')).toMatchObject({ problem: expect.stringContaining('nothing') });
});
