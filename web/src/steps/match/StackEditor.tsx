import { ActionIcon, NumberInput, Select } from '@mantine/core';
import { IconX } from '@tabler/icons-react';
import {
  addLayer,
  mirrorNote,
  missingLayers,
  productsFor,
  removeLayer,
  setCoats,
  swapProduct,
  swapsFor,
  withChosenStack,
  type Finding,
  type Operation,
  type Stack,
} from '@sgraffa/core';
import { Sign } from '../../ui/Verdict.tsx';
import { capitalised } from '../../ui/words.ts';
import type { PieceModel } from '../piece/usePieceModel.ts';

const ROLE_WORDS: Readonly<Record<string, string>> = {
  prep: 'prepare',
  ground: 'ground',
  groundSeal: 'seal',
  mask: 'stencil',
  hold: 'hold',
  edgeSeal: 'edge seal',
  medium: 'colour or medium',
  film: 'film',
  transfer: 'transfer tape',
  finish: 'finish',
};
const COATED = new Set(['ground', 'groundSeal', 'edgeSeal', 'medium', 'finish']);

const fixedWords = (operation: Exclude<Operation, { op: 'apply' }>, stack: Stack): string => {
  if (operation.op === 'treat')
    return operation.treat === 'burn'
      ? 'heat evenly, keep moving'
      : operation.treat === 'bake'
        ? 'bake from a cold oven'
        : 'heat-set';
  if (operation.what === 'medium') return 'scrape off and rinse';
  if (operation.what === 'finish') return 'take the old finish off';
  if (operation.school !== 'wet') return 'let dry, score, unmask';
  const isRinsed = stack.operations.some((one) => one.op === 'remove' && one.what === 'medium');
  return isRinsed ? 'take the mask off' : 'unmask while wet';
};

/** Worst verdict of the findings about one operation. */
const worst = (findings: readonly Finding[]): Finding | undefined =>
  (['blocks', 'unknown', 'cautions'] as const)
    .map((verdict) => findings.find((finding) => finding.verdict === verdict))
    .find((finding) => finding !== undefined);

/** The stack as a list to change by hand: swap a product, add or take away a coat or a layer. It is judged again at once. */
export const StackEditor = ({ model, stack }: { model: PieceModel; stack: Stack }) => {
  const { catalogue, findings, changePart } = model;
  const change = (edit: (kept: Stack) => Stack, name: string) =>
    changePart((kept) => (kept.stack ? withChosenStack(kept, edit(kept.stack), catalogue) : kept), name);
  const addable = missingLayers(stack, catalogue).flatMap((slot) =>
    productsFor(slot, catalogue.products).map((product) => ({ slot, product })),
  );
  return (
    <>
      <ol className="sg-stack">
        {stack.operations.map((operation) => {
          const doubt = worst(findings.filter(({ operationId }) => operationId === operation.id));
          if (operation.op !== 'apply')
            return (
              <li key={operation.id} className="sg-layer">
                <span className="sg-role">then</span>
                <span>{capitalised(fixedWords(operation, stack))}</span>
              </li>
            );
          const product = catalogue.productById.get(operation.productId);
          const swaps = swapsFor(stack, operation.id, catalogue);
          const mirror = mirrorNote(operation, model.part, catalogue);
          const role = ROLE_WORDS[operation.role] ?? operation.role;
          return (
            <li key={operation.id} className="sg-layer">
              <span className="sg-role">{role}</span>
              <Select
                aria-label={`Product for ${role}`}
                data={swaps.map(({ id, name }) => ({ value: id, label: name }))}
                value={operation.productId}
                searchable
                nothingFoundMessage="No such product for this layer."
                onChange={(id) => {
                  const next = id ? catalogue.productById.get(id) : undefined;
                  if (next)
                    change((kept) => swapProduct(kept, operation.id, next), `swapping ${product?.name ?? 'a product'}`);
                }}
              />
              {COATED.has(operation.role) ? (
                <NumberInput
                  aria-label={`Coats of ${product?.name ?? role}`}
                  className="sg-coats"
                  min={1}
                  max={20}
                  clampBehavior="strict"
                  allowDecimal={false}
                  prefix="×"
                  value={operation.coats}
                  onChange={(coats) =>
                    typeof coats === 'number' &&
                    coats >= 1 &&
                    coats !== operation.coats &&
                    change((kept) => setCoats(kept, operation.id, coats), `coats of ${product?.name ?? 'a layer'}`)
                  }
                />
              ) : (
                <span />
              )}
              <ActionIcon
                aria-label={`Take ${product?.name ?? 'this layer'} out`}
                onClick={() =>
                  change((kept) => removeLayer(kept, operation.id), `taking ${product?.name ?? 'a layer'} out`)
                }
              >
                <IconX size={20} stroke={1.6} />
              </ActionIcon>
              {mirror && <p className="sg-layer-doubt sg-quiet">{mirror.words}</p>}
              {doubt && (
                <p className="sg-layer-doubt">
                  <Sign verdict={doubt.verdict} isSafety={doubt.isSafety} /> {capitalised(doubt.reason)}.
                </p>
              )}
            </li>
          );
        })}
      </ol>
      {addable.length > 0 && (
        <Select
          label="Add a layer"
          placeholder="none"
          value={null}
          searchable
          data={addable.map(({ slot, product }) => ({
            value: `${slot.id}/${product.id}`,
            label: `${slot.label}: ${product.name}`,
          }))}
          onChange={(chosen) => {
            const found = addable.find(({ slot, product }) => `${slot.id}/${product.id}` === chosen);
            if (found)
              change((kept) => addLayer(kept, found.slot, found.product, catalogue), `adding ${found.product.name}`);
          }}
        />
      )}
    </>
  );
};
