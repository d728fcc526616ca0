import { capitalised } from '../../ui/words.ts';
import type { PieceModel } from './usePieceModel.ts';

/** The conditions on which the chosen layers stand, and what was said as a "not": wherever the layers are shown. */
export const OnlyIf = ({ model: { candidate, part } }: { model: PieceModel }) => {
  const conditions = candidate?.onlyIf ?? [];
  const { nots } = part.use;
  return (
    <>
      {conditions.length > 0 && (
        <p className="sg-condition">{capitalised(conditions.map(({ words }) => words).join('; '))}.</p>
      )}
      {nots.length > 0 && (
        <p className="sg-condition">Not for: {nots.map(({ words }) => words).join(', ')} (as it was said).</p>
      )}
    </>
  );
};
