import { Link, useRouteError } from 'react-router';

/** What stands where a page cannot: what happened, what is safe, what to do. */
export const Trouble = () => {
  const error = useRouteError();
  return (
    <section className="sg-page">
      <h1>{error ? 'Something broke here' : 'There is no such page'}</h1>
      <p>
        {error
          ? 'This page could not be shown. Your pieces are kept and safe; load it again, or go on with another one.'
          : 'The address leads nowhere. Your pieces are kept and safe.'}
      </p>
      <p>
        <Link to="/pieces">Back to all pieces</Link>
      </p>
    </section>
  );
};
