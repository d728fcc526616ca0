import { neededWords, type Need } from '@sgraffa/core';
import { dayAndTime } from '../../ui/dates.ts';
import type { PieceModel } from '../piece/usePieceModel.ts';
import { CupPicture } from './CupPicture.tsx';

/** When a mix is wanted, as planned: a line for each sitting in which the layer is laid. */
const Times = ({ operationId, productId, model }: { operationId: string; productId: string; model: PieceModel }) => {
  const { steps, plan, settings, now } = model;
  const times = steps.flatMap((step) => {
    if (step.coatOf !== productId || !step.operationIds.includes(operationId)) return [];
    const planned = plan?.steps.find(({ stepId }) => stepId === step.id);
    return planned && !planned.isDone ? [{ step, start: planned.start }] : [];
  });
  if (!times.length) return null;
  times.sort((one, other) => Date.parse(one.start) - Date.parse(other.start));
  return (
    <ul className="sg-plain-list">
      {times.map(({ step, start }) => (
        <li key={step.id}>
          {dayAndTime(start, settings.zone, now)}: {step.label}
          {step.pieces > 1 && `, ${step.pieces} pieces`}
        </li>
      ))}
    </ul>
  );
};

/** The mixes of a layer as heights in a cup, how many there are, and when each is wanted. */
export const CupPart = ({ need, model }: { need: Need; model: PieceModel }) => {
  const { mix, operationId, productId } = need;
  if (!mix?.mixes) return null;
  return (
    <figure className="sg-cup">
      <CupPicture
        parts={mix.parts.map(({ ml }, at) => ({ share: ml, words: `${mix.names[at]} ${neededWords(ml, 'ml')}` }))}
      />
      <figcaption>
        {mix.mixes === 1 ? 'One mix' : `${mix.mixes} equal mixes`} by {mix.by}, each in a cup of its own, for{' '}
        {mix.pieces === 1 ? 'one piece' : `up to ${mix.pieces} pieces`} and one coat
        {mix.raisedFor !== undefined && `, raised so that ${mix.names[mix.raisedFor]} can be measured`}
        {mix.spareMl > 0.05 && `; ${neededWords(mix.spareMl, 'ml')} to spare`}. The label’s own ratio goes before this
        one.
      </figcaption>
      <Times operationId={operationId} productId={productId} model={model} />
    </figure>
  );
};
