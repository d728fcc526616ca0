import { Button } from '@mantine/core';
import { changedFigures, withChosenStack } from '@sgraffa/core';
import { figureWords } from '../../ui/WhereFrom.tsx';
import { capitalised } from '../../ui/words.ts';
import type { PieceModel } from '../piece/usePieceModel.ts';

/** Figures that are others now than when the layers were chosen: kept as they were until the crafter takes the new ones. */
export const NewFigures = ({ model }: { model: PieceModel }) => {
  const { part, catalogue, changePart } = model;
  const changed = part.stackIsOwn && part.judgedBy ? changedFigures(part.judgedBy, catalogue) : [];
  if (!changed.length) return null;
  return (
    <div className="sg-turned" role="status">
      <p>
        {changed.length === 1 ? 'A figure has' : `${changed.length} figures have`} changed since you chose these layers.
        They keep what they were judged by; figures that guard people follow at once where they are stricter.
      </p>
      <ul>
        {changed.map(({ path, of, label, was, now }) => (
          <li key={path}>
            {capitalised(of)}, {label}: <s>{figureWords(was)}</s> {figureWords(now)}
          </li>
        ))}
      </ul>
      <Button
        variant="outline"
        onClick={() =>
          changePart((kept) => (kept.stack ? withChosenStack(kept, kept.stack, catalogue) : kept), 'taking new figures')
        }
      >
        Take the new figures
      </Button>
    </div>
  );
};
