import { Button } from '@mantine/core';
import { LOOK_WORDS, type LookFinding } from '@sgraffa/core';
import { capitalised } from '../../ui/words.ts';

/** What a look finds, one large answer each. */
export const LooksPart = ({
  label,
  question,
  findings,
  say,
}: {
  label: string;
  question: string;
  findings: readonly LookFinding[];
  say: (found: LookFinding) => void;
}) => (
  <section className="sg-bench-looks" aria-label={label}>
    <strong>{question}</strong>
    {findings.map((found) => (
      <Button key={found} variant="outline" size="xl" onClick={() => say(found)}>
        {capitalised(LOOK_WORDS[found])}
      </Button>
    ))}
  </section>
);
