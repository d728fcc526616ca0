import { Tabs } from '@mantine/core';
import { useState } from 'react';
import { useCut } from '../../workers/sizingClient.ts';
import { SectionPanel } from '../piece/SectionPanel.tsx';
import { usePiece } from '../piece/usePieceModel.ts';
import { AreaPart } from './AreaPart.tsx';
import { CutPart } from './CutPart.tsx';
import { CutPictures } from './CutPictures.tsx';
import { LookedPart } from './LookedPart.tsx';
import { MendsPart } from './MendsPart.tsx';
import { Plate } from './Plate.tsx';
import { PlacePart } from './PlacePart.tsx';
import { SourcePart } from './SourcePart.tsx';
import { useCutOrder } from './useCutOrder.ts';
import { useSizing } from './useSizing.ts';
import './artwork.css';

/** The picture on the left, on the piece or in the cutter; its figures on the right, with the section as a further leaf. */
export const ArtworkStep = () => {
  const { model, pinned, pin } = usePiece();
  const sizing = useSizing(model);
  const ordered = useCutOrder(sizing);
  const cut = useCut(ordered.order);
  const [seen, see] = useState<'piece' | 'cutter'>('piece');
  const { design, openDesign, artwork, placed, here, layers, scale, looked, cutFrom } = sizing;
  const area = model.part.area && placed.data?.ok ? placed.data.area : null;
  const designs = area && placed.data?.ok ? placed.data.designs : [];
  const { designs: all } = model.part;
  const view = cut.data?.ok && ordered.order ? cut.data.view : null;
  // while what it is cut from is still worked out, what speaks against the last order is no answer to this one
  const isUnderWay = model.isReckoning || !model.isSettled || placed.isFetching || cut.isFetching;
  const hasCut = artwork !== null || here !== null || model.part.area !== null;
  return (
    <div className="sg-course">
      {all.length > 1 && (
        <Tabs value={design.id} onChange={(id) => id && openDesign(id)} className="sg-designs">
          <Tabs.List aria-label="Designs on the piece">
            {all.map(({ id, name }) => (
              <Tabs.Tab key={id} value={id}>
                {name}
              </Tabs.Tab>
            ))}
          </Tabs.List>
        </Tabs>
      )}
      <div className="sg-sizing">
        <div className="sg-sizing-picture">
          <Tabs
            value={view ? seen : 'piece'}
            onChange={(value) => value && see(value as typeof seen)}
            className="sg-designs"
          >
            <Tabs.List aria-label="What the picture shows">
              <Tabs.Tab value="piece">On the piece</Tabs.Tab>
              <Tabs.Tab value="cutter" disabled={!view}>
                In the cutter
              </Tabs.Tab>
            </Tabs.List>
          </Tabs>
          {view && seen === 'cutter' ? (
            <CutPictures view={view} settings={model.settings} />
          ) : (
            <>
              <Plate
                settings={model.settings}
                area={area}
                designs={designs}
                openId={design.id}
                layers={layers ?? []}
                rooms={artwork?.rooms ?? null}
                scale={artwork?.rooms ? 1 : scale}
                looked={looked.looked}
                showsIslands={cutFrom.as === 'stencil' && artwork !== null}
              />
              {!area && model.part.area && placed.isFetching && (
                <p className="sg-quiet" role="status">
                  Finding the place of what is on the piece…
                </p>
              )}
              {!area && !artwork && !model.part.area && (
                <p className="sg-quiet">
                  Measure the clear area or choose an artwork: both are drawn here to one scale.
                </p>
              )}
            </>
          )}
        </div>
        <Tabs defaultValue="figures" keepMounted={false} className="sg-designs">
          <Tabs.List aria-label="Beside the picture">
            <Tabs.Tab value="figures">Figures</Tabs.Tab>
            <Tabs.Tab value="section">Section</Tabs.Tab>
          </Tabs.List>
          <Tabs.Panel value="figures">
            <AreaPart key={`area ${model.part.id}`} sizing={sizing} />
            <SourcePart key={`source ${design.id}`} sizing={sizing} />
            <PlacePart sizing={sizing} />
            <LookedPart sizing={sizing} />
            <MendsPart key={`mends ${design.id}`} sizing={sizing} />
            {hasCut && (
              <CutPart
                key={`cut ${design.id}`}
                sizing={sizing}
                ordered={ordered}
                cut={cut.data}
                view={view}
                isUnderWay={isUnderWay}
              />
            )}
          </Tabs.Panel>
          <Tabs.Panel value="section">
            <SectionPanel model={model} pinned={pinned} pin={pin} course="artwork" />
          </Tabs.Panel>
        </Tabs>
      </div>
    </div>
  );
};
