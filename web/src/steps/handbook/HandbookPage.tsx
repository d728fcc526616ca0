import { Select } from '@mantine/core';
import { lazy, Suspense, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import type { SurveyCell } from '@sgraffa/core';
import { useBench, useCatalogue } from '../../store/bench.ts';
import { Sign, Verdict } from '../../ui/Verdict.tsx';
import { judgingOf, useSurvey } from '../../workers/matchClient.ts';
import { entriesOf } from './entries.ts';
import { EntryPart } from './EntryPart.tsx';
import { OwnPart } from './OwnPart.tsx';
import './handbook.css';

const Overview = lazy(async () => ({ default: (await import('./Overview.tsx')).Overview }));

const CellPart = ({ cell }: { cell: SurveyCell }) => {
  const all = useCatalogue();
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
  const all = useCatalogue();
  const { entry: id } = useParams();
  const navigate = useNavigate();
  const bench = useBench();
  const { data: survey } = useSurvey(bench ? judgingOf(bench) : null);
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
        both. <Link to="/handbook/words">Words of the craft</Link>, each with what it means.
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
      {entry && <EntryPart key={entry.id} entry={entry} survey={survey} />}
      {bench && !entry && <OwnPart bench={bench} />}
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
