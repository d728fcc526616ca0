import { Section } from '../../ui/section/Section.tsx';
import type { FaultSection } from './faultSections.ts';

/** A small section with what went wrong drawn into it. */
export const FaultPicture = ({ fault: { model, lines, filled } }: { fault: FaultSection }) => (
  <Section
    model={model}
    small
    over={
      <>
        {filled && <path d={filled} className="sg-fault-filled" />}
        <path d={lines} className="sg-fault-lines" />
      </>
    }
  />
);
