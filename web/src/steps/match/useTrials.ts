import { problemSentence, trialOf, type Finding, type Stack } from '@sgraffa/core';
import { useChanges } from '../../store/bench.ts';
import type { PieceModel } from '../piece/usePieceModel.ts';
import { tell } from '../../ui/tell.ts';

/** Records the crafter's own trial that held, against what the rules say of a stack; it is then shown as the basis. */
export const useTrials = (model: PieceModel) => {
  const { keepTrials } = useChanges();
  return (findings: readonly Finding[], stack: Stack, name: string, designId?: string): void => {
    const designs = designId ? model.part.designs.filter(({ id }) => id === designId) : model.part.designs;
    const brief = { ...model.brief, part: { ...model.part, designs } };
    const made = findings.map((finding) =>
      trialOf(finding, stack, brief, model.catalogue, {
        id: `t-${crypto.randomUUID().slice(0, 8)}`,
        at: new Date().toISOString(),
        note: '',
      }),
    );
    const refused = made.find((one) => !one.ok);
    if (refused && !refused.ok)
      tell({ title: 'Not recorded', message: refused.problems.map(problemSentence).join(' ') });
    else
      void keepTrials(
        made.flatMap((one) => (one.ok ? [one.trial] : [])),
        name,
      );
  };
};
