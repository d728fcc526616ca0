import type { Progress } from './progress.ts';
import type { OpenStep } from './useBenchModel.ts';
import type { Actions } from './useStepActions.ts';

/** The one large action of a step: what the space bar does. */
export interface Large {
  readonly label: string;
  readonly run: () => void;
}

interface Given {
  readonly open: OpenStep;
  readonly progress: Progress;
  readonly actions: Actions;
  /** Copies whose look is due. */
  readonly dueCopies: readonly number[];
  readonly picked: readonly number[] | null;
  /** What is picked, or all that is not done. */
  readonly all: readonly number[];
  /** Whether the grave cautions have been read in this session. */
  readonly isRead: boolean;
  readonly isNoGo: boolean;
  readonly read: () => void;
  readonly look: () => void;
  readonly next: () => void;
}

/** While something works on the copies: rinse what is through, look at what is due, lay it on the next, else go on to another step. */
const dwelling = ({ open, progress, actions, dueCopies, look, next }: Given): Large => {
  const { through, open: untouched, lying } = progress;
  if (through.length) return { label: actions.words(through, 'Rinsed off'), run: () => actions.finish(through) };
  if (dueCopies.length) return { label: actions.words(dueCopies, 'Look at'), run: look };
  const [first] = untouched;
  if (first !== undefined && (lying.length || open.session.when !== 'later'))
    return { label: actions.words([first], 'On'), run: () => actions.begin([first]) };
  return { label: 'Next step', run: next };
};

/** What comes next with the open step. */
export const largeOf = (given: Given): Large => {
  const { open, progress, actions, picked, all, isRead, isNoGo, read, next } = given;
  const { step, session } = open;
  const isRunning = progress.lying.length + progress.through.length > 0;
  const hasDwell = step.clocks.some(({ kind }) => kind === 'dwell');
  if (!isRead && !isRunning) return { label: 'I have read this', run: read };
  if (step.gate && isRunning && (!hasDwell || progress.through.length))
    return { label: 'It held', run: () => actions.judge('held') };
  if (!isRunning && session.when === 'later') return { label: 'Next step', run: next };
  if (!isRunning && isNoGo) return { label: 'Not now: next step', run: next };
  if (hasDwell) return dwelling(given);
  if (isRunning) return { label: picked ? actions.words(all, 'Done') : 'Done', run: () => actions.finish(all) };
  return { label: 'Begin', run: () => actions.begin(all) };
};
