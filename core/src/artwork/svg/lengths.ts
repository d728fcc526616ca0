const MM_PER_INCH = 25.4;
/** A user unit of a page without a size, mm. */
export const MM_PER_PX = MM_PER_INCH / 96;

const UNITS_MM: Readonly<Record<string, number>> = {
  '': MM_PER_PX,
  px: MM_PER_PX,
  mm: 1,
  cm: 10,
  in: MM_PER_INCH,
  pt: MM_PER_INCH / 72,
  pc: MM_PER_INCH / 6,
  q: 0.25,
};
/** Units of letters, in heights of the font; an x is taken as half as high, as where it is not known. */
const UNITS_EM: Readonly<Record<string, number>> = { em: 1, ex: 0.5, ch: 0.5 };
/** Height of letters where nothing is said, user units. */
export const PLAIN_FONT_PX = 16;

const LENGTH = /^\s*([-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?)\s*([a-z%]*)\s*$/i;

/** A length in mm; null where it is none or a share of something. */
export const lengthMm = (text: string | undefined): number | null => {
  const read = LENGTH.exec(text ?? '');
  const unit = read && UNITS_MM[read[2]!.toLowerCase()];
  return read && unit !== undefined && unit !== null ? Number(read[1]) * unit : null;
};

/**
 * A number in user units; units are turned to pixels, shares taken of `whole`, letters' units of `fontPx`.
 *
 * @returns `fallback` where nothing is said or it is no length
 */
export const userLength = (text: string | undefined, whole: number, fallback = 0, fontPx = PLAIN_FONT_PX): number => {
  const read = LENGTH.exec(text ?? '');
  if (!read) return fallback;
  const [value, unit] = [Number(read[1]), read[2]!.toLowerCase()];
  if (unit === '%') return (value / 100) * whole;
  if (unit === 'rem') return value * PLAIN_FONT_PX;
  const em = UNITS_EM[unit];
  if (em !== undefined) return value * em * fontPx;
  const mm = UNITS_MM[unit];
  return mm === undefined ? fallback : (value * mm) / MM_PER_PX;
};

/** A share of one: "0.5" or "50%"; `fallback` where it is neither. */
export const shareIn = (text: string | undefined, fallback: number): number => {
  const read = LENGTH.exec(text ?? '');
  if (!read || (read[2] !== '' && read[2] !== '%')) return fallback;
  const value = Number(read[1]) / (read[2] === '%' ? 100 : 1);
  return Math.min(1, Math.max(0, value));
};
