import { Tabs } from '@mantine/core';
import { usePiece } from '../piece/usePieceModel.ts';
import { AreaPart } from './AreaPart.tsx';
import { CutPart } from './CutPart.tsx';
import { LookedPart } from './LookedPart.tsx';
import { MendsPart } from './MendsPart.tsx';
import { Plate } from './Plate.tsx';
import { PlacePart } from './PlacePart.tsx';
import { SourcePart } from './SourcePart.tsx';
import { useSizing } from './useSizing.ts';
import './artwork.css';

/** The clear area, the artwork on it, what it is like at that size, its mends, and what goes to the cutter. */
export const ArtworkStep = () => {
  const { model } = usePiece();
  const sizing = useSizing(model);
  const { design, openDesign, artwork, placed, here, layers, scale, looked, cutFrom } = sizing;
  const area = model.part.area && placed.data?.ok ? placed.data.area : null;
  const designs = placed.data?.ok ? placed.data.designs : [];
  const { designs: all } = model.part;
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
      <Plate
        settings={model.settings}
        area={area}
        designs={designs}
        openId={design.id}
        layers={layers ?? []}
        scale={scale}
        looked={looked.looked}
        showsIslands={cutFrom.as === 'stencil' && artwork !== null}
      />
      <AreaPart key={`area ${model.part.id}`} sizing={sizing} />
      <SourcePart key={`source ${design.id}`} sizing={sizing} />
      <PlacePart sizing={sizing} />
      <LookedPart sizing={sizing} />
      <MendsPart key={`mends ${design.id}`} sizing={sizing} />
      {(artwork !== null || here !== null || model.part.area !== null) && (
        <CutPart key={`cut ${design.id}`} sizing={sizing} />
      )}
    </div>
  );
};
