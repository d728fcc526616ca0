import { IconAlertTriangle, IconHelpHexagon, IconSquareX } from '@tabler/icons-react';
import { STANDING_WORDS, type StackVerdict } from '@sgraffa/core';
import { capitalised } from './words.ts';

const ICONS = { tryFirst: IconHelpHexagon, refused: IconAlertTriangle, unsafe: IconSquareX } as const;

/** What stands against the layers, wherever they are shown: the same words, with the gravest reason and what to do. */
export const StandingLine = ({ verdict }: { verdict: StackVerdict | null }) => {
  if (!verdict || verdict.standing === 'stands') return null;
  const Icon = ICONS[verdict.standing];
  const [reason] = verdict.reasons;
  return (
    <p className={`sg-standing is-${verdict.standing}`} role={verdict.standing === 'tryFirst' ? undefined : 'alert'}>
      <Icon size={20} stroke={1.8} aria-hidden /> <strong>{capitalised(STANDING_WORDS[verdict.standing])}</strong>
      {reason && `: ${reason.reason}. `}
      {/* what is to be tried stands in the steps */}
      {reason && verdict.standing !== 'tryFirst' && <span className="sg-quiet">{reason.instead}</span>}
    </p>
  );
};
