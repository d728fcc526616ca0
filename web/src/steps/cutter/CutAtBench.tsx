import { SegmentedControl } from '@mantine/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { designsServed, type Step } from '@sgraffa/core';
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
  const [chosen, choose] = useState<string | null>(null);
  if (typeof model === 'string') return null;
  const operation = model.stack?.operations.find(({ id }) => `${id}.cut` === step.key);
  const designs = operation ? designsServed(model.part, operation) : model.part.designs;
  const design = designs.find(({ id }) => id === chosen) ?? designs[0];
  return (
    <div className="sg-bench-cut">
      {designs.length > 1 && (
        <SegmentedControl
          aria-label="What is cut"
          data={designs.map(({ id, name }) => ({ value: id, label: name }))}
          value={design!.id}
          onChange={choose}
        />
      )}
      {/* sizing opens with a design: another one is opened anew */}
      <Cut key={design?.id} model={model} step={step} designId={design?.id} />
    </div>
  );
};

export default CutAtBench;
