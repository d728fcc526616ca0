import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import './settings.css';

/** As the build writes it: see licences.ts beside the configuration of the build. */
interface Shipped {
  readonly name: string;
  readonly version: string;
  readonly licence: string;
  readonly text: string;
}

const FONT_SCOPE = /^@fontsource(?:-variable)?\//;
const isFont = ({ name }: Shipped): boolean => FONT_SCOPE.test(name);

const Shelf = ({ of }: { of: readonly Shipped[] }) => (
  <ul className="sg-plain-list sg-licences">
    {of.map(({ name, version, licence, text }) => (
      <li key={name}>
        <details>
          <summary>
            {name.replace(FONT_SCOPE, '')} {version} · {licence}
          </summary>
          <pre className="sg-licence">
            {text || 'The package has no text of its own: its short name says which it is.'}
          </pre>
        </details>
      </li>
    ))}
  </ul>
);

/** The licences of what ships with Sgraffa: its letters first, then its packages. */
export const LicencesPage = () => {
  const { data, isError } = useQuery({
    queryKey: ['licences'],
    queryFn: async (): Promise<readonly Shipped[]> =>
      (await fetch('/licences.json')).json() as Promise<readonly Shipped[]>,
    staleTime: Infinity,
    retry: false,
  });
  return (
    <section className="sg-page">
      <h1>Licences</h1>
      <p>
        <Link to="/settings">Back to the settings</Link>
      </p>
      <h2 className="sg-rule">Letters</h2>
      <p>
        What you set in the letters that ship with Sgraffa may be cut, painted, burnt and sold. Their files may be
        passed on under the same licence. For a font file of your own its licence decides.
      </p>
      {isError && (
        <p role="alert">The list could not be read. It is written when Sgraffa is built: run npm start again.</p>
      )}
      {data && <Shelf of={data.filter(isFont)} />}
      <h2 className="sg-rule">Packages</h2>
      {data && <Shelf of={data.filter((one) => !isFont(one))} />}
    </section>
  );
};
