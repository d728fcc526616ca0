import { problemSentence, type ArtworkSource } from '@sgraffa/core';
import { lengthIn } from '../../ui/words.ts';
import { askOfFace, type ReadDrawing } from '../../workers/sizingClient.ts';
import type { Said } from './said.ts';
import type { Sizing } from './useSizing.ts';

export type LabelSource = Extract<ArtworkSource, { kind: 'labels' }>;
export type TextSource = Extract<ArtworkSource, { kind: 'text' }>;

/** Height that words are set at before they are made as large as fits, mm. */
const SET_AT_MM = 30;
/** Sets words in their letters. */
export const setWords = async (
  words: TextSource,
  say: (said: Said) => void,
  keep: (drawing: ReadDrawing, source: TextSource) => void,
  found?: string,
): Promise<void> => {
  const outcome = await askOfFace(words.face, (worker) => worker.text(words, words.letterHeightMm ?? SET_AT_MM));
  if (!outcome.ok) return say({ problems: outcome.problems.map(problemSentence).join(' '), notices: [] });
  say({ ...(found ? { found } : {}), problems: null, notices: outcome.drawing.notices });
  keep(outcome.drawing, words);
};

/** Sets labels in their letters and says what they come to: their height, the word that limits it, the thinnest stroke. */
export const setLabels = async (
  labels: LabelSource,
  { model, cutFrom }: Sizing,
  say: (said: Said) => void,
  keep: (drawing: ReadDrawing, source: LabelSource) => void,
): Promise<void> => {
  const length = lengthIn(model.settings);
  const outcome = await askOfFace(labels.face, (worker) => worker.labels(labels));
  if (!outcome.ok) return say({ problems: outcome.problems.map(problemSentence).join(' '), notices: [] });
  const { words, perPiece } = labels;
  const { letterHeightMm, limitingWord, limitedBy, minStrokeMm, thinnestWord } = outcome.figures;
  const limit = cutFrom.stroke?.figure.typical ?? null;
  const thin =
    minStrokeMm !== null
      ? ` The thinnest stroke is ${length(minStrokeMm)}, in “${thinnestWord?.replace('\n', ' ')}”${limit !== null && minStrokeMm < limit ? `: ${cutFrom.stroke!.of} needs ${length(limit)}` : ''}.`
      : '';
  const pieces = Math.ceil(words.length / perPiece);
  const found = `${words.length} labels, ${perPiece === 1 ? 'one a piece' : `${perPiece} a piece`}: ${pieces} ${pieces === 1 ? 'piece' : 'pieces'}. Capitals ${length(Math.floor(letterHeightMm * 100 + 1e-6) / 100)} high. “${limitingWord.replace('\n', ' ')}” lets them be no larger: it is as ${limitedBy === 'width' ? 'wide' : 'high'} as it may be.${thin}`;
  say({ found, problems: null, notices: outcome.drawing.notices });
  keep(outcome.drawing, labels);
};
