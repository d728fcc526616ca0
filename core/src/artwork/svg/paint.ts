import { rgb } from 'd3-color';

/** What a style paints with: nothing, one colour as #rrggbb, or a server by its id with what stands in where it is missing. */
export type Paint =
  | { readonly kind: 'none' }
  | { readonly kind: 'colour'; readonly colour: string }
  | { readonly kind: 'server'; readonly id: string; readonly fallback: Paint };

const NONE: Paint = { kind: 'none' };

const TURNS: Readonly<Record<string, number>> = { deg: 1, grad: 0.9, rad: 180 / Math.PI, turn: 360 };

/** Colours as later standards write them, in the words of the earlier one: no commas, shares after a stroke, angles with units. */
const inCommas = (text: string): string => {
  const read = /^(rgb|hsl)a?\(\s*([^()]*?)\s*\)$/i.exec(text);
  if (!read) return text;
  const [, name = '', inside = ''] = read;
  const [front = '', back] = inside.split('/');
  const parts = (front.includes(',') ? front.split(',') : front.split(/\s+/)).map((one) => one.trim()).filter(Boolean);
  const alphaText = back?.trim() ?? parts[3];
  const alpha =
    alphaText === undefined ? 1 : alphaText.endsWith('%') ? Number.parseFloat(alphaText) / 100 : Number(alphaText);
  const values = parts.slice(0, 3).map((part, index) => {
    const angle = /^(.*?)(deg|grad|rad|turn)$/i.exec(part);
    if (part === 'none') return index > 0 && name.toLowerCase() === 'hsl' ? '0%' : '0';
    return angle && index === 0 ? String(Number(angle[1]) * TURNS[angle[2]!.toLowerCase()]!) : part;
  });
  if (values.length !== 3) return text;
  const isShares = values.every((value) => value.endsWith('%'));
  const plain =
    name.toLowerCase() === 'rgb' && isShares
      ? values.map((value) => Math.round(Number.parseFloat(value) * 2.55))
      : name.toLowerCase() === 'rgb'
        ? values.map((value) => Math.round(Number(value)))
        : values;
  return alpha === 1 ? `${name}(${plain.join(', ')})` : `${name}a(${plain.join(', ')}, ${alpha})`;
};

/** Kinds of colours that are told by words which are not read here. */
const UNREAD = /^(?:hwb|lab|lch|oklab|oklch|color|color-mix|device-cmyk|icc-color)\(/i;

/** Whether a colour is written in a way that is not read here: no mistake, but not known. */
export const isUnreadColour = (text: string): boolean => UNREAD.test(text.trim());

/** A colour as #rrggbb with its opacity; null where it is none. */
export const readColour = (text: string): { readonly colour: string; readonly opacity: number } | null => {
  const colour = rgb(inCommas(text.trim().replace(/\s*icc-color\(.*$/i, '')));
  // of a clear colour the parser keeps nothing but that
  if (colour.opacity === 0) return { colour: '#000000', opacity: 0 };
  return Number.isNaN(colour.r) ? null : { colour: colour.formatHex(), opacity: colour.opacity };
};

/**
 * What a `fill` or `stroke` says.
 *
 * @param current what `currentColor` stands for
 * @returns null where it is no paint: the declaration does not count, as the standard says
 */
export const readPaint = (paint: string, current: string | undefined): Paint | null => {
  const text = paint.trim();
  if (/^(?:none|transparent)$/i.test(text)) return NONE;
  if (/^currentcolor$/i.test(text))
    return current === undefined ? readPaint('black', undefined) : readPaint(current, undefined);
  if (/^context-(?:fill|stroke)$/i.test(text)) return NONE;
  const server = /^url\(\s*['"]?\s*([^'")]*?)\s*['"]?\s*\)\s*(.*)$/i.exec(text);
  if (server) {
    const [, target = '', rest = ''] = server;
    const fallback = rest === '' ? NONE : readPaint(rest, current);
    return { kind: 'server', id: target.startsWith('#') ? target.slice(1) : '', fallback: fallback ?? NONE };
  }
  if (isUnreadColour(text)) return { kind: 'colour', colour: '#000000' };
  const colour = readColour(text);
  if (!colour) return null;
  return colour.opacity === 0 ? NONE : { kind: 'colour', colour: colour.colour };
};
