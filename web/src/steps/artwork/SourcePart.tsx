import { Button, Select, Tabs } from '@mantine/core';
import { useState } from 'react';
import { isMadeForArea, NO_ARTWORK, type ArtworkRecord, type ArtworkSource } from '@sgraffa/core';
import type { ReadDrawing } from '../../workers/sizingClient.ts';
import { Blank, Pattern } from './AreaSources.tsx';
import { Drawing } from './DrawingSource.tsx';
import { NameInto } from './NameInto.tsx';
import { HeavierPart } from './HeavierPart.tsx';
import type { LabelSource, TextSource } from './labelSet.ts';
import type { Said } from './said.ts';
import type { Sizing } from './useSizing.ts';
import { Labels, PLAIN_TEXT, Words } from './WordsSource.tsx';

const newId = (): string => `art-${crypto.randomUUID().slice(0, 8)}`;
const nameOf = (text: string): string => text.trim().replace(/\s+/g, ' ').slice(0, 60) || 'artwork';

const NOTHING: Said = { problems: null, notices: [] };

const SOURCE_WORDS: Readonly<Record<ArtworkSource['kind'], string>> = {
  drawing: 'A drawing',
  text: 'Words',
  labels: 'A set of labels',
  pattern: 'A pattern',
  blank: 'A plain field',
};
const SOURCES = ['drawing', 'text', 'labels', 'pattern', 'blank'] as const;

/** Where an artwork came from, in words after its name. */
const fromWords = ({ source, rooms }: ArtworkRecord): string => {
  switch (source.kind) {
    case 'drawing':
      return `, from ${source.file}`;
    case 'text':
      return ', set in letters';
    case 'labels':
      return rooms
        ? `, ${source.words.length} labels, ${source.perPiece === 1 ? 'one' : source.perPiece} a piece`
        : `, ${source.words.length} labels in one drawing: set them again to have each by itself`;
    case 'pattern':
      return ', repeated over the area';
    case 'blank':
      return ', all of the clear area';
  }
};

/** How an artwork of a kind is first sized: as typed or made, else as large as fits. */
const sizingOf = (source: ArtworkSource): 'said' | 'largest' =>
  source.kind === 'drawing' || (source.kind === 'text' && source.letterHeightMm === null) ? 'largest' : 'said';

