import { Button, Progress, SegmentedControl } from '@mantine/core';
import {
  colourNames,
  suitsOf,
  weedingMinutes,
  type ArtworkRecord,
  type Product,
  type StrokeLimit,
} from '@sgraffa/core';
import { Sign } from '../../ui/Verdict.tsx';
import { lengthIn } from '../../ui/words.ts';
import { stopSizing } from '../../workers/sizingClient.ts';
import type { Sizing } from './useSizing.ts';

const area = (mm2: number): string =>
  mm2 >= 10_000 ? `${(mm2 / 10_000).toFixed(2)} dm²` : `${(mm2 / 100).toFixed(1)} cm²`;
const minutes = (value: number): string => (value < 1 ? 'under a minute' : `${Math.round(value)} min`);
/** How deep the blade goes: what lies on a liner or carrier is cut down to it. */
const bladeWords = (product: Product | null): string =>
  !product
    ? 'not known: no layers yet'
    : product.cutSide === 'linerDown' || product.cutSide === 'bondingUp'
      ? 'through the film, not its liner'
      : 'all the way through';
const MOST_LISTED = 6;
/** Words of which a line ends in a full stop: it is the dot that is lost most often. */
const endsInStop = ({ source }: ArtworkRecord): boolean =>
  (source.kind === 'text' ? source.text.split('\n') : source.kind === 'labels' ? source.words : []).some((line) =>
    line.trim().endsWith('.'),
  );

const dotsWords = (
  dots: readonly { readonly acrossMm: number }[],
  artwork: ArtworkRecord,
  length: (mm: number) => string,
): string =>
  `${dots.length}, the smallest ${length(Math.min(...dots.map(({ acrossMm }) => acrossMm)))} across${endsInStop(artwork) ? ', the full stop among them' : ''}`;

