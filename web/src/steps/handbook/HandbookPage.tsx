import { Select, Table } from '@mantine/core';
import { lazy, Suspense, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { BASIS_WORDS, catalogue, RULES, type Survey, type SurveyCell } from '@sgraffa/core';
import { useBench } from '../../store/bench.ts';
import { Sign, Verdict } from '../../ui/Verdict.tsx';
import { figureWords } from '../../ui/WhereFrom.tsx';
import { capitalised } from '../../ui/words.ts';
import { useSurvey } from '../../workers/matchClient.ts';
import { entriesOf, type Entry } from './entries.ts';
import './handbook.css';

const Overview = lazy(async () => ({ default: (await import('./Overview.tsx')).Overview }));

const EntryPart = ({ entry, survey }: { entry: Entry; survey: Survey | undefined }) => {
  const all = catalogue();
  const rules = (survey?.rulesOf[entry.id] ?? []).map((id) => RULES.find((rule) => rule.id === id)!);
  return (
    <section aria-label={entry.name}>
      <h2 className="sg-rule">{capitalised(entry.name)}</h2>
      <p className="sg-quiet">{capitalised(entry.kind)}.</p>
      {entry.about.map((text) => (
        <p key={text}>{text}</p>
      ))}
      {entry.facts.length > 0 && (
        <dl className="sg-facts">
          {entry.facts.map(({ label, words }) => (
            <div key={label}>
              <dt>{label}</dt>
              <dd>{words}</dd>
            </div>
          ))}
        </dl>
      )}
      {entry.figures.length > 0 && (
        <Table verticalSpacing="xs">
          <Table.Thead>
            <Table.Tr>
              <Table.Th scope="col">Figure</Table.Th>
              <Table.Th scope="col">Range</Table.Th>
              <Table.Th scope="col">From</Table.Th>
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {entry.figures.map(({ label, figure }) => (
              <Table.Tr key={label}>
                <Table.Th scope="row">{capitalised(label)}</Table.Th>
                <Table.Td>{figureWords(figure)}</Table.Td>
                <Table.Td className="sg-quiet">{BASIS_WORDS[figure.basis]}</Table.Td>
              </Table.Tr>
            ))}
          </Table.Tbody>
        </Table>
      )}
      {entry.hazards.map((id) => {
        const hazard = all.hazardById.get(id);
        return hazard ? (
          <div key={id} className="sg-hazard">
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

const CellPart = ({ cell }: { cell: SurveyCell }) => {
  const all = catalogue();
  const base = all.baseById.get(cell.baseId);
  const method = all.methodById.get(cell.methodId);
  return (
    <div className="sg-cell" role="status">
      <h3>
        <Link to={`/handbook/${cell.methodId}`}>{method?.name}</Link> on{' '}
        <Link to={`/handbook/${cell.baseId}`}>{base?.name}</Link>
      </h3>
      {cell.finding ? (
        <Verdict finding={cell.finding} />
      ) : (
        <p>
          <Sign verdict="favours" /> Nothing speaks against it.
        </p>
      )}
    </div>
  );
};

/** What the catalogue holds: look a material up, or see all surfaces by all ways of working. */
export const HandbookPage = () => {
  const all = catalogue();
  const { entry: id } = useParams();
  const navigate = useNavigate();
  const bench = useBench();
  const { data: survey } = useSurvey(bench?.settings.value.schools);
  const [picked, setPicked] = useState({ baseId: 'glass-soda-lime', methodId: 'frost-etch' });
  const entries = entriesOf(all);
  const entry = entries.find((one) => one.id === id);
  const cell = survey?.cells.find(({ baseId, methodId }) => baseId === picked.baseId && methodId === picked.methodId);
  const groups = [...new Set(entries.map(({ kind }) => kind))].map((kind) => ({
    group: kind,
    items: entries.filter((one) => one.kind === kind).map((one) => ({ value: one.id, label: one.name })),
  }));
  return (
    <section className="sg-page sg-handbook">
      <h1>Handbook</h1>
      <p className="sg-quiet">
        The same data that Match judges by. The label of the product in your hand always wins; your own test patch beats
        both.
      </p>
      <Select
        label="Look up a surface, a product or a way of working"
        placeholder="its name"
        searchable
        clearable
        data={groups}
        value={entry?.id ?? null}
        nothingFoundMessage="Nothing of that name."
        onChange={(next) => void navigate(next ? `/handbook/${next}` : '/handbook')}
      />
      {id !== undefined && !entry && <p>There is nothing in the handbook under “{id}”.</p>}
      {entry && <EntryPart entry={entry} survey={survey} />}
      <h2 className="sg-rule">Surfaces by ways of working</h2>
      <p className="sg-quiet">A flat, bare piece, wiped, indoors. Press a cell, or choose a pair, for the reason.</p>
      <div className="sg-fields">
        <Select
          label="Surface"
          searchable
          data={all.bases.map((base) => ({ value: base.id, label: base.name }))}
          value={picked.baseId}
          onChange={(baseId) => baseId && setPicked({ ...picked, baseId })}
        />
        <Select
          label="Way of working"
          searchable
          data={all.methods.map((method) => ({ value: method.id, label: method.name }))}
          value={picked.methodId}
          onChange={(methodId) => methodId && setPicked({ ...picked, methodId })}
        />
      </div>
      {cell && <CellPart cell={cell} />}
      {survey ? (
        <Suspense fallback={<p className="sg-quiet">Drawing…</p>}>
          <Overview survey={survey} catalogue={all} onPick={setPicked} />
        </Suspense>
      ) : (
        <p className="sg-quiet" role="status">
          Judging every way on every surface…
        </p>
      )}
    </section>
  );
};
