import type { Diagnosis, RankedCause } from '@sgraffa/core';

const MOST = 3;

/** A share in words: nobody reads a percentage out of a bar. */
const likely = (share: number): string => {
  if (share >= 0.7) return 'Most likely';
  if (share >= 0.4) return 'Likely';
  if (share >= 0.15) return 'Possibly';
  return 'Hardly';
};
const inTen = (share: number): string => {
  const count = Math.round(share * 10);
  return count === 0 ? 'less than one in ten' : `about ${count} in ten`;
};

const Reasons = ({ because }: Pick<RankedCause, 'because'>) => {
  const [speak, against] = [
    because.filter(({ factor, from }) => from !== 'prior' && factor > 1),
    because.filter(({ factor, from }) => from !== 'prior' && factor < 1),
  ];
  if (!speak.length && !against.length)
    return <p className="sg-quiet">Nothing in the record speaks for it or against it: so often it happens.</p>;
  const told = (reasons: RankedCause['because']) =>
    reasons.map(({ evidence, from }) => (from === 'record' ? evidence : `you said ${evidence}`)).join('; ');
  return (
    <p>
      {speak.length > 0 && <>For it: {told(speak)}.</>} {against.length > 0 && <>Against it: {told(against)}.</>}
    </p>
  );
};

/** What is behind it, as sentences with their reasons. */
export const CausesPart = ({ diagnosis: { ranked, somethingElse, state } }: { diagnosis: Diagnosis }) => {
  const [first, second] = ranked;
  return (
    <section className="sg-rule" aria-label="What is behind it">
      <h2>What is behind it</h2>
      {state === 'even' && first && second && (
        <p>
          <strong>Two causes are equally likely</strong>, and no question tells them apart: what mends both comes first.
        </p>
      )}
      <ol className="sg-causes">
        {ranked.slice(0, MOST).map(({ cause, name, share, because }) => (
          <li key={cause}>
            <h3>
              {likely(share)}: {name.charAt(0).toLowerCase()}
              {name.slice(1)} <span className="sg-quiet">{inTen(share)}</span>
            </h3>
            <Reasons because={because} />
          </li>
        ))}
      </ol>
      <p className="sg-quiet">Something that is not in this list: {inTen(somethingElse)}.</p>
    </section>
  );
};
