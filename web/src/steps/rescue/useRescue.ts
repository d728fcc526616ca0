import { useMemo } from 'react';
import { useSearchParams } from 'react-router';
import {
  diagnose,
  rescueBook,
  stepOfFault,
  type Answer,
  type BenchEvent,
  type Diagnosis,
  type Piece,
  type Problem,
  type RescueInput,
  type Settings,
  type Step,
} from '@sgraffa/core';
import { useBench, useCatalogue } from '../../store/bench.ts';
import { useBenchNow } from '../../timers/useTimers.ts';
import { useAmountsOf } from '../../workers/amountsClient.ts';

const MINUTE_MS = 60_000;

const isAnswer = (word: string | undefined): word is Answer => word === 'yes' || word === 'no' || word === 'unknown';

/** What the address says: the piece, where it was seen, on which copies, what is seen and what was answered. */
interface Asked {
  readonly pieceId: string | null;
  readonly step: { readonly operationId: string; readonly coat: number } | null;
  readonly copies: readonly number[];
  readonly sees: string | null;
  readonly answers: Readonly<Record<string, Answer>>;
}

const readAsked = (search: URLSearchParams): Asked => {
  const [, operationId, coat] = /^(.+)\.(\d{1,2})$/.exec(search.get('step') ?? '') ?? [];
  const copies = (search.get('copies') ?? '').split('.').map(Number);
  return {
    pieceId: search.get('piece'),
    step: operationId && coat ? { operationId, coat: Number(coat) } : null,
    copies: copies.filter((copy) => Number.isInteger(copy) && copy > 0 && copy <= 1000),
    sees: search.get('sees'),
    answers: Object.fromEntries(
      search.getAll('a').flatMap((pair): [string, Answer][] => {
        const [id = '', word] = pair.split(':');
        return isAnswer(word) ? [[id, word]] : [];
      }),
    ),
  };
};

export interface RescueModel {
  readonly asked: Asked;
  readonly pieces: readonly Piece[];
  readonly piece: Piece | null;
  readonly settings: Settings;
  readonly events: readonly BenchEvent[];
  readonly input: RescueInput | null;
  readonly diagnosis: Diagnosis | null;
  readonly problems: readonly Problem[];
  /** The step that it arose at. */
  readonly step: Step | null;
  readonly change: (edit: (search: URLSearchParams) => void) => void;
}

export const useRescue = (): RescueModel | null => {
  const bench = useBench();
  const catalogue = useCatalogue();
  const [search, setSearch] = useSearchParams();
  const asked = useMemo(() => readAsked(search), [search]);
  const { amounts } = useAmountsOf(asked.pieceId ?? '');
  const now = Math.floor(useBenchNow() / MINUTE_MS) * MINUTE_MS;
  const piece = bench?.pieces.find(({ id }) => id === asked.pieceId)?.value ?? null;
  const input = useMemo((): RescueInput | null => {
    if (!bench || !piece || !asked.sees) return null;
    const { workshop, schools, bench: own } = bench.settings.value;
    return {
      symptom: asked.sees,
      piece,
      events: bench.events.filter(({ pieceId }) => pieceId === piece.id || pieceId === null),
      shelf: bench.shelf,
      // as it is planned for all copies: what failed has no steps in the plan of now
      plan: null,
      answers: asked.answers,
      workshop: { ...workshop, stock: [] },
      schools,
      catalogue,
      ...(amounts ? { amounts } : {}),
      weather: own.readings,
      now: new Date(now).toISOString(),
      at: asked.step,
      copies: asked.copies.length ? asked.copies : null,
    };
  }, [bench, piece, asked, catalogue, amounts, now]);
  const read = useMemo(() => input && diagnose(input), [input]);
  if (!bench) return null;
  const symptom = input && rescueBook().symptomById.get(input.symptom);
  return {
    asked,
    pieces: bench.pieces.map(({ value }) => value),
    piece,
    settings: bench.settings.value,
    events: bench.events,
    input,
    diagnosis: read?.ok ? read.diagnosis : null,
    problems: read && !read.ok ? read.problems : [],
    step: input && symptom ? stepOfFault(input, symptom) : null,
    change: (edit) =>
      setSearch(
        (before) => {
          const next = new URLSearchParams(before);
          edit(next);
          return next;
        },
        { replace: true },
      ),
  };
};