/** What was found at the size that it is cut, and which materials it can be cut from. */
export const LookedPart = ({ sizing }: { sizing: Sizing }) => {
  const {
    looked: { looked, problem, share, wasStopped, again },
    cutFrom: { as, product, measure, stroke, ground, mirror, operation },
    setDesign,
    model: { catalogue, settings },
    artwork,
    design,
    scale,
  } = sizing;
  if (!artwork) return null;
  const length = lengthIn(settings);
  // of a set the same label that the sentence speaks of
  const isSet = artwork.rooms !== null;
  const size = isSet
    ? { width: (design.widthMm ?? 0) * scale, height: (design.heightMm ?? 0) * scale }
    : looked?.boundsMm;
  const isStencil = as === 'stencil';
  const figure = (name: string, value: string, limit?: { isBelow: boolean; words: string }) => (
    <div className={limit?.isBelow ? 'is-below' : undefined}>
      <dt>{name}</dt>
      <dd>
        <span className="sg-number">{value}</span>
        {limit && (
          <>
            {' '}
            <Sign verdict={limit.isBelow ? 'blocks' : 'favours'} /> <span className="sg-quiet">{limit.words}</span>
          </>
        )}
      </dd>
    </div>
  );
  const against = (found: number | null, limit: StrokeLimit | null) =>
    found === null || limit === null
      ? undefined
      : {
          isBelow: found < limit.figure.typical,
          words: `${limit.of} needs ${length(limit.figure.typical)}${!product && limit.of === measure?.name ? ', the finest there is' : ''}`,
        };
  const names = colourNames(looked?.layers.map(({ colour }) => colour) ?? []);
  const suits = looked ? suitsOf(looked, as, catalogue, ground) : [];
  const weeding = looked ? weedingMinutes(looked, catalogue) : null;
  const places = looked ? looked.thinStrokes.length + looked.thinWebs.length : 0;
  const [good, bad] = [suits.filter((one) => one.suits), suits.filter((one) => !one.suits)];
  return (
    <>
      <h2 className="sg-rule">Looked over, {isStencil ? 'as a stencil' : 'as shapes that stay'}</h2>
      {!operation && (
        <SegmentedControl
          aria-label="Cut as"
          data={[
            { value: 'stencil', label: 'Openings in a mask' },
            { value: 'decal', label: 'Shapes that stay' },
          ]}
          value={as}
          onChange={(value) =>
            setDesign((kept) => ({ cut: { ...kept.cut, as: value as typeof as } }), 'what it is cut as')
          }
        />
      )}
      {share !== null && (
        <div className="sg-working" role="status">
          <Progress value={Math.max(4, share * 100)} aria-label="Looking it over" color="clay" />
          <Button variant="subtle" onClick={stopSizing}>
            Stop
          </Button>
        </div>
      )}
      {wasStopped && (
        <p>
          Stopped; the figures below may be of an earlier size.{' '}
          <Button variant="subtle" onClick={again}>
            Look it over
          </Button>
        </p>
      )}
      {problem && (
        <p role="alert" className="sg-refused">
          {problem}
        </p>
      )}
      {looked && weeding && (
        <>
          <dl className="sg-figures">
            {size && figure(isSet ? 'Largest label' : 'Size', `${length(size.width)} × ${length(size.height)}`)}
            {figure(isStencil ? 'Openings' : 'Shapes', `${looked.pieceCount}, ${area(looked.areaMm2)}`)}
            {figure(
              isStencil ? 'Loose islands' : 'Inner pieces to weed',
              isSet ? `${looked.islandCount}, at most ${design.islands ?? 0} in one label` : String(looked.islandCount),
            )}
            {looked.dots.length > 0 && figure('Loose dots', dotsWords(looked.dots, artwork, length))}
            {figure(
              'Thinnest stroke',
              looked.minStrokeMm === null ? 'none' : length(looked.minStrokeMm),
              against(looked.minStrokeMm, stroke),
            )}
            {figure(
              'Thinnest web',
              looked.minWebMm === null ? 'none' : length(looked.minWebMm),
              against(looked.minWebMm, measure?.minWeb ? { figure: measure.minWeb, of: measure.name } : null),
            )}
            {figure('Tips under 30°', String(looked.sharpPlaces.length))}
            {figure('Closest cuts', looked.closestCutsMm === null ? 'none' : length(looked.closestCutsMm))}
            {figure('Length of the cut', length(Math.round(looked.cutLengthMm)))}
            {figure('Weeding', `${minutes(weeding.low)} to ${minutes(weeding.high)}`)}
            {figure('Blade', bladeWords(product))}
          </dl>
          <p className="sg-quiet">
            Weeding is an estimate from the pieces and the length of the cut.
            {places > 0 &&
              ` ${places} ${places === 1 ? 'place' : 'places'} below the limit${places > 12 ? ': the dozen worst are marked on the picture, the others tinted' : ', marked on the picture'}.`}
          </p>
          {mirror && (
            <p>
              <b>{mirror.isMirrored === null ? 'Either way:' : mirror.isMirrored ? 'Mirrored:' : 'Not mirrored:'}</b>{' '}
              {mirror.words}
            </p>
          )}
          {looked.layers.length > 1 && (
            <p>
              Colours, in the order of the drawing:{' '}
              {looked.layers.map(({ colour, pieceCount }) => `${names.get(colour)} (${pieceCount})`).join(', then ')}.
            </p>
          )}
          <h3>What it can be cut from</h3>
          <ul className="sg-suits">
            {good.slice(0, MOST_LISTED).map(({ product: { id, name }, reasons }) => (
              <li key={id}>
                <Sign verdict={reasons.length ? 'cautions' : 'favours'} />{' '}
                <span>
                  {name}
                  {reasons.length > 0 && `: ${reasons.join('; ')}`}
                </span>
              </li>
            ))}
            {bad.map(({ product: { id, name }, reasons, enlarge }) => (
              <li key={id}>
                <Sign verdict="blocks" />{' '}
                <span>
                  {name}: {reasons[0]}
                  {enlarge !== null && `; ×${enlarge} larger would do`}
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
    </>
  );
};
