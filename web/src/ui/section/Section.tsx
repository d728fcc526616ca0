import { useId, type ReactNode } from 'react';
import { BAND_FILLS } from './fills.ts';
import { Hatchings } from './Hatchings.tsx';
import { sectionWords, type Band, type Point, type SectionModel } from './sectionModel.ts';
import './section.css';

const BASE_FILLS: Readonly<Record<string, string>> = {
  grain: '#e3c9a0',
  ply: '#e3c9a0',
  weave: '#e6dcc6',
  glaze: '#dfe3dc',
  glass: '#d4e0dd',
  fibre: '#b99a67',
  metal: '#c4c6c4',
  stone: '#b3aea4',
  plastic: '#dcd9d0',
  plain: '#dccfb6',
};
const LABEL_X = 252;
const LABEL_WIDTH = 118;

const path = (points: readonly Point[], close = true): string =>
  `M${points.map(([x, y]) => `${x} ${y}`).join('L')}${close ? 'Z' : ''}`;
const paths = (outlines: readonly (readonly Point[])[], close = true): string =>
  outlines.map((points) => path(points, close)).join('');

const WAVE = 8;

/** A wavy line along a top edge: the sign of a wet coat. */
const wavy = (points: readonly Point[]): string => {
  const parts: string[] = [];
  for (let index = 1; index < points.length; index += 1) {
    const [x1, y1] = points[index - 1]!;
    const [x2, y2] = points[index]!;
    const count = Math.max(1, Math.round(Math.hypot(x2 - x1, y2 - y1) / WAVE));
    if (index === 1) parts.push(`M${x1} ${y1}`);
    for (let wave = 1; wave <= count; wave += 1) {
      const at = (share: number): Point => [x1 + (x2 - x1) * share, y1 + (y2 - y1) * share];
      const [mx, my] = at((wave - 0.5) / count);
      const [x, y] = at(wave / count);
      parts.push(`Q${mx} ${my + (wave % 2 ? -5 : 5)} ${x} ${y}`);
    }
  }
  return parts.join('');
};

const TopEdge = ({ band }: { band: Band }) => {
  if (band.isGhost) return null;
  if (band.state === 'wet') return <path d={band.tops.map(wavy).join('')} className="sg-top" strokeWidth={2.4} />;
  if (band.state === 'touchDry')
    return <path d={paths(band.tops, false)} className="sg-top" strokeWidth={2.2} strokeDasharray="2 4" />;
  return <path d={paths(band.tops, false)} className="sg-top" strokeWidth={band.state === 'cured' ? 2.6 : 1.2} />;
};

interface Label {
  readonly id: string;
  readonly name: string;
  readonly notes: readonly string[];
  readonly from: Point;
  readonly y: number;
}

const LINE = 15;
const textOf = ({ name, notes }: Pick<Label, 'name' | 'notes'>): readonly { text: string; isNote: boolean }[] => [
  ...lines(name).map((text) => ({ text, isNote: false })),
  ...notes.flatMap(lines).map((text) => ({ text, isNote: true })),
];
const heightOf = (label: Pick<Label, 'name' | 'notes'>): number => textOf(label).length * LINE + 8;

/** Names outside on leaders, pushed apart so that none covers another: from the top down, then back up from the foot. */
const labelsOf = (model: SectionModel): Label[] => {
  const [, baseTop = 0] = model.base.outline[0] ?? [0, 0];
  const wanted = [
    ...model.bands
      .filter(({ id }) => id !== model.cut?.operationId)
      .map((band) => ({ id: band.id, name: band.name, notes: band.notes, from: band.anchor })),
    ...(model.cut
      ? [
          {
            id: model.cut.operationId,
            name: model.cut.kind,
            notes: [`by ${model.cut.by}`],
            from: model.cut.anchor,
          },
        ]
      : []),
    { id: 'base', name: model.base.name, notes: [], from: [model.width - 7, baseTop + 80] as Point },
  ].sort((left, right) => left.from[1] - right.from[1] || right.from[0] - left.from[0]);
  const gap = (index: number): number => (heightOf(wanted[index - 1]!) + heightOf(wanted[index]!)) / 2;
  const ys = wanted.map(({ from }) => from[1]);
  for (let index = 1; index < ys.length; index += 1) ys[index] = Math.max(ys[index]!, ys[index - 1]! + gap(index));
  const last = ys.length - 1;
  ys[last] = Math.min(ys[last]!, model.height - heightOf(wanted[last]!) / 2);
  for (let index = last - 1; index >= 0; index -= 1) ys[index] = Math.min(ys[index]!, ys[index + 1]! - gap(index + 1));
  return wanted.map((label, index) => ({ ...label, y: ys[index]! }));
};

