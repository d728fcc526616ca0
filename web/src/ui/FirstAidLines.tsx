import type { Catalogue } from '@sgraffa/core';

/** What to do first, by what was hurt. */
export const FirstAidLines = ({ rows }: { rows: Catalogue['firstAid'] }) => (
  <>
    <dl className="sg-first-aid-list">
      {rows.map(({ id, name, lines }) => (
        <div key={id}>
          <dt>{name}</dt>
          {lines.map((line) => (
            <dd key={line}>{line}</dd>
          ))}
        </div>
      ))}
    </dl>
    <p className="sg-quiet">In doubt call emergency; the label and the safety data sheet go with you.</p>
  </>
);
