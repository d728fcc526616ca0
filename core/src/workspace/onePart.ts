type Loose = Record<string, unknown>;
const isLoose = (value: unknown): value is Loose =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const listOf = (value: unknown): unknown[] => (Array.isArray(value) ? value : []);

/** The id of the piece that a further part of an older piece has become. */
const ofPart = (pieceId: unknown, index: number): string => `${String(pieceId).slice(0, 70)}.part${index + 1}`;

const partsOf = (piece: unknown): Loose[] => (isLoose(piece) ? listOf(piece['parts']).filter(isLoose) : []);

/**
 * A document of version 3 as version 4 keeps it: a piece has one part, so that a step's id means one thing. Further parts become pieces of
 * their own, with their marks; the crafter's own steps and moved starts stay with the first.
 */
export const onePartEach = (document: Loose): Loose => {
  const pieces = listOf(document['pieces']);
  const moved = new Map<string, string>();
  const split = pieces.flatMap((piece): unknown[] => {
    const parts = partsOf(piece);
    if (!isLoose(piece) || parts.length < 2) return [piece];
    return parts.map((part, index) => {
      if (index === 0) return { ...piece, parts: [part] };
      const id = ofPart(piece['id'], index);
      moved.set(`${String(piece['id'])} ${String(part['id'])}`, id);
      const name = `${String(piece['name'])}: ${String(part['name'])}`.slice(0, 120);
      return { ...piece, id, name, parts: [part], extraSteps: [], pins: [] };
    });
  });
  const events = listOf(document['events']).map((event) => {
    const pieceId = isLoose(event) ? moved.get(`${String(event['pieceId'])} ${String(event['partId'])}`) : undefined;
    return isLoose(event) && pieceId !== undefined ? { ...event, pieceId } : event;
  });
  return {
    ...document,
    pieces: Array.isArray(document['pieces']) ? split : document['pieces'],
    events: Array.isArray(document['events']) ? events : document['events'],
  };
};
