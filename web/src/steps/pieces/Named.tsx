import type { ReactNode } from 'react';
import type { NamedPiece } from '../../store/names.ts';

interface Props {
  readonly piece: Pick<NamedPiece, 'name' | 'quantity'>;
  readonly small?: ReactNode;
  readonly words?: string;
}

/** A piece by its name, beside its small section and over its sentence, whose places are kept until they are there. */
export const Named = ({ piece: { name, quantity }, small, words }: Props) => (
  <>
    <span className="sg-piece-small">{small}</span>
    <span>
      <strong>{name}</strong>
      {quantity > 1 && <span className="sg-quiet"> · {quantity} alike</span>}
      <span className="sg-short">{words}</span>
    </span>
  </>
);
