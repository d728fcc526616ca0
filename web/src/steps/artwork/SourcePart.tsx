import { Button, Select, Tabs } from '@mantine/core';
import { useState } from 'react';
import type { ArtworkRecord, ArtworkSource } from '@sgraffa/core';
import type { ReadDrawing } from '../../workers/sizingClient.ts';
import { Drawing } from './DrawingSource.tsx';
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
};

/** Where the artwork comes from: a drawing, words, a set of labels, or one that is there already. */
export const SourcePart = ({ sizing }: { sizing: Sizing }) => {
  const { artwork, artworks, keepArtwork, setDesign } = sizing;
  const [isChanging, setChanging] = useState(false);
  const [kind, setKind] = useState<ArtworkSource['kind']>(artwork?.source.kind ?? 'drawing');
  const [said, say] = useState<Said>(NOTHING);
  const keep = (drawing: ReadDrawing, source: ArtworkSource, name: string) => {
    const record: ArtworkRecord = { id: newId(), name, svg: drawing.svg, source, mends: [] };
    keepArtwork(
      record,
      `the artwork ${name}`,
      artwork ? {} : (kept) => ({ placement: { ...kept.placement, sizing: 'largest' } }),
    );
    setChanging(false);
  };
  const others = artworks.filter(({ id }) => id !== artwork?.id);
  const isOpen = !artwork || isChanging;
  return (
    <>
      <h2 className="sg-rule">The artwork</h2>
      {artwork && (
        <p>
          <b>{artwork.name}</b>
          {artwork.source.kind === 'drawing'
            ? `, from ${artwork.source.file}`
            : artwork.source.kind === 'text'
              ? ', set in letters'
              : `, ${artwork.source.words.length} labels`}
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
              {(['drawing', 'text', 'labels'] as const).map((value) => (
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
              say={say}
              keep={(drawing, source) => keep(drawing, source, nameOf(source.text))}
            />
          )}
          {kind === 'labels' && (
            <Labels
              from={artwork?.source.kind === 'labels' ? artwork.source : null}
              sizing={sizing}
              say={say}
              keep={(drawing, source) => keep(drawing, source, `${source.words.length} labels`)}
            />
          )}
          {others.length > 0 && (
            <Select
              label="Or one that is here already"
              placeholder="none"
              data={others.map(({ id, name }) => ({ value: id, label: name }))}
              value={null}
              onChange={(artworkId) => {
                if (!artworkId) return;
                setDesign({ artworkId }, 'the artwork');
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
            {artwork.source.kind === 'drawing' ? 'Another artwork' : 'Change the words'}
          </Button>
          <Button variant="outline" onClick={() => setDesign({ artworkId: null }, `taking ${artwork.name} off`)}>
            Take it off the piece
          </Button>
        </div>
      )}
    </>
  );
};
