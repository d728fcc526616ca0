import type { BenchEvent, LookFinding, Step, StepEvent, Wash } from '@sgraffa/core';

type About = Omit<Extract<StepEvent, { kind: 'done' }>, 'kind' | 'air'>;

const newId = (): string => `e-${crypto.randomUUID().slice(0, 12)}`;

/** The part of an event that says of which step, and of which of its copies, it is. */
const aboutStep = (pieceId: string, step: Step, at: string, copies: readonly number[] | null): About => ({
  id: newId(),
  pieceId,
  partId: step.partId,
  operationId: step.key,
  coat: step.coat,
  ...(step.group === null ? {} : { group: step.group }),
  at,
  // a part of the batch says which copies they are, so that they stay the same however it is grouped later
  ...(copies ? { copies: [...copies] } : {}),
});

/** Copies that an event must name: those of a group or a part of the batch, or what was picked. */
const namedCopies = (step: Step, picked: readonly number[] | null): readonly number[] | null => {
  if (step.copies === null) return null;
  const isPart = step.group !== null || step.id.includes('@');
  return picked && picked.length < step.copies.length ? picked : isPart ? step.copies : null;
};

/** An event of a look at a step. */
export const lookOf = (
  pieceId: string,
  step: Step,
  at: string,
  found: LookFinding,
  picked: readonly number[] | null,
): StepEvent => ({ ...aboutStep(pieceId, step, at, namedCopies(step, picked)), kind: 'checked', found });

/** What thermometer and hygrometer read. */
export const readingOf = (
  at: string,
  air: { readonly temperatureC: number; readonly relativeHumidity: number; readonly surfaceC: number | null },
): BenchEvent => ({ id: newId(), at, pieceId: null, stepId: null, kind: 'measured', ...air });

/** Something that was said of a step, in words. */
export const noteOf = (
  pieceId: string,
  step: Step,
  at: string,
  note: string,
  pictures: readonly string[] = [],
): BenchEvent => ({
  id: newId(),
  at,
  pieceId,
  stepId: step.id,
  kind: 'noted',
  note,
  ...(pictures.length ? { pictures: [...pictures] } : {}),
});

/** That a piece was washed, and how. */
export const washOf = (pieceId: string, at: string, way: Wash, temperatureC: number | null): BenchEvent => ({
  id: newId(),
  at,
  pieceId,
  stepId: null,
  kind: 'noted',
  note: '',
  washed: { way, temperatureC },
});

/** What of a sheet the cutter has cut, or what of it was lost since; in words too, for the log. */
export const sheetCutOf = (
  id: string,
  pieceId: string,
  stepId: string | null,
  at: string,
  note: string,
  cut: NonNullable<Extract<BenchEvent, { kind: 'noted' }>['cut']>,
): BenchEvent => ({ id, at, pieceId, stepId, kind: 'noted', note, cut });

type Noted = Extract<BenchEvent, { kind: 'noted' }>;
/** What was counted at a step: islands that lie in their places, or a fresh sheet of something. */
export const countOf = (
  pieceId: string,
  step: Step,
  at: string,
  note: string,
  counted: Pick<Noted, 'placed'> | Pick<Noted, 'fresh'>,
): BenchEvent => ({ id: newId(), at, pieceId, stepId: step.id, kind: 'noted', note, ...counted });

/** What a test strip held. */
export const cutTestOf = (
  at: string,
  test: Pick<
    Extract<BenchEvent, { kind: 'cutTested' }>,
    'productId' | 'canId' | 'settings' | 'strokes' | 'came' | 'note'
  >,
): BenchEvent => ({ id: newId(), at, pieceId: null, stepId: null, kind: 'cutTested', ...test });

/**
 * An event of a step that happened now or at a time that was said.
 *
 * @param picked copies of the step; all of them where it is left out
 */
export const eventOf = (
  kind: 'done' | 'started' | 'failed' | 'mended' | 'scrapped',
  pieceId: string,
  step: Step,
  at: string,
  picked: readonly number[] | null = null,
): StepEvent => {
  const about = aboutStep(pieceId, step, at, namedCopies(step, picked));
  switch (kind) {
    case 'done':
    case 'started':
      return { ...about, kind };
    case 'mended':
      return { ...about, kind, note: '' };
    case 'failed':
    case 'scrapped':
      return { ...about, kind, note: '', symptom: null };
  }
};
