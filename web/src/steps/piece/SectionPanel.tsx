import { SegmentedControl, Slider } from '@mantine/core';
import { useState } from 'react';
import {
  layerStatesAt,
  momentsOf,
  operationsThrough,
  passesOf,
  sayWhen,
  type AmountLine,
  type Can,
  type Finding,
} from '@sgraffa/core';
import { useBench } from '../../store/bench.ts';
import { Section } from '../../ui/section/Section.tsx';
import { inColours } from '../../ui/section/inColours.ts';
import { designsInTurn, sectionModel } from '../../ui/section/sectionModel.ts';
import { dayAndTime } from '../../ui/dates.ts';
import type { Course } from '../../ui/sentence.ts';
import { Verdict } from '../../ui/Verdict.tsx';
import type { PieceModel } from './usePieceModel.ts';

const useMoments = ({ stack, plan, catalogue }: PieceModel) => (stack && plan ? momentsOf(stack, plan, catalogue) : []);

/** What the pinned band is there for and what it limits. */
const Pinned = ({ model, id }: { model: PieceModel; id: string }) => {
  const operation = model.stack?.operations.find((one) => one.id === id);
  if (!operation || operation.op !== 'apply') return null;
  const product = model.catalogue.productById.get(operation.productId);
  const about: Finding[] = model.findings.filter(({ operationId }) => operationId === id);
  const limits = model.limits.filter(({ cause, zone }) => cause.operationId === id && zone !== 'rest');
  return (
    <div className="sg-pinned" aria-live="polite">
      <h3>{product?.name}</h3>
      <p>{product?.about}</p>
      {limits.length > 0 && <p>Sets the limit for {limits.map(({ axis }) => axis).join(', ')}.</p>}
      {about.map((finding) => (
        <Verdict key={finding.ruleId} finding={finding} />
      ))}
    </div>
  );
};

/** The colours of the layers in words, by operation: of the cans that they are taken from, else as it was said. */
const canColours = (lines: readonly AmountLine[], cans: readonly Can[]): ReadonlyMap<string, string> =>
  new Map(
    lines.flatMap(({ needs, cans: taken }) => {
      const ofCan = cans.find(({ id }) => id === taken[0]?.canId)?.colour;
      return needs.flatMap(({ operationId, colour: said }): [string, string][] => {
        const colour = ofCan ?? said;
        return colour ? [[operationId, colour]] : [];
      });
    }),
  );

export const SectionPanel = ({
  model,
  pinned,
  pin,
  course,
}: {
  model: PieceModel;
  pinned: string | null;
  pin: (id: string | null) => void;
  course: Course | undefined;
}) => {
  const moments = useMoments(model);
  const [chosen, setChosen] = useState<number | null>(null);
  const last = moments.length - 1;
  const index = Math.min(chosen ?? last, last);
  const moment = moments[index];
  const { stack, plan, catalogue, part, settings, now } = model;
  // to the minute at the bench only; what dries by itself is said as people say it
  const when = moment && (moment.isAtWork ? dayAndTime : sayWhen)(moment.at, settings.zone, now);
  const said = moment ? `${when}: ${moment.what}` : '';
  const inTurn = designsInTurn(part);
  const [through, setThrough] = useState<string | null>(null);
  const laidWith = (id: string) =>
    passesOf(part.designs)
      .find((pass) => pass.some((one) => one.id === id))
      ?.map(({ name }) => name)
      .join(', ') ?? id;
  const design = inTurn.find(({ id }) => id === through) ?? inTurn[0];
  const drawn = sectionModel({
    part,
    catalogue,
    designId: design?.id,
    ...(stack && plan && moment
      ? { done: operationsThrough(stack, plan, moment.at), states: layerStatesAt(stack, plan, catalogue, moment.at) }
      : {}),
  });
  const limiting =
    course === 'care'
      ? (model.limits.find(({ axis, zone }) => axis === 'water' && zone !== 'rest')?.cause.operationId ?? null)
      : null;
  const cans = useBench()?.shelf.cans ?? [];
  if (!drawn) return <p className="sg-quiet">Say what the piece is made of, and its section is drawn here.</p>;
  return (
    <>
      <h2 className="sg-panel-title">
        {moment ? (index === last ? 'Section, when all is done' : 'Section') : 'Section'}
      </h2>
      {moment && (
        <p className="sg-panel-when" aria-live="polite">
          {said}
        </p>
      )}
      {inTurn.length > 1 && (
        <SegmentedControl
          fullWidth
          aria-label="The cut goes through"
          data={inTurn.map(({ id }) => ({ value: id, label: laidWith(id) }))}
          value={design?.id ?? ''}
          onChange={setThrough}
        />
      )}
      <Section
        model={inColours(drawn, canColours(model.amounts ?? [], cans))}
        lit={[pinned ?? limiting].filter((id) => id !== null)}
        onPick={(id) => pin(id === pinned ? null : id)}
      />
      {moments.length > 1 && (
        <Slider
          className="sg-time"
          thumbLabel="Time through the job"
          thumbValueText={said}
          min={0}
          max={last}
          step={1}
          value={index}
          onChange={setChosen}
          label={null}
          color="clay"
          size={4}
          thumbSize={26}
          marks={moments.map((_, value) => ({ value }))}
        />
      )}
      {limiting && !pinned && <p className="sg-quiet">The lit band sets the washing limit.</p>}
      {pinned ? (
        <Pinned model={model} id={pinned} />
      ) : (
        moments.length > 1 && (
          <p className="sg-quiet">Drag to move through the job; press a band to ask what it does.</p>
        )
      )}
    </>
  );
};
