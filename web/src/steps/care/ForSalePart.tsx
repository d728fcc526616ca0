import { forSale, type Catalogue, type Part } from '@sgraffa/core';
import { Link } from 'react-router';

/** What a seller must check: switched on by the piece's own use, and each left to the local code. */
export const ForSalePart = ({ part, catalogue, pieceId }: { part: Part; catalogue: Catalogue; pieceId: string }) => (
  <section aria-label="If it is sold">
    <h3 className="sg-rule">If it is sold</h3>
    <p className="sg-quiet">
      Rules differ by country and change: the local code, and whoever is licensed for it, go before this list.
    </p>
    <dl className="sg-for-sale">
      {forSale(part, catalogue).map(({ id, asks, check, unsaid }) => (
        <div key={id}>
          <dt>{asks}</dt>
          <dd>
            {check}
            {unsaid.length > 0 && (
              <span className="sg-quiet">
                {' '}
                Here because it has not been said; <Link to={`/pieces/${pieceId}/surface`}>say it</Link> where it is not
                so.
              </span>
            )}
          </dd>
        </div>
      ))}
    </dl>
  </section>
);
