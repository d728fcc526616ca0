import { Button } from '@mantine/core';
import { Link } from 'react-router';
import { RULES, figureLabel, problemSentence, type Override } from '@sgraffa/core';
import { useChanges, useNow, useUsersCatalogue } from '../../store/bench.ts';
import type { Bench } from '../../store/workspaceStore.ts';
import { day } from '../../ui/dates.ts';

const valueWords = ({ value, unit }: Override): string =>
  `${Array.isArray(value) ? value.join('–') : value}${unit === 'word' ? '' : ` ${unit}`}`;

/** What the crafter put in place of the catalogue, in one list: products, figures, trials that held. */
export const OwnPart = ({ bench }: { bench: Bench }) => {
  const { catalogue, problems } = useUsersCatalogue();
  const { dropFigure, dropProduct, dropTrial } = useChanges();
  const now = useNow();
  const { ownProducts, overrides, trials } = bench;
  const nameOf = (id: string): string =>
    [...catalogue.products, ...catalogue.bases, ...catalogue.finishes].find((row) => row.id === id)?.name ?? id;
  const dated = (at: string) => day(at, bench.settings.value.zone, now);
  return (
    <section aria-label="Your own">
      <h2 className="sg-rule">Yours</h2>
      {ownProducts.length + overrides.length + trials.length === 0 && (
        <p className="sg-quiet">
          Nothing yet. Look a product up and put in what its label says, or what your own trial showed: your figures
          come first everywhere, and are marked.
        </p>
      )}
      {problems.length > 0 && (
        <div className="sg-problems" role="alert">
          <p>
            <strong>Your own figures are not in use until this is mended.</strong>
          </p>
          <ul>
            {problems.map((problem) => (
              <li key={`${problem.at} ${problem.given}`}>
                {problem.at}: {problemSentence(problem)}
              </li>
            ))}
          </ul>
        </div>
      )}
      <ul className="sg-plain-list">
        {ownProducts.map((product) => (
          <li key={product.id} className="sg-own-row">
            <span>
              <Link to={`/handbook/${product.id}`}>{product.name}</Link>, like {nameOf(product.like)}
            </span>
            <Button variant="outline" onClick={() => void dropProduct(product, overrides, `removing ${product.name}`)}>
              Remove
            </Button>
          </li>
        ))}
        {overrides.map((override) => {
          const [id = '', ...path] = override.figure.split('.');
          return (
            <li key={override.figure} className="sg-own-row">
              <span>
                <Link to={`/handbook/${id}`}>{nameOf(id)}</Link>, {figureLabel(path.join('.'))}: {valueWords(override)}{' '}
                <span className="sg-quiet">
                  {override.basis === 'your-label' ? 'from its label' : 'from your trial'},{' '}
                  {dated(`${override.enteredOn}T12:00:00Z`)}
                </span>
              </span>
              <Button variant="outline" onClick={() => void dropFigure(override.figure, 'taking a figure back')}>
                Take back
              </Button>
            </li>
          );
        })}
        {trials.map((trial) => (
          <li key={trial.id} className="sg-own-row">
            <span>
              {trial.productId ? nameOf(trial.productId) : catalogue.methodById.get(trial.methodId)?.name} held in your
              trial on{' '}
              {trial.surface.startsWith('own:')
                ? 'a surface of your own'
                : trial.surface.split(' + ').map(nameOf).join(' with ')}{' '}
              <span className="sg-quiet">
                against “{RULES.find(({ id }) => id === trial.ruleId)?.about ?? trial.ruleId}”, {dated(trial.at)}
              </span>
            </span>
            <Button variant="outline" onClick={() => void dropTrial(trial.id, 'taking a trial back')}>
              Take back
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
};
