import { compile, type Options } from 'css-select';
import { parse, type Selector } from 'css-what';
import type { XmlNode } from './xml.ts';

/** What one rule says of a property. */
export interface Declaration {
  readonly name: string;
  readonly value: string;
  readonly isImportant: boolean;
}

interface CssRule {
  readonly matches: (node: XmlNode) => boolean;
  readonly weight: number;
  readonly values: readonly Declaration[];
}

export interface StyleSheet {
  /** The least weighty first, as they are applied. */
  readonly rules: readonly CssRule[];
  /** Selectors and at-rules that were not applied. */
  readonly skipped: number;
}

/** The declarations of a rule or a style attribute; a semicolon in brackets or quotes parts nothing. */
export const declarationsIn = (text: string): Declaration[] =>
  (text.replace(/\/\*[\s\S]*?\*\//g, '').match(/(?:\([^()]*\)|"[^"]*"|'[^']*'|[^;])+/g) ?? []).flatMap(
    (one): Declaration[] => {
      const colon = one.indexOf(':');
      if (colon < 0) return [];
      const said = one.slice(colon + 1);
      const value = said.replace(/!\s*important\s*$/i, '').trim();
      const name = one.slice(0, colon).trim().toLowerCase();
      return name && value ? [{ name, value, isImportant: /!\s*important\s*$/i.test(said) }] : [];
    },
  );

const OPTIONS: Options<XmlNode, XmlNode> = {
  xmlMode: true,
  cacheResults: false,
  adapter: {
    isTag: (node): node is XmlNode => node.name !== '',
    getAttributeValue: ({ attributes }, name) => attributes[name],
    hasAttrib: ({ attributes }, name) => name in attributes,
    getChildren: ({ children }) => children,
    getName: ({ name }) => name,
    getParent: ({ parent }) => parent,
    getSiblings: (node) => node.parent?.children ?? [node],
    getText: ({ text }) => text,
    removeSubsets: (nodes) => nodes,
  },
};

/** How much a selector weighs: ids before classes, attributes and states, before names. */
const weightOf = (selector: readonly Selector[]): number =>
  selector.reduce((sum, token) => {
    if (token.type === 'tag') return sum + 1;
    if (token.type === 'attribute') return sum + (token.name === 'id' && token.action === 'equals' ? 10_000 : 100);
    return token.type === 'pseudo' ? sum + 100 : sum;
  }, 0);

/** One selector as a test of elements; null where it cannot be applied to a drawing. */
const selectorOf = (text: string): Pick<CssRule, 'matches' | 'weight'> | null => {
  try {
    const tokens = parse(text);
    const [only] = tokens;
    if (tokens.length !== 1 || !only?.length) return null;
    return { matches: compile<XmlNode, XmlNode>(tokens, OPTIONS), weight: weightOf(only) };
  } catch {
    return null; // a selector that nothing reads: it is counted as skipped
  }
};

/** Selectors of a rule; a comma in brackets parts nothing. */
const selectorsIn = (text: string): string[] =>
  (text.match(/(?:\([^()]*\)|\[[^\]]*\]|[^,])+/g) ?? []).map((one) => one.trim());

/** Reads the style sheets of a drawing. Rules for other media and fonts are left out and counted. */
export const readStyleSheets = (texts: readonly string[]): StyleSheet => {
  let skipped = 0;
  const without = (text: string, at: RegExp) =>
    text.replace(at, () => {
      skipped += 1;
      return '';
    });
  const rules = texts.flatMap((text) => {
    const plain = without(text.replace(/<!--|-->|\/\*[\s\S]*?\*\//g, ''), /@(?:charset|namespace|import)[^;]*;/g);
    const flat = without(plain, /@[\w-]+[^{]*\{(?:[^{}]*\{[^{}]*\})*[^{}]*\}/g);
    return [...flat.matchAll(/([^{}]+)\{([^{}]*)\}/g)].flatMap(([, names = '', body = '']) =>
      selectorsIn(names).flatMap((name): CssRule[] => {
        const read = selectorOf(name);
        if (!read) skipped += 1;
        return read ? [{ ...read, values: declarationsIn(body) }] : [];
      }),
    );
  });
  return { rules: [...rules].sort((left, right) => left.weight - right.weight), skipped };
};
