import { UnstyledButton } from '@mantine/core';
import { IconFirstAidKit, IconFlask } from '@tabler/icons-react';
import { useState } from 'react';
import type { Candidate } from '@sgraffa/core';
import { Drop } from '../../ui/Drop.tsx';
import { FirstAidLines } from '../../ui/FirstAidLines.tsx';
import { hazardWords } from '../../ui/hazardWords.ts';
import type { PieceModel } from '../piece/usePieceModel.ts';

type Hazard = Candidate['hazards'][number];

/** First aid for some hazards, one press away. */
const FirstAid = ({ hazards, model: { catalogue } }: { hazards: readonly Hazard[]; model: PieceModel }) => {
  const [isOpen, setOpen] = useState(false);
  const ids = [...new Set(hazards.flatMap(({ id }) => catalogue.hazardById.get(id)?.firstAid ?? []))];
  const rows = ids.flatMap((id) => catalogue.firstAidById.get(id) ?? []);
  if (rows.length === 0) return null;
  return (
    <Drop
      opened={isOpen}
      onChange={setOpen}
      width={420}
      position="bottom-start"
      isText
      target={
        <UnstyledButton className="sg-first-aid" onClick={() => setOpen(!isOpen)}>
          <IconFirstAidKit size={18} stroke={1.8} aria-hidden /> First aid
        </UnstyledButton>
      }
    >
      <FirstAidLines rows={rows} />
    </Drop>
  );
};

/** Grave hazards in one line: what, where, what to wear. */
export const HazardLines = ({
  hazards,
  model,
  lead = '',
}: {
  hazards: readonly Hazard[];
  model: PieceModel;
  lead?: string;
}) =>
  hazards.length === 0 ? null : (
    <p className="sg-hazard">
      <IconFlask size={18} stroke={1.8} aria-hidden /> {lead && <b>{lead}</b>}
      {hazardWords(hazards)}. <FirstAid hazards={hazards} model={model} />
    </p>
  );
