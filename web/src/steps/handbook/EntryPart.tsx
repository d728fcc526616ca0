import { Button, Select, Table, TextInput } from '@mantine/core';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import {
  BASIS_WORDS,
  careAxis,
  CARE_AXES,
  OVERLAID_WORDS,
  RULES,
  ageWords,
  isUsersOwn,
  leftWords,
  problemSentence,
  shelfAt,
  type FoundFigure,
  type Override,
  type Product,
  type Survey,
} from '@sgraffa/core';
import { useBench, useCatalogue, useChanges, useNow, whyNotLaid } from '../../store/bench.ts';
import { Yours, figureWords } from '../../ui/WhereFrom.tsx';
import { FigureForm } from '../../ui/FigureForm.tsx';
import { capitalised } from '../../ui/words.ts';
import { inWords, type Entry } from './entries.ts';

/** One figure with its range and source; the crafter's own can be put in its place, and taken back. */
const FigureRow = ({ id, found }: { id: string; found: FoundFigure }) => {
  const [isOpen, setOpen] = useState(false);
  const bench = useBench();
  const { dropFigure, keepFigure } = useChanges();
  const { label, figure, path } = found;
  const isOwn = bench?.overrides.some((override) => override.figure === `${id}.${path}`) ?? false;
  const isOfCan = isUsersOwn(figure) && !isOwn;
  return (
    <>
      <Table.Tr>
        <Table.Th scope="row">{capitalised(label)}</Table.Th>
        <Table.Td>{figureWords(figure)}</Table.Td>
        <Table.Td className="sg-quiet">
          {isOfCan ? 'On the label of what stands on your shelf' : capitalised(BASIS_WORDS[figure.basis])}{' '}
          {isUsersOwn(figure) && <Yours />}
        </Table.Td>
        <Table.Td className="sg-figure-own">
          {isOwn ? (
            <Button variant="outline" onClick={() => void dropFigure(`${id}.${path}`, `taking ${label} back`)}>
              Take back
            </Button>
          ) : (
            <button
              type="button"
              className="sg-fold is-tight"
              aria-expanded={isOpen}
              aria-label={`Your own figure: ${label}`}
              onClick={() => setOpen(!isOpen)}
            >
              {isOpen ? 'Leave it' : 'Yours?'}
            </button>
          )}
        </Table.Td>
      </Table.Tr>
      {isOpen && !isOwn && (
        <Table.Tr>
          <Table.Td colSpan={4}>
            <FigureForm
              id={id}
              found={found}
              onKeep={async (override) => {
                await keepFigure(override, `your figure: ${label}`);
                setOpen(false);
              }}
            />
          </Table.Td>
        </Table.Tr>
      )}
    </>
  );
};

/** What a label may say in words: washing, tack, food. */
const WordsPart = ({ product }: { product: Product }) => {
  const bench = useBench();
  const now = useNow();
  const { keepFigure, dropFigure } = useChanges();
  const [error, setError] = useState<{ path: string; text: string } | null>(null);
  const said = Object.entries(OVERLAID_WORDS).flatMap(([path, { words }]) => {
    const [first = '', second] = path.split('.');
    const owner = (second ? product[first as 'care'] : product) as Readonly<Record<string, unknown>> | undefined;
    const value = owner?.[second ?? first];
    return typeof value === 'string' && (words.includes(value) || value === 'unknown') ? [{ path, words, value }] : [];
  });
  if (!said.length || !bench) return null;
  const keep = (path: string, value: string) => {
    const figure = `${product.id}.${path}`;
    const override: Override = { figure, value, unit: 'word', basis: 'your-label', enteredOn: now.slice(0, 10) };
    const problems = whyNotLaid(bench, override);
    setError(problems.length ? { path, text: problems.map(problemSentence).join(' ') } : null);
    if (!problems.length) void keepFigure(override, `what the label of ${product.name} says`);
  };
  return (
    <>
      <h3>What its label says in words</h3>
      <div className="sg-fields">
        {said.map(({ path, words, value }) => {
          const figure = `${product.id}.${path}`;
          const isOwn = bench.overrides.some((override) => override.figure === figure);
          return (
            <div key={path}>
              <Select
                label={labelOf(path)}
                description={isOwn ? 'From your label.' : 'As the catalogue has it.'}
                data={[
                  ...(words.includes(value) ? [] : [{ value, label: 'not known' }]),
                  ...words.map((word) => ({ value: word, label: inWords(word) })),
                ]}
                value={value}
                error={error?.path === path ? error.text : null}
                onChange={(word) => word && word !== value && keep(path, word)}
              />
              {isOwn && (
                <Button variant="outline" onClick={() => void dropFigure(figure, 'taking a word of a label back')}>
                  Take back
                </Button>
              )}
            </div>
          );
        })}
      </div>
    </>
  );
};

