import { IconAlertTriangle, IconCircleCheck, IconHelpHexagon, IconSquareX } from '@tabler/icons-react';
import type { Finding } from '@sgraffa/core';
import { WhereFrom } from './WhereFrom.tsx';
import { capitalised } from './words.ts';

const SIGNS = {
  blocks: { Icon: IconSquareX, word: 'Refused', tone: 'refused' },
  cautions: { Icon: IconAlertTriangle, word: 'Careful', tone: 'caution' },
  unknown: { Icon: IconHelpHexagon, word: 'Not known', tone: 'waiting' },
  favours: { Icon: IconCircleCheck, word: 'Good', tone: 'good' },
} as const;

/** State by icon, word and colour together. */
export const Sign = ({ verdict, isSafety = false }: { verdict: Finding['verdict']; isSafety?: boolean }) => {
  const { Icon, word, tone } = SIGNS[verdict];
  return (
    <span className={`sg-sign is-${tone}`}>
      <Icon size={20} stroke={1.8} aria-hidden />
      {isSafety && verdict === 'blocks' ? 'Refused for safety' : word}
    </span>
  );
};

/** One finding in full: what, why, what to do instead, and where its figures come from. */
export const Verdict = ({ finding }: { finding: Finding }) => (
  <div className="sg-verdict">
    <Sign verdict={finding.verdict} isSafety={finding.isSafety} />
    <p>
      {capitalised(finding.reason)}.{finding.instead && <span className="sg-quiet"> {finding.instead}</span>}{' '}
      <WhereFrom finding={finding} />
    </p>
  </div>
);