/** Splits a name into lines that fit beside the drawing. */
const lines = (text: string): string[] => {
  const most = Math.floor(LABEL_WIDTH / 7.1);
  const found: string[] = [];
  for (const word of text.split(' ')) {
    const last = found.at(-1);
    if (last !== undefined && last.length + word.length + 1 <= most) found[found.length - 1] = `${last} ${word}`;
    else found.push(word);
  }
  return found.length > 2
    ? [
        found[0]!,
        `${found
          .slice(1)
          .join(' ')
          .slice(0, most - 1)}…`,
      ]
    : found;
};

/** Room above a small drawing for what is drawn over it. */
const OVER_HEIGHT = 36;

interface Props {
  readonly model: SectionModel;
  /** Ids of the bands that are lit. */
  readonly lit?: readonly string[];
  readonly onPick?: (operationId: string) => void;
  readonly small?: boolean;
  /** Drawn over it, in its units. */
  readonly over?: ReactNode;
}

/** The can's colour with some of the paper in it, so that its hatching shows on dark ones too. */
const fillOfBand = ({ colour, tone }: Band): string =>
  colour ? `color-mix(in srgb, ${colour} 70%, #f4efe4)` : BAND_FILLS[tone];

/** A cut through the piece, drawn from its real layers. */
export const Section = ({ model, lit = [], onPick, small = false, over }: Props) => {
  const scope = useId().replaceAll(':', '');
  const labels = small ? [] : labelsOf(model);
  const headroom = small
    ? over
      ? OVER_HEIGHT
      : 0
    : Math.max(0, ...labels.map((label) => heightOf(label) / 2 + 6 - label.y));
  const width = small ? model.width : LABEL_X + LABEL_WIDTH;
  const bands = model.bands.map((band) => (
    <g
      key={band.id}
      className={`sg-band${lit.includes(band.id) ? ' is-lit' : ''}${band.isGhost ? ' is-ghost' : ''}`}
      {...(onPick && !small && !band.id.startsWith('old-')
        ? {
            role: 'button',
            tabIndex: 0,
            'aria-label': [band.name, ...band.notes].join(', '),
            'aria-pressed': lit.includes(band.id),
            onClick: () => onPick(band.id),
            onKeyDown: (event) => {
              if (event.key !== 'Enter' && event.key !== ' ') return;
              event.preventDefault();
              onPick(band.id);
            },
          }
        : {})}
    >
      <path d={paths(band.outlines)} fill={band.isGhost ? 'transparent' : fillOfBand(band)} />
      {!band.isGhost && <path d={paths(band.outlines)} fill={`url(#${scope}-${band.hatching})`} />}
      <path d={paths(band.outlines)} className="sg-outline" strokeDasharray={band.isGhost ? '5 4' : undefined} />
      <TopEdge band={band} />
    </g>
  ));
  return (
    <svg
      className={small ? 'sg-section is-small' : 'sg-section'}
      viewBox={`-2 ${-headroom - (small ? 0 : 22)} ${width + 4} ${small ? model.smallHeight + headroom + 2 : model.height + headroom + 26}`}
      {...(small ? { 'aria-hidden': true } : { role: 'group', 'aria-label': `Section: ${sectionWords(model)}` })}
    >
      <Hatchings scope={scope} />
      {!small &&
        model.columns.map(({ name, x }) => (
          <text key={name} x={x} y={-8 - headroom} textAnchor="middle" className="sg-column">
            {name}
          </text>
        ))}
      <path d={path(model.base.outline)} fill={BASE_FILLS[model.base.hatching] ?? '#dccfb6'} />
      <path d={path(model.base.outline)} fill={`url(#${scope}-${model.base.hatching})`} />
      <path d={path(model.base.outline)} className="sg-outline" />
      {model.cut && (
        <g className={`sg-band${lit.includes(model.cut.operationId) ? ' is-lit' : ''}`}>
          <path
            d={path(model.cut.outline)}
            fill={model.cut.kind === 'etched' ? 'var(--sg-panel)' : model.cut.kind === 'burnt' ? '#4b3526' : '#cf7a50'}
          />
          {model.cut.kind !== 'etched' && (
            <path
              d={path(model.cut.outline)}
              fill={`url(#${scope}-${model.cut.kind === 'burnt' ? 'mask' : 'sprayed'})`}
            />
          )}
          <path d={path(model.cut.outline)} className="sg-outline" />
        </g>
      )}
      {bands}
      {over}
      {labels.map((label) => {
        const [x, y] = label.from;
        const written = textOf(label);
        return (
          <g key={label.id} className={lit.includes(label.id) ? 'sg-label is-lit' : 'sg-label'}>
            <circle cx={x} cy={y} r={2.2} className="sg-leader-dot" />
            <path d={`M${x} ${y}H${model.width + 3}L${LABEL_X - 8} ${label.y}H${LABEL_X - 4}`} className="sg-leader" />
            {written.map(({ text, isNote }, index) => (
              <text
                key={`${index} ${text}`}
                x={LABEL_X}
                y={label.y + 4.5 + (index - (written.length - 1) / 2) * LINE}
                className={isNote ? 'sg-note' : undefined}
              >
                {text}
              </text>
            ))}
          </g>
        );
      })}
    </svg>
  );
};