/** Where the artwork comes from: a drawing, words, a set of labels, or one that is there already. */
export const SourcePart = ({ sizing }: { sizing: Sizing }) => {
  const { artwork, artworks, keepArtwork, setDesign } = sizing;
  const [isChanging, setChanging] = useState(false);
  const [kind, setKind] = useState<ArtworkSource['kind']>(artwork?.source.kind ?? 'drawing');
  const [said, say] = useState<Said>(NOTHING);
  const keep = (drawing: ReadDrawing, source: ArtworkSource, name: string) => {
    const record: ArtworkRecord = {
      id: newId(),
      name,
      svg: drawing.svg,
      source,
      rooms: drawing.rooms && drawing.rooms.map((room) => ({ ...room })),
      mends: [],
    };
    const keepsSize = artwork?.source.kind === 'drawing' && source.kind === 'drawing';
    keepArtwork(
      record,
      `the artwork ${name}`,
      (kept) => ({
        ...(keepsSize ? { scale: kept.scale } : { scale: 1 }),
        placement: {
          ...kept.placement,
          sizing: keepsSize ? kept.placement.sizing : sizingOf(source),
          ...(isMadeForArea(source) ? { turnDeg: 0, nudgeXMm: 0, nudgeYMm: 0, widthShare: null } : {}),
        },
      }),
      source.kind === 'labels' ? { quantity: Math.ceil(source.words.length / source.perPiece) } : {},
    );
    setChanging(false);
  };
  const keepLabels = (drawing: ReadDrawing, source: LabelSource) =>
    keep(drawing, source, `${source.words.length} labels`);
  const keepWords = (drawing: ReadDrawing, source: TextSource) => keep(drawing, source, nameOf(source.text));
  const others = artworks.filter(({ id }) => id !== artwork?.id);
  const isOpen = !artwork || isChanging;
  return (
    <>
      <h2 className="sg-rule">The artwork</h2>
      {artwork && (
        <p>
          <b>{artwork.name}</b>
          {fromWords(artwork)}
          {artwork.mends.length > 0 && <span className="sg-quiet">; since then: {artwork.mends.join('; ')}</span>}
        </p>
      )}
      {said.found && <p role="status">{said.found}</p>}
      {said.notices.length > 0 && (
        <ul className="sg-notices">
          {said.notices.map((notice) => (
            <li key={notice}>{notice}</li>
          ))}
        </ul>
      )}
      {said.problems && (
        <p role="alert" className="sg-refused">
          {said.problems}
        </p>
      )}
      {isOpen ? (
        <>
          <Tabs
            value={kind}
            onChange={(value) => value && setKind(value as ArtworkSource['kind'])}
            className="sg-designs"
          >
            <Tabs.List aria-label="Where the artwork comes from">
              {SOURCES.map((value) => (
                <Tabs.Tab key={value} value={value}>
                  {SOURCE_WORDS[value]}
                </Tabs.Tab>
              ))}
            </Tabs.List>
          </Tabs>
          {kind === 'drawing' && (
            <Drawing
              say={say}
              keep={(drawing, file) =>
                keep(drawing, { kind: 'drawing', file: file.slice(0, 200) }, nameOf(file.replace(/\.svg$/i, '')))
              }
            />
          )}
          {kind === 'text' && (
            <Words
              from={artwork?.source.kind === 'text' ? artwork.source : PLAIN_TEXT}
              sizing={sizing}
              say={say}
              keep={keepWords}
            />
          )}
          {kind === 'labels' && (
            <Labels
              from={artwork?.source.kind === 'labels' ? artwork.source : null}
              sizing={sizing}
              say={say}
              keep={keepLabels}
            />
          )}
          {kind === 'pattern' && (
            <Pattern
              from={artwork?.source.kind === 'pattern' ? artwork.source : null}
              sizing={sizing}
              say={say}
              keep={(drawing, source, motif) => keep(drawing, source, nameOf(`${motif.name}, repeated`))}
            />
          )}
          {kind === 'blank' && (
            <Blank sizing={sizing} say={say} keep={(drawing) => keep(drawing, { kind: 'blank' }, 'plain field')} />
          )}
          {others.length > 0 && (kind === 'drawing' || kind === 'pattern') && (
            <Select
              label="Or one that is here already"
              placeholder="none"
              data={others.map(({ id, name }) => ({ value: id, label: name }))}
              value={null}
              onChange={(artworkId) => {
                if (!artworkId) return;
                setDesign({ ...NO_ARTWORK, artworkId }, 'the artwork');
                setChanging(false);
              }}
            />
          )}
          {artwork && (
            <Button variant="subtle" onClick={() => setChanging(false)}>
              Leave it as it is
            </Button>
          )}
        </>
      ) : (
        <div className="sg-buttons">
          <Button
            variant="outline"
            onClick={() => {
              setKind(artwork.source.kind);
              setChanging(true);
            }}
          >
            {artwork.source.kind === 'text' || artwork.source.kind === 'labels'
              ? 'Change the words'
              : 'Another artwork'}
          </Button>
          {(artwork.source.kind === 'pattern' || artwork.source.kind === 'drawing') && (
            <NameInto artwork={artwork} sizing={sizing} />
          )}
          {(artwork.source.kind === 'labels' || artwork.source.kind === 'text') && (
            <HeavierPart
              words={artwork.source}
              sizing={sizing}
              say={say}
              keepLabels={keepLabels}
              keepWords={keepWords}
            />
          )}
          <Button variant="outline" onClick={() => setDesign({ ...NO_ARTWORK }, `taking ${artwork.name} off`)}>
            Take it off the piece
          </Button>
        </div>
      )}
    </>
  );
};
