type Loose = Record<string, unknown>;
const isLoose = (value: unknown): value is Loose =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** A mark of three words as an event: a try that held was done; one that failed was not said how. */
const eventOf = (mark: unknown): unknown => {
  if (!isLoose(mark) || 'kind' in mark) return mark;
  const { outcome, ...rest } = mark;
  return outcome === 'failed'
    ? { ...rest, kind: 'failed', note: '', symptom: null }
    : outcome === 'done' || outcome === 'held'
      ? { ...rest, kind: 'done' }
      : mark;
};

/** A document of version 6 as version 7 keeps it: marks are events of several kinds. */
export const kindEach = (document: Loose): Loose => ({
  ...document,
  events: Array.isArray(document['events']) ? document['events'].map(eventOf) : document['events'],
});
