import { Button, Select } from '@mantine/core';
import { useState } from 'react';
import { figureLabel, figuresIn, type Can, type Override, type Product } from '@sgraffa/core';
import { FigureForm } from '../../ui/FigureForm.tsx';
import { capitalised } from '../../ui/words.ts';

const valueWords = ({ value, unit }: Override): string =>
  unit === 'word' ? String(value) : `${Array.isArray(value) ? value.join('–') : String(value)} ${unit}`;

/** What stands on the label of one can: it goes before the crafter's other figures, and before the catalogue's. */
export const LabelPart = ({
  can,
  product,
  keep,
}: {
  can: Can;
  product: Product;
  keep: (figures: readonly Override[], what: string) => Promise<void>;
}) => {
  const [path, setPath] = useState<string | null>(null);
  // classes and ranks stand on no label
  const found = figuresIn(product).filter(({ figure: { unit } }) => unit !== 'class' && unit !== 'ranks');
  const open = found.find((one) => one.path === path);
  return (
    <>
      <h3>On its own label</h3>
      <p className="sg-quiet">
        Goes for the pieces for which this one is chosen; for all that take {product.name} where no other stands here.
      </p>
      {can.figures.length > 0 && (
        <ul className="sg-plain-list">
          {can.figures.map((override) => {
            const label = figureLabel(override.figure.slice(override.figure.indexOf('.') + 1));
            return (
              <li key={override.figure}>
                {capitalised(label)}: {valueWords(override)}{' '}
                <Button
                  variant="outline"
                  size="compact-md"
                  onClick={() =>
                    void keep(
                      can.figures.filter(({ figure }) => figure !== override.figure),
                      `taking ${label} back`,
                    )
                  }
                >
                  Take back
                </Button>
              </li>
            );
          })}
        </ul>
      )}
      <Select
        label="A figure of its label"
        placeholder="recoat, cover, cure…"
        searchable
        data={found.map((one) => ({ value: one.path, label: capitalised(one.label) }))}
        value={path}
        onChange={setPath}
        clearable
      />
      {open && (
        <FigureForm
          key={open.path}
          id={product.id}
          found={open}
          isLabel
          onKeep={async (override) => {
            await keep(
              [...can.figures.filter(({ figure }) => figure !== override.figure), override],
              `${open.label} on the label`,
            );
            setPath(null);
          }}
        />
      )}
    </>
  );
};
