import { Button, Select, Tabs } from '@mantine/core';
import { IconPlus } from '@tabler/icons-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { passesOf, plainDesign, type Design } from '@sgraffa/core';
import { patched, type Patch } from '../../store/patch.ts';
import { LengthInput } from '../../ui/LengthInput.tsx';
import { plainNumber } from '../../ui/numbers.ts';
import { RANGES } from '../../ui/ranges.ts';
import { QuantityInput } from '../../ui/QuantityInput.tsx';
import { TypedInput } from '../../ui/TypedInput.tsx';
import {
  lengthIn,
  LOOK_WORDS,
  options,
  readName,
  SEEN_WORDS,
  TONE_WORDS,
  YES_NO_WORDS,
  ZONE_WORDS,
} from '../../ui/words.ts';
import type { PieceModel } from '../piece/usePieceModel.ts';

const MOST_DESIGNS = 20;

/** Facts that the artwork tells: they are changed with it. */
const FromArtwork = ({ model: { piece, settings }, design }: { model: PieceModel; design: Design }) => {
  const length = lengthIn(settings);
  const { widthMm, heightMm, minStrokeMm, minWebMm, islands, scale } = design;
  const at = (mm: number | null) => (mm === null ? 'none' : length(mm * scale));
  return (
    <p>
      From its artwork: {at(widthMm)} × {at(heightMm)}, thinnest stroke {at(minStrokeMm)}, thinnest web {at(minWebMm)},{' '}
      {islands ?? 0} loose islands. <Link to={`/pieces/${piece.id}/artwork`}>Change it under Artwork &amp; size</Link>
    </p>
  );
};

/** The designs on the part: each its look, place, size and the facts of its artwork. */
export const DesignsPart = ({ model }: { model: PieceModel }) => {
  const { part, changePart } = model;
  const { designs } = part;
  const [open, setOpen] = useState(designs[0]!.id);
  const design = designs.find(({ id }) => id === open) ?? designs[0]!;
  const set = (patch: Patch<Design>, name: string) =>
    changePart(
      (kept) => ({
        ...kept,
        designs: kept.designs.map((one) => (one.id === design.id ? patched(one, patch) : one)),
      }),
      name,
    );
  const add = () => {
    const id = `d-${crypto.randomUUID().slice(0, 8)}`;
    changePart(
      (kept) => ({
        ...kept,
        designs: [...kept.designs, { ...plainDesign(id), name: `design ${kept.designs.length + 1}` }],
      }),
      'another design',
    );
    setOpen(id);
  };
  const isSeveral = designs.length > 1;
  const passes = passesOf(designs);
  return (
    <>
      <h2>{isSeveral ? 'The designs on it' : 'The design on it'}</h2>
      {isSeveral && (
        <>
          <Tabs value={design.id} onChange={(id) => id && setOpen(id)} className="sg-designs">
            <Tabs.List aria-label="Designs on the piece">
              {designs.map(({ id, name }) => (
                <Tabs.Tab key={id} value={id}>
                  {name}
                </Tabs.Tab>
              ))}
            </Tabs.List>
          </Tabs>
          <p className="sg-quiet">
            {passes.length === 1
              ? 'They are alike in look, colour and place, so they are laid in one go.'
              : `Laid one after the other, in an order that stands: ${passes.map((pass) => pass.map(({ name }) => name).join(' with ')).join('; ')}.`}
          </p>
        </>
      )}
      <div className="sg-fields">
        {isSeveral && (
          <TypedInput label="Called" kept={design.name} read={readName} keep={(name) => set({ name }, 'its name')} />
        )}
        <Select
          label="Look"
          data={options(LOOK_WORDS)}
          value={design.look}
          onChange={(look) => look && set({ look }, 'the look')}
        />
        <Select
          label="Where on the piece"
          data={options(ZONE_WORDS).filter(({ value }) => value !== 'rest')}
          value={design.zone}
          onChange={(zone) => zone && zone !== 'rest' && set({ zone }, 'where the design is')}
        />
        <Select
          label="Seen"
          data={options(SEEN_WORDS)}
          value={design.seenFrom}
          onChange={(seenFrom) => seenFrom && set({ seenFrom }, 'from which side it is seen')}
        />
        {isSeveral && (
          <Select
            label="Lies exactly over"
            placeholder="nothing: on the ground"
            clearable
            data={designs.filter(({ id }) => id !== design.id).map(({ id, name }) => ({ value: id, label: name }))}
            value={design.over}
            onChange={(over) => set({ over }, 'what it lies over')}
          />
        )}
        <Select
          label="Light or dark"
          data={options(TONE_WORDS)}
          value={design.tone}
          onChange={(tone) => tone && set({ tone }, 'how light it is')}
        />
        {design.artworkId === null && (
          <>
            <LengthInput
              label="Width of the design"
              value={design.widthMm}
              range={RANGES.design.widthMm}
              onChange={(widthMm) => set({ widthMm }, 'the width of the design')}
            />
            <LengthInput
              label="Height of the design"
              value={design.heightMm}
              range={RANGES.design.heightMm}
              onChange={(heightMm) => set({ heightMm }, 'the height of the design')}
            />
            <LengthInput
              label="Thinnest stroke"
              value={design.minStrokeMm}
              range={RANGES.design.minStrokeMm}
              onChange={(minStrokeMm) => set({ minStrokeMm }, 'the thinnest stroke')}
            />
            <LengthInput
              label="Thinnest web between openings"
              value={design.minWebMm}
              range={RANGES.design.minWebMm}
              onChange={(minWebMm) => set({ minWebMm }, 'the thinnest web')}
            />
            <QuantityInput
              label="Loose islands"
              value={design.islands}
              format={String}
              parse={plainNumber()}
              range={RANGES.design.islands}
              onChange={(islands) => set({ islands }, 'the islands')}
            />
            <QuantityInput
              label="Enlarged"
              description="1 is as drawn."
              required
              value={design.scale}
              format={(value) => `×${value}`}
              parse={(text) => plainNumber()(text.replace(/[×x]/, ''))}
              range={RANGES.design.scale}
              onChange={(scale) => scale !== null && set({ scale }, 'its size')}
            />
          </>
        )}
        <Select
          label="Keep the stencil for later"
          data={options(YES_NO_WORDS)}
          value={part.stencilAgain}
          onChange={(stencilAgain) =>
            stencilAgain && changePart((kept) => ({ ...kept, stencilAgain }), 'keeping the stencil')
          }
        />
      </div>
      {design.artworkId !== null && <FromArtwork model={model} design={design} />}
      <div className="sg-buttons">
        {designs.length < MOST_DESIGNS && (
          <Button variant="outline" leftSection={<IconPlus size={18} aria-hidden />} onClick={add}>
            Another design on it
          </Button>
        )}
        {isSeveral && (
          <Button
            variant="outline"
            onClick={() => {
              changePart(
                (kept) => ({ ...kept, designs: kept.designs.filter(({ id }) => id !== design.id) }),
                `taking ${design.name} off`,
              );
              setOpen(designs.find(({ id }) => id !== design.id)!.id);
            }}
          >
            Take {design.name} off
          </Button>
        )}
      </div>
    </>
  );
};
