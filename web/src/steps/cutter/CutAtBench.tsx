import { Link } from 'react-router';
import type { Step } from '@sgraffa/core';
import { useCut } from '../../workers/sizingClient.ts';
import { useCutOrder } from '../artwork/useCutOrder.ts';
import { useSizing } from '../artwork/useSizing.ts';
import { usePieceModel, type PieceModel } from '../piece/usePieceModel.ts';
import { CutterPart } from './CutterPart.tsx';

const Cut = ({ model, step, designId }: { model: PieceModel; step: Step; designId: string | undefined }) => {
  const sizing = useSizing(model, designId);
  const { order } = useCutOrder(sizing);
  const cut = useCut(order);
  if (!sizing.artwork)
    return (
      <p className="sg-quiet">
        There is no artwork yet: <Link to={`/pieces/${model.piece.id}/artwork`}>choose or draw one</Link>, and it can be
        cut from here.
      </p>
    );
  const isUnderWay = model.isReckoning || !model.isSettled || sizing.placed.isFetching || cut.isFetching;
  return <CutterPart sizing={sizing} order={cut.data?.ok ? order : null} step={step} isSettled={!isUnderWay} />;
};

/** The cutter, with what the open step cuts: the same lay-out as in Artwork. */
const CutAtBench = ({ pieceId, step }: { pieceId: string; step: Step }) => {
  const model = usePieceModel(pieceId);
  if (typeof model === 'string') return null;
  const operation = model.stack?.operations.find(({ id }) => `${id}.cut` === step.key);
  return (
    <div className="sg-bench-cut">
      <Cut model={model} step={step} designId={operation && 'designId' in operation ? operation.designId : undefined} />
    </div>
  );
};

export default CutAtBench;
