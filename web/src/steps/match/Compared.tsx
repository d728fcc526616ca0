import { differingOperations, type Stack } from '@sgraffa/core';
import { Section } from '../../ui/section/Section.tsx';
import { sectionModel } from '../../ui/section/sectionModel.ts';
import type { PieceModel } from '../piece/usePieceModel.ts';

const Half = ({
  model,
  stack,
  name,
  lit,
}: {
  model: PieceModel;
  stack: Stack;
  name: string;
  lit: readonly string[];
}) => {
  const drawn = sectionModel({ part: { ...model.part, stack }, catalogue: model.catalogue });
  return (
    <figure>
      <figcaption>{name}</figcaption>
      {drawn && <Section model={drawn} lit={lit} />}
    </figure>
  );
};

/** Two stacks as two sections: only the bands in which they differ are lit. */
export const Compared = ({ model, chosen, other }: { model: PieceModel; chosen: Stack; other: Stack }) => {
  const differing = differingOperations(chosen, other);
  return (
    <div className="sg-compared">
      <Half model={model} stack={chosen} name="the chosen one" lit={differing.left} />
      <Half model={model} stack={other} name="this one" lit={differing.right} />
      {differing.left.length + differing.right.length === 0 && (
        <p className="sg-quiet">
          The same layers in the same order: only what is masked and what is open change places.
        </p>
      )}
    </div>
  );
};
