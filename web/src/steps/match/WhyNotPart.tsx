import { Select } from '@mantine/core';
import { useState } from 'react';
import { passesOf, type Candidate } from '@sgraffa/core';
import { useWhyNot } from '../../workers/matchClient.ts';
import type { PieceModel } from '../piece/usePieceModel.ts';
import { CandidateList } from './CandidateRow.tsx';
import { Refusals } from './Refusals.tsx';

/** "Why not this one?" for any product: the best stack that holds it, or what stands in its way. */
export const WhyNotPart = ({ model, choose }: { model: PieceModel; choose: (candidate: Candidate) => void }) => {
  const [productId, setProductId] = useState<string | null>(null);
  const { data } = useWhyNot(productId, model.brief, model.judging);
  const { products } = model.catalogue;
  return (
    <section aria-label="Why not another product">
      <h3 className="sg-rule">Why not another one?</h3>
      <Select
        label="A product that you have in mind"
        placeholder="its name"
        searchable
        clearable
        data={products.filter(({ kind }) => kind !== 'prep').map(({ id, name }) => ({ value: id, label: name }))}
        value={productId}
        onChange={setProductId}
      />
      {data && (
        <div role="status">
          {data.stands.length === 0 && data.refused.length === 0 && <p>No way of working takes it.</p>}
          {passesOf(model.part.designs).length > 1 && data.stands.length > 0 && (
            <p className="sg-quiet">For one design by itself; the answer above lays all of them.</p>
          )}
          <CandidateList
            candidates={data.stands}
            model={model}
            {...(passesOf(model.part.designs).length > 1 ? {} : { choose: (candidate) => choose(candidate) })}
          />
          <Refusals refused={data.refused} model={model} isAll />
        </div>
      )}
    </section>
  );
};