const LABEL_WORDS: Readonly<Record<string, string>> = {
  tack: 'Tack',
  foodRated: 'Rated for food',
  childRated: 'Rated for toys',
  air: 'Air it needs',
};
/** What the word of a label is about; an axis of care by the name that it has on every card. */
const labelOf = (path: string): string => {
  const axis = CARE_AXES.find((one) => path === `care.${careAxis(one).field}`);
  return axis ? careAxis(axis).label : (LABEL_WORDS[path] ?? path);
};

/** What of a product stands on the shelf, and how fit it is. */
const OnShelf = ({ product }: { product: Product }) => {
  const bench = useBench();
  const now = useNow();
  const catalogue = useCatalogue();
  if (!bench) return null;
  const { cans, uses } = bench.shelf;
  const own = shelfAt(
    cans.filter(({ productId }) => productId === product.id),
    uses,
    now,
    catalogue,
  ).cans.filter(({ isEmpty }) => !isEmpty);
  return (
    <p className="sg-quiet">
      <Link to={`/shelf?find=${encodeURIComponent(product.name)}`}>On your shelf</Link>:{' '}
      {own.length ? own.map((one) => `${leftWords(one)}, ${ageWords(one)}`).join('; ') : 'none'}.
    </p>
  );
};

/** A product of the crafter's own begins as one that is like it, with a name of its own. */
const LikePart = ({ product }: { product: Product }) => {
  const bench = useBench();
  const { keepProduct, dropProduct } = useChanges();
  const navigate = useNavigate();
  const [name, setName] = useState('');
  if (!bench) return null;
  const own = bench.ownProducts.find(({ id }) => id === product.id);
  if (own)
    return (
      <Button
        variant="outline"
        onClick={() => {
          void dropProduct(own, bench.overrides, `removing ${own.name}`);
          void navigate(`/handbook/${own.like}`);
        }}
      >
        Remove {own.name}
      </Button>
    );
  const add = async () => {
    const id = `own-${crypto.randomUUID().slice(0, 8)}`;
    await keepProduct({ id, name: name.trim(), like: product.id }, `adding ${name.trim()}`);
    await navigate(`/handbook/${id}`);
  };
  return (
    <form
      className="sg-own-form"
      onSubmit={(event) => {
        event.preventDefault();
        if (name.trim()) void add();
      }}
    >
      <TextInput
        label="A product of your own that is like it"
        description="It starts with these figures; then put in those of its label."
        placeholder="its name"
        maxLength={120}
        value={name}
        onChange={(event) => setName(event.currentTarget.value)}
      />
      <Button type="submit" variant="outline" disabled={!name.trim()}>
        Add it
      </Button>
    </form>
  );
};

/** Everything that is known of one surface, product or way of working, with the crafter's own figures in their place. */
export const EntryPart = ({ entry, survey }: { entry: Entry; survey: Survey | undefined }) => {
  const all = useCatalogue();
  const { product } = entry;
  const rules = (survey?.rulesOf[entry.id] ?? []).map((id) => RULES.find((rule) => rule.id === id)!);
  const model = product?.like ? all.productById.get(product.like) : undefined;
  return (
    <section aria-label={entry.name}>
      <h2 className="sg-rule">
        {capitalised(entry.name)} {model && <Yours />}
      </h2>
      <p className="sg-quiet">
        {capitalised(entry.kind)}
        {model ? `, your own, like ${model.name}` : ''}.
      </p>
      {entry.about.map((text) => (
        <p key={text}>{text}</p>
      ))}
      {entry.facts.length > 0 && (
        <dl className="sg-facts">
          {entry.facts.map(({ path, label, word }) => (
            <div key={path}>
              <dt>{label}</dt>
              <dd>{inWords(word)}</dd>
            </div>
          ))}
        </dl>
      )}
      {entry.figures.length > 0 && (
        <Table verticalSpacing="xs" aria-label={`Figures of ${entry.name}`}>
          <Table.Thead>
            <Table.Tr>
              <Table.Th scope="col">Figure</Table.Th>
              <Table.Th scope="col">Range</Table.Th>
              <Table.Th scope="col">From</Table.Th>
              <Table.Th scope="col">Your own</Table.Th>
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {entry.figures.map((found) => (
              <FigureRow key={found.path} id={entry.id} found={found} />
            ))}
          </Table.Tbody>
        </Table>
      )}
      {product && <WordsPart product={product} />}
      {product && <OnShelf product={product} />}
      {product && <LikePart product={product} />}
      {entry.hazards.map((id) => {
        const hazard = all.hazardById.get(id);
        return hazard ? (
          <div key={id} className="sg-hazard-entry">
            <h3>{hazard.name}</h3>
            <ul>
              {hazard.cautions.map((caution) => (
                <li key={caution}>{caution}</li>
              ))}
            </ul>
          </div>
        ) : null;
      })}
      {rules.length > 0 && (
        <>
          <h3>Rules that speak of it</h3>
          <ul>
            {rules.map(({ id, about }) => (
              <li key={id}>{about}</li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
};
