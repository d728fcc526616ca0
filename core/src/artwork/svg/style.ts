import { declarationsIn, type StyleSheet } from './css.ts';
import { PLAIN_FONT_PX, userLength } from './lengths.ts';
import { isUnreadColour, readColour, readPaint } from './paint.ts';
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
  'font-size',
  'marker-start',
  'marker-mid',
  'marker-end',
] as const;
const OWN = [
  'opacity',
  'display',
  'clip-path',
  'mask',
  'filter',
  'transform',
  'transform-origin',
  'transform-box',
  'overflow',
  'stop-color',
  'stop-opacity',
] as const;
/** Sizes and places that a style may say as well as an attribute. */
const GEOMETRY = ['x', 'y', 'width', 'height', 'cx', 'cy', 'r', 'rx', 'ry'] as const;
const READ = new Set<string>([...INHERITED, ...OWN, ...GEOMETRY, 'marker']);
const PASSED = new Set<string>(INHERITED);

/** Whether a value counts: an unknown colour leaves what stood before it, as the standard says. */
const isValid = (name: string, value: string): boolean =>
  name === 'fill' || name === 'stroke'
    ? readPaint(value, 'black') !== null
    : name === 'color'
      ? readColour(value) !== null || isUnreadColour(value)
      : value !== '';

/** The style of an element inside one that has `above`: attributes, then rules, then its own style; important ones last. */
export const styleOf = (node: XmlNode, above: Style, sheet: StyleSheet): Style => {
  const style: Record<string, string> = {};
  for (const name of INHERITED) if (above[name] !== undefined) style[name] = above[name];
  const set = (name: string, value: string) => {
    if (!READ.has(name)) return;
    if (name === 'marker') return ['marker-start', 'marker-mid', 'marker-end'].forEach((one) => set(one, value));
    const word = value.toLowerCase();
    if (word === 'inherit' || (word === 'unset' && PASSED.has(name))) {
      if (above[name] !== undefined) style[name] = above[name];
    } else if (word === 'initial' || word === 'unset' || word === 'revert') Reflect.deleteProperty(style, name);
    else if (isValid(name, value)) style[name] = value;
  };
  for (const name of [...INHERITED, ...OWN]) {
    const value = node.attributes[name];
    // the attribute is written in other words than the property: it is read where it is needed
    if (value !== undefined && name !== 'transform') set(name, value.trim());
  }
  const rules = sheet.rules.filter(({ matches }) => matches(node)).flatMap(({ values }) => values);
  const own = declarationsIn(node.attributes.style ?? '');
  for (const { name, value, isImportant } of rules) if (!isImportant) set(name, value);
  for (const { name, value, isImportant } of own) if (!isImportant) set(name, value);
  for (const { name, value, isImportant } of [...rules, ...own]) if (isImportant) set(name, value);
  if (style['font-size'] !== undefined && style['font-size'] !== above['font-size'])
    style['font-size'] = `${fontSizeOf(style['font-size'], above)}px`;
  return style;
};

const FONT_WORDS: Readonly<Record<string, number>> = {
  'xx-small': 9,
  'x-small': 10,
  small: 13,
  medium: 16,
  large: 18,
  'x-large': 24,
  'xx-large': 32,
};

const fontSizeOf = (text: string, above: Style): number => {
  const outer = fontPxOf(above);
  const word = FONT_WORDS[text.toLowerCase()];
  if (word !== undefined) return word;
  if (/^larger$/i.test(text)) return outer * 1.2;
  if (/^smaller$/i.test(text)) return outer / 1.2;
  return userLength(text, outer, outer, outer);
};

/** Height of letters that `em` counts in, user units. */
export const fontPxOf = (style: Style): number => userLength(style['font-size'], PLAIN_FONT_PX, PLAIN_FONT_PX);
