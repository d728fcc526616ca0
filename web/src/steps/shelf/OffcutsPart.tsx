import { UnstyledButton } from '@mantine/core';
import { useState } from 'react';
import { canName, canSizeWords, type CanAt } from '@sgraffa/core';
import { useBench, useCatalogue } from '../../store/bench.ts';
import { CanPart } from './CanPart.tsx';
import { fillOf, laidOffcuts, SHELF_SCOPE } from '../../ui/levels.ts';

const WIDTH = 900;

/** Offcuts side by side in true proportion, so that the scrap in the drawer is recognised. */
export const OffcutsPart = ({ offcuts }: { offcuts: readonly CanAt[] }) => {
  const catalogue = useCatalogue();
  const unit = useBench()?.settings.value.length ?? 'mm';
  const [openId, setOpenId] = useState<string | null>(null);
  const sizes = offcuts.flatMap(({ can }) => (can.size?.kind === 'offcut' ? [{ id: can.id, ...can.size }] : []));
  const { laid, height } = laidOffcuts(sizes, WIDTH);
  const of = (id: string) => offcuts.find(({ can }) => can.id === id)!;
  const open = openId !== null ? offcuts.find(({ can }) => can.id === openId) : undefined;
  return (
    <section className="sg-board" aria-label="Offcuts">
      <h2>
        Offcuts <span className="sg-quiet">{offcuts.length}, to one scale</span>
      </h2>
      <div className="sg-offcuts" style={{ aspectRatio: `${WIDTH} / ${height}` }}>
        <svg viewBox={`-2 -2 ${WIDTH + 4} ${height}`} aria-hidden>
          {laid.map(({ id, x, y, width, height: tall }) => {
            const { fill, hatching } = fillOf(of(id).can, catalogue);
            const box = { x, y, width, height: tall };
            return (
              <g key={id}>
                <rect {...box} fill={fill} />
                <rect {...box} fill={`url(#${SHELF_SCOPE}-${hatching})`} />
                <rect {...box} className={id === openId ? 'sg-offcut is-open' : 'sg-offcut'} />
              </g>
            );
          })}
        </svg>
        {laid.map(({ id, x, y, width, height: tall }) => (
          <UnstyledButton
            key={id}
            className="sg-offcut-press"
            aria-expanded={id === openId}
            style={{
              left: `${(100 * x) / WIDTH}%`,
              top: `${(100 * y) / height}%`,
              width: `${(100 * width) / WIDTH}%`,
              height: `${(100 * tall) / height}%`,
            }}
            onClick={() => setOpenId(id === openId ? null : id)}
          >
            <span>
              {canName(of(id).can, catalogue)}
              <br />
              {canSizeWords(of(id).can.size!, unit)}
            </span>
          </UnstyledButton>
        ))}
      </div>
      {open && <CanPart key={open.can.id} at={open} />}
    </section>
  );
};
