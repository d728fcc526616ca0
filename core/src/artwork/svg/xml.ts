import { SaxesParser } from 'saxes';
import { failed, type Outcome } from '../../problem/index.ts';

/** An element of a drawing's file. */
export interface XmlNode {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: XmlNode[];
  text: string;
}

/** What a drawing's file may hold at the most; more is refused, never worked on half. */
export const FILE_LIMITS = { bytes: 25_000_000, elements: 300_000, depth: 1500 } as const;

const refused = (code: string, given: string, allowed: string, todo: string) => failed({ code, given, allowed, todo });

const EXPORT_AGAIN = 'Export the drawing again as plain SVG with its shapes as paths.';

class Stop extends Error {
  constructor(readonly outcome: ReturnType<typeof failed>) {
    super('stopped');
  }
}

/**
 * Reads XML into elements. Entities are never expanded, nothing is fetched, and no depth or size can exhaust the machine.
 *
 * @returns the outermost element; problems naming the line where the file breaks off or holds what is not allowed
 */
export const readXml = (text: string): Outcome<{ root: XmlNode }> => {
  if (text.length > FILE_LIMITS.bytes)
    return refused(
      'file-too-large',
      `A file of ${Math.round(text.length / 1e6)} MB was given.`,
      `at most ${FILE_LIMITS.bytes / 1e6} MB.`,
      'Simplify its paths, or split it.',
    );
  if (text.trim() === '')
    return refused('not-svg', 'The file is empty.', 'a file that begins with <svg>.', EXPORT_AGAIN);
  if (/<!ENTITY/i.test(text))
    return refused(
      'entities',
      'The file declares entities of its own (<!ENTITY …>).',
      'a drawing without them: they can hide anything.',
      EXPORT_AGAIN,
    );
  const parser = new SaxesParser({ position: true, xmlns: false } as const);
  const top: XmlNode = { name: '', attributes: {}, children: [], text: '' };
  const open: XmlNode[] = [top];
  let count = 0;
  parser.on('opentag', ({ name, attributes }) => {
    count += 1;
    if (count > FILE_LIMITS.elements)
      throw new Stop(
        refused(
          'too-many-elements',
          `More than ${FILE_LIMITS.elements} elements were given.`,
          `at most ${FILE_LIMITS.elements}.`,
          'Join shapes into paths, or split the drawing.',
        ),
      );
    if (open.length > FILE_LIMITS.depth)
      throw new Stop(
        refused(
          'nested-too-deep',
          `Groups lie more than ${FILE_LIMITS.depth} deep in each other (line ${parser.line}).`,
          `at most ${FILE_LIMITS.depth}.`,
          'Ungroup the drawing.',
        ),
      );
    const node: XmlNode = { name: name.replace(/^svg:/, ''), attributes, children: [], text: '' };
    open.at(-1)!.children.push(node);
    open.push(node);
  });
  parser.on('closetag', () => void open.pop());
  const add = (words: string) => {
    open.at(-1)!.text += words;
  };
  parser.on('text', add);
  parser.on('cdata', add);
  parser.on('error', () => {
    throw new Stop(
      refused(
        'not-xml',
        `The file does not read as SVG: it is not well formed at line ${parser.line}, column ${parser.column}.`,
        'a whole, well-formed SVG file.',
        `It may have been cut short: save it again. ${EXPORT_AGAIN}`,
      ),
    );
  });
  try {
    parser.write(text).close();
  } catch (error) {
    if (error instanceof Stop) return error.outcome;
    throw error;
  }
  const root = top.children[0];
  return root?.name === 'svg'
    ? { ok: true, root }
    : refused(
        'not-svg',
        `The file begins with <${root?.name.slice(0, 40) ?? ''}>.`,
        'a file that begins with <svg>.',
        EXPORT_AGAIN,
      );
};
