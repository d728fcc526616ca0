import { Button, FileButton, Select } from '@mantine/core';
import { IconPlus, IconX } from '@tabler/icons-react';
import { useState } from 'react';
import { areaSchema, problemSentence, type Area, type AreaInput, type KeepOut } from '@sgraffa/core';
import { LengthInput } from '../../ui/LengthInput.tsx';
import { areaRange, RANGES } from '../../ui/ranges.ts';
import { lengthIn, options } from '../../ui/words.ts';
import { ask } from '../../workers/sizingClient.ts';
import type { PieceModel } from '../piece/usePieceModel.ts';
import type { Sizing } from './useSizing.ts';

type Kind = Area['kind'];

const KIND_WORDS: Readonly<Record<Kind, string>> = {
  rectangle: 'a rectangle',
  disc: 'a disc',
  ring: 'a ring',
  cylinder: 'the side of a cylinder',
  cone: 'the side of a cone',
  outline: 'an outline from a drawing',
};

interface Field {
  readonly key: string;
  readonly label: string;
  readonly description?: string;
  /** Where it may be left out: another one of the same group stands for it, or it is nothing. */
  readonly group?: string;
  readonly isOptional?: boolean;
}

const FIELDS: Readonly<Record<Exclude<Kind, 'outline'>, readonly Field[]>> = {
  rectangle: [
    { key: 'widthMm', label: 'Width' },
    { key: 'heightMm', label: 'Height' },
  ],
  disc: [{ key: 'diameterMm', label: 'Across' }],
  ring: [
    { key: 'outerDiameterMm', label: 'Across the outside' },
    { key: 'innerDiameterMm', label: 'Across the hole' },
  ],
  cylinder: [
    { key: 'circumferenceMm', label: 'Around, by tape measure', group: 'around' },
    { key: 'diameterMm', label: 'or across', group: 'around' },
    { key: 'heightMm', label: 'Height of the side' },
    { key: 'handleGapMm', label: 'Left open for the handle', isOptional: true },
  ],
  cone: [
    { key: 'topDiameterMm', label: 'Across the top rim' },
    { key: 'bottomDiameterMm', label: 'Across the foot' },
    { key: 'slantMm', label: 'Height along the side', group: 'height' },
    { key: 'heightMm', label: 'or upright', group: 'height' },
    { key: 'handleGapMm', label: 'Left open for the handle', isOptional: true },
  ],
};

type Draft = Readonly<Record<string, number | null>>;
type Shared = Pick<Area, 'margins' | 'keepOuts'>;

/** The area in a new shape; its margins and what is in the way stay. */
const withShape = (kept: Shared | null, shape: AreaInput): Area =>
  ({ ...shape, margins: kept?.margins ?? null, keepOuts: kept?.keepOuts ?? [] }) as Area;

const isWhole = (kind: Exclude<Kind, 'outline'>, draft: Draft): boolean =>
  FIELDS[kind].every(({ key, group, isOptional }) =>
    group
      ? FIELDS[kind].some((other) => other.group === group && (draft[other.key] ?? null) !== null)
      : isOptional || (draft[key] ?? null) !== null,
  );

const draftOf = (kind: Kind, area: Area | null, { part }: PieceModel): Draft => {
  if (area?.kind === kind) return area as unknown as Draft;
  const { widthMm, heightMm } = part.surface;
  return kind === 'rectangle' ? { widthMm, heightMm } : kind === 'disc' ? { diameterMm: widthMm } : {};
};

const KIND_OF_SHAPE: Readonly<Record<string, Kind>> = { disc: 'disc', cylinder: 'cylinder', cone: 'cone' };

/** Reads an outline from the first drawing that is given. */
const outlineOf = async (file: File): Promise<{ area: AreaInput } | { problem: string }> => {
  const read = await ask(async (worker) => worker.outline(await file.text()));
  return read.ok
    ? { area: { kind: 'outline', rings: read.rings } }
    : { problem: read.problems.map(problemSentence).join(' ') };
};

