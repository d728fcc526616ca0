import { Button, FileButton, Select } from '@mantine/core';
import { useState } from 'react';
import { AREA_KINDS, areaSchema, problemSentence, sizeOfArea, type Area, type AreaField } from '@sgraffa/core';
import { LengthInput } from '../../ui/LengthInput.tsx';
import { areaRange } from '../../ui/ranges.ts';
import { options } from '../../ui/words.ts';
import { ask } from '../../workers/sizingClient.ts';
import type { PieceModel } from './usePieceModel.ts';

type Kind = Area['kind'];

const KIND_WORDS: Readonly<Record<Kind, string>> = {
  rectangle: 'a rectangle',
  disc: 'a disc',
  ring: 'a ring',
  cylinder: 'the side of a cylinder',
  cone: 'the side of a cone',
  outline: 'an outline from a drawing',
};

type FieldKey = (typeof AREA_KINDS)[Kind]['fields'][number]['key'];

/** What a measure is called; the first word for every kind, then where one kind has its own. */
const FIELD_WORDS: Readonly<Record<FieldKey, string>> = {
  widthMm: 'Clear width',
  heightMm: 'Clear height',
  diameterMm: 'Across',
  outerDiameterMm: 'Across the outside',
  innerDiameterMm: 'Across the hole',
  circumferenceMm: 'Around, by tape measure',
  handleGapMm: 'Left open for the handle',
  topDiameterMm: 'Across the top rim',
  bottomDiameterMm: 'Across the foot',
  slantMm: 'Height along the side',
};
const OWN_WORDS: Readonly<Partial<Record<Kind, Partial<Record<FieldKey, string>>>>> = {
  cylinder: { diameterMm: 'or across', heightMm: 'Height of the side' },
  cone: { heightMm: 'or upright' },
};

type Draft = Readonly<Record<string, number | null>>;

const fieldsOf = (kind: Kind): readonly AreaField<FieldKey>[] => AREA_KINDS[kind].fields;

/** Measures that another kind of area takes over from the one that stands. */
const draftOf = (kind: Kind, area: Area | null): Draft => {
  if (area?.kind === kind) return area as unknown as Draft;
  const { widthMm, heightMm } = sizeOfArea(area);
  return kind === 'rectangle' ? { widthMm, heightMm } : kind === 'disc' ? { diameterMm: widthMm } : {};
};

/** An area of a kind with its measures; margins and what is in the way stay where the kind does. Null while a measure is missing. */
const areaFrom = (kind: Kind, draft: Draft, kept: Area | null): Area | null => {
  const own = Object.fromEntries(
    fieldsOf(kind).map(({ key, isOptional }) => [key, draft[key] ?? (isOptional ? 0 : null)]),
  );
  if (Object.values(own).every((value) => value === null || value === 0)) return null;
  const shared = kept?.kind === kind ? { margins: kept.margins, keepOuts: kept.keepOuts } : {};
  const read = areaSchema.safeParse({ kind, ...own, ...shared });
  return read.success ? read.data : null;
};

const KIND_OF_SHAPE: Readonly<Record<string, Kind>> = { disc: 'disc', cylinder: 'cylinder', cone: 'cone' };

/** The clear area's kind and measures: one fact, shown on the surface and with the artwork. */
export const AreaSize = ({ model }: { model: PieceModel }) => {
  const { part, changePart } = model;
  const { area } = part;
  const [picked, setPicked] = useState<Kind | null>(null);
  const [draft, setDraft] = useState<Draft | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const kind = picked ?? area?.kind ?? KIND_OF_SHAPE[part.surface.shape] ?? 'rectangle';
  // what was typed stands until it is kept: the next field may be typed before that
  const isKept =
    draft !== null && Object.entries(draft).every(([key, value]) => (draftOf(kind, area)[key] ?? null) === value);
  if (isKept && area?.kind === kind) setDraft(null);
  const current: Draft = { ...draftOf(kind, area), ...draft };
  const keep = (made: (kept: Area | null) => Area | null, name: string) =>
    changePart((kept) => {
      const next = made(kept.area);
      const shape = next && AREA_KINDS[next.kind].shape;
      return { ...kept, area: next, surface: shape ? { ...kept.surface, shape } : kept.surface };
    }, name);
  const change = (key: FieldKey, value: number | null) => {
    const group = fieldsOf(kind).find((field) => field.key === key)?.group;
    // of two ways to say the same, the one typed last counts
    const cleared =
      group && value !== null
        ? Object.fromEntries(fieldsOf(kind).flatMap((field) => (field.group === group ? [[field.key, null]] : [])))
        : {};
    // only what was typed goes over what is kept: another field may have been left a moment ago
    const edit: Draft = { ...draft, ...cleared, [key]: value };
    setDraft(edit);
    const whole = { ...current, ...edit };
    const isEmpty = area?.kind === kind && fieldsOf(kind).every((field) => (whole[field.key] ?? 0) === 0);
    if (areaFrom(kind, whole, area) || isEmpty)
      keep((kept) => areaFrom(kind, { ...draftOf(kind, kept), ...edit }, kept), 'the clear area');
  };
  const outline = async (file: File) => {
    const read = await ask(async (worker) => worker.outline(await file.text()));
    if (!read.ok) return setProblem(read.problems.map(problemSentence).join(' '));
    setProblem(null);
    keep((kept) => {
      const shared = kept?.kind === 'outline' ? { margins: kept.margins, keepOuts: kept.keepOuts } : {};
      return areaSchema.parse({ kind: 'outline', rings: read.rings, ...shared });
    }, 'the outline');
  };
  return (
    <>
      <div className="sg-fields">
        <Select
          label="The clear area is"
          data={options(KIND_WORDS)}
          value={kind}
          onChange={(value) => {
            if (!value) return;
            setPicked(value);
            setDraft(null);
            if (area?.kind === value) return;
            if (areaFrom(value, draftOf(value, area), null))
              keep((kept) => areaFrom(value, draftOf(value, kept), null), 'the clear area');
          }}
        />
        {fieldsOf(kind).map(({ key }) => (
          <LengthInput
            key={`${kind} ${key}`}
            label={OWN_WORDS[kind]?.[key] ?? FIELD_WORDS[key]}
            value={current[key] ?? null}
            range={areaRange(kind, key)}
            onChange={(value) => change(key, value)}
          />
        ))}
      </div>
      {kind === 'outline' && (
        <FileButton accept=".svg,image/svg+xml" onChange={(file) => file && void outline(file)}>
          {(props) => (
            <Button variant="outline" {...props}>
              {area?.kind === 'outline' ? 'Another outline (SVG)' : 'Choose its outline (SVG)'}
            </Button>
          )}
        </FileButton>
      )}
      {problem && (
        <p role="alert" className="sg-refused">
          {problem}
        </p>
      )}
    </>
  );
};
