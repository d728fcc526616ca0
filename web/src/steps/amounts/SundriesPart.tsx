import { sundriesOf, type Sundry } from '@sgraffa/core';
import { useBench } from '../../store/bench.ts';
import { WhereFrom } from '../../ui/WhereFrom.tsx';
import { capitalised } from '../../ui/words.ts';
import type { PieceModel } from '../piece/usePieceModel.ts';

const whole = (count: number): number => Math.max(1, Math.ceil(count - 1e-9));
/** As many as are taken from their box: whole ones. */
const countWords = ({ need }: Sundry): string => {
  if (!need) return 'not known';
  const [low, high] = [whole(need.low), whole(need.high)];
  return low === high ? String(high) : `${whole(need.typical)}, ${low} to ${high}`;
};

/** Blades, sandpaper, cloths and gloves that the batch uses up: an estimate each, and part of the overhead. */
export const SundriesPart = ({ model }: { model: PieceModel }) => {
  const bench = useBench();
  const { piece, measured, plan, catalogue } = model;
  if (!bench || !measured) return null;
  const sundries = sundriesOf(piece, measured, plan?.sittings ?? null, bench.shelf.cans, catalogue);
  if (!sundries.length) return null;
  return (
    <section className="sg-amount" aria-label="Small things">
      <h2>
        Small things <span className="sg-quiet">part of the overhead</span>
      </h2>
      <ul className="sg-plain-list">
        {sundries.map((one) => (
          <li key={one.name}>
            {capitalised(one.name)}: <WhereFrom figures={[one.figure]}>{countWords(one)}</WhereFrom>{' '}
            <span className="sg-quiet">
              ({one.because}
              {one.onShelf > 0 && `; ${one.onShelf} on the shelf`})
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
};