/** Measures of the clear area: shape, sizes, margins, what is in the way. */
export const AreaPart = ({ sizing: { model, rimZoneMm, placed } }: { sizing: Sizing }) => {
  const { part, settings, catalogue, changePart } = model;
  const { area } = part;
  const [kind, setKind] = useState<Kind>(area?.kind ?? KIND_OF_SHAPE[part.surface.shape] ?? 'rectangle');
  const [draft, setDraft] = useState<Draft | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const current = draft ?? draftOf(kind, area, model);
  const length = lengthIn(settings);
  const keep = (made: (kept: Area | null) => Area | null, name: string) => {
    const shown = made(area);
    const read = areaSchema.nullable().safeParse(shown);
    if (!read.success) return setProblem(read.error.issues.map(({ message }) => message).join('. '));
    setProblem(null);
    changePart((kept) => ({ ...kept, area: made(kept.area) }), name);
  };
  const keepShape = (shape: AreaInput, name: string) => keep((kept) => withShape(kept, shape), name);
  const change = (key: string, value: number | null) => {
    if (kind === 'outline') return;
    const group = FIELDS[kind].find((field) => field.key === key)?.group;
    // of two ways to say the same, the one typed last counts
    const cleared = group
      ? Object.fromEntries(FIELDS[kind].filter((field) => field.group === group).map((field) => [field.key, null]))
      : {};
    const next: Draft = { ...current, ...(value === null ? {} : cleared), [key]: value };
    setDraft(next);
    if (!isWhole(kind, next)) return;
    const own = Object.fromEntries(
      FIELDS[kind].map((field) => [field.key, next[field.key] ?? (field.isOptional ? 0 : null)]),
    );
    keepShape({ kind, ...own } as AreaInput, 'the clear area');
  };
  const usual = placed.data?.ok ? placed.data.area.margins : null;
  const setShared = (patch: (kept: Area) => Partial<Shared>, name: string) =>
    keep((kept) => kept && { ...kept, ...patch(kept) }, name);
  const setKeepOut = (index: number, patch: Partial<Record<string, number | null>>) =>
    setShared(
      ({ keepOuts }) => ({
        keepOuts: keepOuts.map((one, at) => (at === index ? ({ ...one, ...patch } as KeepOut) : one)),
      }),
      'what is in the way',
    );
  const addKeepOut = (kindOf: KeepOut['kind']) => {
    const middle = placed.data?.ok
      ? { x: placed.data.area.widthMm / 2, y: placed.data.area.heightMm / 2 }
      : { x: 20, y: 20 };
    const added: KeepOut =
      kindOf === 'circle'
        ? { kind: 'circle', name: '', xMm: middle.x, yMm: middle.y, diameterMm: 8, clearanceMm: null }
        : {
            kind: 'rectangle',
            name: '',
            xMm: middle.x - 10,
            yMm: middle.y - 5,
            widthMm: 20,
            heightMm: 10,
            clearanceMm: null,
          };
    setShared(({ keepOuts }) => ({ keepOuts: [...keepOuts, added] }), 'something in the way');
  };
  const isSide = kind === 'cylinder' || kind === 'cone';
  const isRound = kind === 'disc' || kind === 'ring' || kind === 'outline';
  const sides = isRound ? (['top'] as const) : (['top', 'right', 'bottom', 'left'] as const);
  const sideLabel = {
    top: isRound ? 'Margin all around' : isSide ? 'Free below the rim' : 'Margin above',
    bottom: isSide ? 'Free above the foot' : 'Margin below',
    left: 'Margin left',
    right: 'Margin right',
  };
  return (
    <>
      <h2>The clear area</h2>
      <div className="sg-fields">
        <Select
          label="It is"
          data={options(KIND_WORDS)}
          value={kind}
          onChange={(value) => {
            if (!value) return;
            setKind(value);
            setDraft(null);
            const next = draftOf(value, area, model);
            if (value !== 'outline' && area?.kind !== value && isWhole(value, next))
              keep(() => withShape(null, { kind: value, ...next } as AreaInput), 'the clear area');
          }}
        />
        {kind !== 'outline' &&
          FIELDS[kind].map(({ key, label }) => (
            <LengthInput
              key={`${kind} ${key}`}
              label={label}
              value={current[key] ?? null}
              range={areaRange(kind, key)}
              onChange={(value) => change(key, value)}
            />
          ))}
      </div>
      {kind === 'outline' && (
        <FileButton
          accept=".svg,image/svg+xml"
          onChange={(file) =>
            file &&
            void outlineOf(file).then((read) =>
              'area' in read ? keepShape(read.area, 'the outline') : setProblem(read.problem),
            )
          }
        >
          {(props) => (
            <Button variant="outline" {...props}>
              {area?.kind === 'outline' ? 'Another outline (SVG)' : 'Choose its outline (SVG)'}
            </Button>
          )}
        </FileButton>
      )}
      {area && area.kind === kind && (
        <>
          <div className="sg-fields">
            {sides.map((side) => (
              <LengthInput
                key={side}
                label={sideLabel[side]}
                value={area.margins?.[side] ?? null}
                range={RANGES.area.marginMm}
                description={area.margins === null && usual ? `usual: ${length(usual[side])}` : ''}
                onChange={(value) =>
                  setShared(
                    ({ margins }) => ({
                      margins:
                        value === null
                          ? null
                          : isRound
                            ? { top: value, right: value, bottom: value, left: value }
                            : { ...(margins ?? usual ?? { top: 0, right: 0, bottom: 0, left: 0 }), [side]: value },
                    }),
                    'the margins',
                  )
                }
              />
            ))}
          </div>
          {rimZoneMm > 0 && isSide && (
            <p className="sg-quiet">
              It touches lips: {length(rimZoneMm)} below the rim stay free whatever is said here.
            </p>
          )}
          <ul className="sg-plain-list">
            {area.keepOuts.map((keepOut, index) => (
              <li key={index} className="sg-keep-out">
                <b>{keepOut.kind === 'circle' ? 'Round' : 'Square'}, in the way</b>
                <div className="sg-fields">
                  <LengthInput
                    required
                    label={keepOut.kind === 'circle' ? 'Its middle from the left' : 'From the left'}
                    value={keepOut.xMm}
                    range={RANGES.area.placeMm}
                    onChange={(xMm) => setKeepOut(index, { xMm })}
                  />
                  <LengthInput
                    required
                    label={keepOut.kind === 'circle' ? 'Its middle from the top' : 'From the top'}
                    value={keepOut.yMm}
                    range={RANGES.area.placeMm}
                    onChange={(yMm) => setKeepOut(index, { yMm })}
                  />
                  {keepOut.kind === 'circle' ? (
                    <LengthInput
                      required
                      label="Across"
                      value={keepOut.diameterMm}
                      range={RANGES.area.acrossMm}
                      onChange={(diameterMm) => setKeepOut(index, { diameterMm })}
                    />
                  ) : (
                    <>
                      <LengthInput
                        required
                        label="Wide"
                        value={keepOut.widthMm}
                        range={RANGES.area.sideMm}
                        onChange={(widthMm) => setKeepOut(index, { widthMm })}
                      />
                      <LengthInput
                        required
                        label="High"
                        value={keepOut.heightMm}
                        range={RANGES.area.sideMm}
                        onChange={(heightMm) => setKeepOut(index, { heightMm })}
                      />
                    </>
                  )}
                  <LengthInput
                    label="Kept free around it"
                    description={
                      keepOut.clearanceMm === null ? `usual: ${length(catalogue.sizing.keepOutClearance.typical)}` : ''
                    }
                    value={keepOut.clearanceMm}
                    range={RANGES.area.clearanceMm}
                    onChange={(clearanceMm) => setKeepOut(index, { clearanceMm })}
                  />
                </div>
                <Button
                  variant="subtle"
                  leftSection={<IconX size={18} aria-hidden />}
                  onClick={() =>
                    setShared(
                      ({ keepOuts }) => ({ keepOuts: keepOuts.filter((_, at) => at !== index) }),
                      'what is in the way',
                    )
                  }
                >
                  It is not there
                </Button>
              </li>
            ))}
          </ul>
          <div className="sg-buttons">
            <Button
              variant="outline"
              leftSection={<IconPlus size={18} aria-hidden />}
              onClick={() => addKeepOut('circle')}
            >
              A bolt or dial in the way
            </Button>
            <Button
              variant="outline"
              leftSection={<IconPlus size={18} aria-hidden />}
              onClick={() => addKeepOut('rectangle')}
            >
              A hinge or seam in the way
            </Button>
          </div>
        </>
      )}
      {problem && (
        <p role="alert" className="sg-refused">
          {problem}
        </p>
      )}
      {placed.data?.ok === false && (
        <p role="alert" className="sg-refused">
          {placed.data.problems.map(problemSentence).join(' ')}
        </p>
      )}
    </>
  );
};
