type Loose = Record<string, unknown>;
const isLoose = (value: unknown): value is Loose =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

const PLAIN = { margins: null, keepOuts: [] };

/** The area that a clear size stands for; a round one of one measure is a disc. */
const areaOf = (width: unknown, height: unknown, shape: unknown): Loose | null => {
  const [widthMm, heightMm] = [width ?? null, height ?? null];
  if (widthMm === null && heightMm === null) return null;
  return shape === 'disc' && (heightMm === null || heightMm === widthMm)
    ? { kind: 'disc', diameterMm: widthMm, ...PLAIN }
    : { kind: 'rectangle', widthMm, heightMm, ...PLAIN };
};

/** A part whose surface has a clear size of its own, as older files and lines tell it, with that size as its area. */
export const ofOneSize = (part: unknown): unknown => {
  if (!isLoose(part) || !isLoose(part['surface'])) return part;
  if (!('widthMm' in part['surface'] || 'heightMm' in part['surface'])) return part;
  const { widthMm, heightMm, ...surface } = part['surface'];
  return { ...part, surface, area: part['area'] ?? areaOf(widthMm, heightMm, surface['shape']) };
};
