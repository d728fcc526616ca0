import { Link } from 'react-router';
import { facesOf, type AmountLine } from '@sgraffa/core';
import { Hatchings } from '../../ui/section/Hatchings.tsx';
import { SHELF_SCOPE } from '../../ui/levels.ts';
import { FACE_WORDS } from '../../ui/words.ts';
import { usePiece } from '../piece/usePieceModel.ts';
import { LinePart } from './LinePart.tsx';
import { PricePart } from './PricePart.tsx';
import { SundriesPart } from './SundriesPart.tsx';
import { TrimsPart } from './TrimsPart.tsx';
import './amounts.css';

/** What is missing comes first, then what is there, then what cannot be said. */
const inOrder = (lines: readonly AmountLine[]): readonly AmountLine[] => {
  const rank = ({ need, missing }: AmountLine) => (need === null ? 2 : missing ? 0 : 1);
  return [...lines].sort((one, other) => rank(one) - rank(other));
};

/** How much of everything this piece takes: on a drawn bench top, beside what stands on the shelf. */
export const AmountsStep = () => {
  const { model } = usePiece();
  const { amounts, part, piece, stack, catalogue, verdict } = model;
  if (!stack)
    return (
      <p className="sg-course">
        Amounts follow from the layers. <Link to={`/pieces/${piece.id}/match`}>Choose them first.</Link>
      </p>
    );
  if (verdict?.standing === 'unsafe')
    return (
      <p className="sg-course">
        Nothing is reckoned or bought for it: its layers are refused for safety.{' '}
        <Link to={`/pieces/${piece.id}/match`}>See why, and what would do.</Link>
      </p>
    );
  if (!amounts)
    return (
      <p className="sg-course sg-quiet" role="status">
        Reckoning…
      </p>
    );
  const { faces, isSaid, why } = facesOf(part, catalogue);
  const isSide = part.area?.kind === 'cylinder' || part.area?.kind === 'cone';
  return (
    <div className="sg-course sg-amounts">
      <svg width="0" height="0" aria-hidden className="sg-defs">
        <Hatchings scope={SHELF_SCOPE} />
      </svg>
      <p className="sg-quiet">
        For {piece.quantity === 1 ? 'one piece' : `all ${piece.quantity} pieces`}.{' '}
        {!isSide && (
          <>
            Coated: {FACE_WORDS[faces]}, {isSaid ? why : `since ${why}`}.{' '}
          </>
        )}
        <Link to={`/pieces/${piece.id}/surface`}>{isSide ? 'Size and foot' : 'Faces and size'}</Link>
      </p>
      {amounts.length === 0 && <p>These layers take nothing that is measured out.</p>}
      {inOrder(amounts).map((line) => (
        <LinePart key={line.id} line={line} model={model} />
      ))}
      <SundriesPart model={model} />
      <TrimsPart model={model} />
      {amounts.length > 0 && <PricePart lines={amounts} model={model} />}
    </div>
  );
};
