import { rgb } from 'd3-color';
import type { XmlNode } from './xml.ts';

/** What decides how a shape is painted; the inherited ones pass from groups to what they hold. */
export type Style = Readonly<Record<string, string>>;

const INHERITED = [
  'fill',
  'fill-rule',
  'fill-opacity',
  'stroke',
  'stroke-width',
  'stroke-opacity',
  'stroke-linecap',
  'stroke-linejoin',
  'stroke-miterlimit',
  'stroke-dasharray',
  'stroke-dashoffset',
  'visibility',
  'color',
  'clip-rule',
] as const;
const OWN = ['opacity', 'display', 'clip-path', 'mask', 'filter', 'transform'] as const;

const declarations = (text: string): [string, string][] =>
  text.split(';').flatMap((one): [string, string][] => {
    const colon = one.indexOf(':');
    return colon < 0
      ? []
      : [
          [
            one.slice(0, colon).trim().toLowerCase(),
            one
              .slice(colon + 1)
              .replace(/!\s*important/i, '')
              .trim(),
          ],
        ];
  });

interface CssRule {
  readonly matches: (node: XmlNode) => boolean;
  readonly weight: number;
  readonly values: readonly [string, string][];
}

const SIMPLE = /^(\*|[a-zA-Z][\w-]*)?((?:[.#][\w-]+)*)$/;

/** A selector of one element: its name, classes and id; null for those that look at what surrounds it. */
const selector = (text: string): Pick<CssRule, 'matches' | 'weight'> | null => {
  const read = SIMPLE.exec(text);
  if (!read || text === '') return null;
  const [, name = '*', marks = ''] = read;
  const classes = [...marks.matchAll(/\.([\w-]+)/g)].map(([, one = '']) => one);
  const ids = [...marks.matchAll(/#([\w-]+)/g)].map(([, one = '']) => one);
  return {
    weight: ids.length * 100 + classes.length * 10 + (name === '*' ? 0 : 1),
    matches: (node) => {
      const own = (node.attributes.class ?? '').split(/\s+/);
      return (
        (name === '*' || node.name === name) &&
        classes.every((one) => own.includes(one)) &&
        ids.every((one) => node.attributes.id === one)
      );
    },
  };
};

export interface StyleSheet {
  readonly rules: readonly CssRule[];
  /** Selectors and at-rules that were not applied. */
  readonly skipped: number;
}

/** Reads the style sheets of a drawing: rules for single elements, by name, class and id. */
export const readStyleSheets = (texts: readonly string[]): StyleSheet => {
  let skipped = 0;
  const rules = texts.flatMap((text) => {
    const plain = text.replace(/\/\*[\s\S]*?\*\//g, '').replace(/@(?:charset|namespace|import)[^;]*;/g, () => {
      skipped += 1;
      return '';
    });
    const flat = plain.replace(/@[\w-]+[^{]*\{(?:[^{}]*\{[^{}]*\})*[^{}]*\}/g, () => {
      skipped += 1;
      return '';
    });
    return [...flat.matchAll(/([^{}]+)\{([^{}]*)\}/g)].flatMap(([, names = '', body = '']) =>
      names.split(',').flatMap((name): CssRule[] => {
        const read = selector(name.trim());
        if (!read) skipped += 1;
        return read ? [{ ...read, values: declarations(body) }] : [];
      }),
    );
  });
  return { rules: [...rules].sort((left, right) => left.weight - right.weight), skipped };
};

/** The style of an element inside one that has `above`: attributes, then rules, then its own style. */
export const styleOf = (node: XmlNode, above: Style, sheet: StyleSheet): Style => {
  const style: Record<string, string> = {};
  for (const name of INHERITED) if (above[name] !== undefined) style[name] = above[name];
  const set = (name: string, value: string) => {
    if (value === 'inherit') {
      if (above[name] !== undefined) style[name] = above[name];
    } else style[name] = value;
  };
  for (const name of [...INHERITED, ...OWN]) {
    const value = node.attributes[name];
    if (value !== undefined && name !== 'transform') set(name, value.trim());
  }
  for (const rule of sheet.rules) if (rule.matches(node)) for (const [name, value] of rule.values) set(name, value);
  for (const [name, value] of declarations(node.attributes.style ?? '')) set(name, value);
  return style;
};

/**
 * What paints: a colour as #rrggbb, `none`, or the name of a pattern or gradient.
 *
 * @param paint as a style says it; unknown words paint nothing, as in a browser
 */
export const readPaint = (paint: string | undefined, current: string | undefined, fallback: string): string => {
  const text = (paint ?? fallback).trim();
  if (text === 'none' || text === 'transparent') return 'none';
  if (/^currentcolor$/i.test(text)) return readPaint(current, undefined, 'black');
  const pattern = /^url\(\s*['"]?#([^'")]+)['"]?\s*\)/.exec(text);
  if (pattern) return `pattern ${pattern[1]}`;
  const colour = rgb(text);
  if (Number.isNaN(colour.r) || colour.opacity === 0) return 'none';
  return colour.formatHex();
};
