import { Button, Select, TextInput } from '@mantine/core';
import { useState } from 'react';
import { formatDuration, parseDuration, type ExtraStep } from '@sgraffa/core';
import { RANGES } from '../../ui/ranges.ts';
import { useOpenForm } from '../../ui/openForms.ts';
import { QuantityInput } from '../../ui/QuantityInput.tsx';
import type { PieceModel } from '../piece/usePieceModel.ts';

const LONGEST_NAME = 120;
const PLAIN: Omit<ExtraStep, 'id'> = {
  name: '',
  after: 'last',
  setUpMinutes: 0,
  eachMinutes: 10,
  waitMinutes: 0,
  note: '',
};

/** Steps of the crafter's own: drill, glue, ribbon, frame, pack; each at its place, with its wait. */
export const OwnSteps = ({ model }: { model: PieceModel }) => {
  const { piece, steps, changePiece } = model;
  const [draft, setDraft] = useState(PLAIN);
  useOpenForm(draft !== PLAIN);
  const places = [
    { value: 'last', label: 'at the end' },
    { value: 'first', label: 'before everything' },
    ...[
      ...new Map(
        steps.flatMap(({ operationIds, label }) =>
          operationIds.length
            ? [[operationIds.at(-1)!, { value: operationIds.at(-1)!, label: `after ${label}` }] as const]
            : [],
        ),
      ).values(),
    ],
  ];
  const minutes = (key: 'setUpMinutes' | 'eachMinutes' | 'waitMinutes', label: string) => (
    <QuantityInput
      label={label}
      value={draft[key]}
      format={(value) => formatDuration(value)}
      parse={parseDuration}
      range={RANGES.step[key]}
      onChange={(value) => setDraft({ ...draft, [key]: value ?? 0 })}
    />
  );
  const add = () => {
    const name = draft.name.trim().slice(0, LONGEST_NAME);
    if (!name) return;
    const own: ExtraStep = { ...draft, name, id: `s${crypto.randomUUID().slice(0, 8)}` };
    changePiece((kept) => ({ ...kept, extraSteps: [...kept.extraSteps, own] }), `the step “${name}”`);
    setDraft(PLAIN);
  };
  return (
    <section>
      <h3 className="sg-rule">Steps of your own</h3>
      <ul className="sg-plain-list">
        {piece.extraSteps.map((own) => (
          <li key={own.id} className="sg-own-step">
            <span>
              <strong>{own.name}</strong>{' '}
              <span className="sg-quiet">
                {places.find(({ value }) => value === own.after)?.label ?? 'at the end'},{' '}
                {formatDuration(own.eachMinutes)} each
                {own.waitMinutes > 0 && `, then waits ${formatDuration(own.waitMinutes)}`}
              </span>
            </span>
            <Button
              variant="outline"
              size="compact-sm"
              aria-label={`Take “${own.name}” away`}
              onClick={() =>
                changePiece(
                  (kept) => ({ ...kept, extraSteps: kept.extraSteps.filter(({ id }) => id !== own.id) }),
                  `taking “${own.name}” away`,
                )
              }
            >
              Take away
            </Button>
          </li>
        ))}
      </ul>
      <div className="sg-fields">
        <TextInput
          label="What is to be done"
          placeholder="Drill, glue, frame, pack…"
          maxLength={LONGEST_NAME}
          value={draft.name}
          onChange={(event) => setDraft({ ...draft, name: event.currentTarget.value })}
        />
        <Select
          label="Where"
          data={places}
          value={draft.after}
          allowDeselect={false}
          onChange={(after) => after && setDraft({ ...draft, after })}
        />
        {minutes('setUpMinutes', 'Once')}
        {minutes('eachMinutes', 'For each piece')}
        {minutes('waitMinutes', 'Then wait')}
        <Button variant="outline" disabled={!draft.name.trim()} onClick={add}>
          Add the step
        </Button>
      </div>
    </section>
  );
};
