import { Button } from '@mantine/core';
import { canName, figureLabel, formatDuration, type Learnt, type Override } from '@sgraffa/core';
import { useBench, useCatalogue, useChanges } from '../../store/bench.ts';
import { capitalised } from '../../ui/words.ts';
import { surfaceWords } from './groups.ts';

const said = ({ value, unit }: Override): string => {
  const [low, typical, high] = Array.isArray(value) ? value : [Number(value), Number(value), Number(value)];
  const words = (one: number) => (unit === 'min' ? formatDuration(one) : `${one} ${unit}`);
  return low === high ? words(typical) : `about ${words(typical)} (${words(low)} to ${words(high)})`;
};

const COUNTED: Readonly<Record<Learnt['what'], string>> = {
  dwell: 'patches',
  drying: 'coats',
  pace: 'times',
  cut: 'strokes',
};

/** What the maker's own doing taught, where it goes for, and what is only offered. */
export const LearntPart = () => {
  const bench = useBench();
  const catalogue = useCatalogue();
  const { keepFigures } = useChanges();
  const learnt = (bench?.learnt ?? []).filter(({ figures, offered }) => figures.length || offered.length);
  if (!bench || !learnt.length) return null;
  const { cans } = bench.shelf;
  const nameOf = (override: Override) => figureLabel(override.figure.slice(override.figure.indexOf('.') + 1));
  return (
    <section aria-label="What your doing taught">
      <h2 className="sg-rule">What your doing taught</h2>
      <ul className="sg-plain-list">
        {learnt.map((one) => {
          const can = cans.find(({ id }) => id === one.canId);
          const where = one.surface
            ? `on ${surfaceWords(one.surface, catalogue)}`
            : can
              ? `from ${canName(can, catalogue)}`
              : 'wherever you use it';
          return (
            <li key={`${one.what} ${one.productId} ${one.surface ?? ''} ${one.canId ?? ''}`} className="sg-to-try">
              <div>
                <h3>
                  {capitalised(catalogue.productById.get(one.productId)?.name ?? one.productId)}{' '}
                  <span className="sg-quiet">
                    {where} · from {one.count} {COUNTED[one.what]}
                  </span>
                </h3>
                {one.figures.map((figure) => (
                  <p key={figure.figure}>
                    {capitalised(nameOf(figure))}: {said(figure)}. Steps and dates go by it.
                  </p>
                ))}
                {one.offered.map((figure) => (
                  <p key={figure.figure}>
                    {capitalised(nameOf(figure))} was shorter: {said(figure)}. A finger told it: what cures, bears film
                    or is washed waits as before.
                  </p>
                ))}
              </div>
              {one.offered.length > 0 && (
                <Button variant="outline" onClick={() => void keepFigures(one.offered, 'a shorter time of your own')}>
                  Go by the shorter time
                </Button>
              )}
            </li>
          );
        })}
      </ul>
      <p className="sg-quiet">It is taken back with the marks that it was learnt from.</p>
    </section>
  );
};
