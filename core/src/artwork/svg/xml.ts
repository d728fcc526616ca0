import { SaxesParser } from 'saxes';
import { failed, type Outcome } from '../../problem/index.ts';

/** An element of a drawing's file. */
export interface XmlNode {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: XmlNode[];
  /** Null for the outermost. */
  readonly parent: XmlNode | null;
  text: string;
}

/** What an element refers to, whatever prefix the reference has; empty for nothing. */
export const hrefOf = ({ attributes }: XmlNode): string =>
  attributes.href ?? Object.entries(attributes).find(([key]) => key.endsWith(':href'))?.[1] ?? '';

/** What a drawing's file may hold at the most; more is refused, never worked on half. */
export const FILE_LIMITS = { bytes: 25_000_000, elements: 300_000, depth: 1500 } as const;

const refused = (code: string, given: string, allowed: string, todo: string) => failed({ code, given, allowed, todo });

const EXPORT_AGAIN = 'Export the drawing again as plain SVG with its shapes as paths.';

const SVG = 'http://www.w3.org/2000/svg';
const MOST_ENTITY = 2000;
const MOST_ENTITIES = 200;
/** Characters that entities may grow a file by. */
const MOST_GROWTH = 2_000_000;

/** The plain words that entities of the file stand for; null where one is more than that, or they would grow the file too much. */
const entitiesIn = (text: string): Record<string, string> | null => {
  if (!/<!ENTITY/i.test(text)) return {};
  const found: Record<string, string> = {};
  const declared = [...text.matchAll(/<!ENTITY\b([^>]*)>/gi)];
  if (declared.length > MOST_ENTITIES || /<!ENTITY(?![^>]*>)/i.test(text)) return null;
  let growth = 0;
  for (const [, body = ''] of declared) {
    const read = /^\s+([A-Za-z_][\w.-]*)\s+(?:"([^"%&<]*)"|'([^'%&<]*)')\s*$/.exec(body);
    if (!read) return null;
    const [, name = '', double, single] = read;
    const value = double ?? single ?? '';
    if (value.length > MOST_ENTITY) return null;
    found[name] ??= value;
    growth += (text.split(`&${name};`).length - 1) * value.length;
  }
  return growth > MOST_GROWTH ? null : found;
};

/** An element's name without the prefix that says it is of a drawing; what is of another language keeps its prefix, or is given one. */
const localName = (
  name: string,
  attributes: Readonly<Record<string, string>>,
  parent: XmlNode,
  prefixes: Set<string>,
): string => {
  for (const [key, value] of Object.entries(attributes))
    if (value === SVG && key.startsWith('xmlns:')) prefixes.add(key.slice('xmlns:'.length));
  const colon = name.indexOf(':');
  if (colon > 0) return prefixes.has(name.slice(0, colon)) ? name.slice(colon + 1) : name;
  const { xmlns } = attributes;
  const isForeign = xmlns === undefined ? parent.name.startsWith('other:') : xmlns !== '' && xmlns !== SVG;
  return isForeign ? `other:${name}` : name;
};

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
  const entities = entitiesIn(text);
  if (!entities)
    return refused(
      'entities',
      'The file declares entities of its own (<!ENTITY …>) that lead elsewhere, name each other or are very long.',
      `a drawing without them, or with plain words of at most ${MOST_ENTITY} characters: others can hide anything.`,
      EXPORT_AGAIN,
    );
  const parser = new SaxesParser({ position: true, xmlns: false } as const);
  Object.assign(parser.ENTITIES, entities);
  // prefixes that stand for drawings, as they are met
  const prefixes = new Set(['svg']);
  const top: XmlNode = { name: '', attributes: {}, children: [], parent: null, text: '' };
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
    const parent = open.at(-1)!;
    const node: XmlNode = {
      name: localName(name, attributes, parent, prefixes),
      attributes,
      children: [],
      parent,
      text: '',
    };
    parent.children.push(node);
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
