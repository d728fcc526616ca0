import { Select, Switch } from '@mantine/core';
import { facesOf, FACES, isSideArea, type Faces } from '@sgraffa/core';
import { LengthInput } from '../../ui/LengthInput.tsx';
import { RANGES } from '../../ui/ranges.ts';
import { capitalised, FACE_WORDS } from '../../ui/words.ts';
import type { PieceModel } from '../piece/usePieceModel.ts';

const AS_ASKED = 'asAsked';

/** Which faces are worked on: coats, plan and amounts follow from it. */
export const FacesPart = ({ model }: { model: PieceModel }) => {
  const { part, catalogue, changePart } = model;
  const asked = facesOf({ ...part, faces: null }, catalogue);
  if (part.area && isSideArea(part.area))
    return (
      <Switch
        label="The foot is coated too"
        checked={part.footToo}
        onChange={(event) => {
          const footToo = event.currentTarget.checked;
          changePart((kept) => ({ ...kept, footToo }), 'its foot');
        }}
      />
    );
  const { faces } = facesOf(part, catalogue);
  return (
    <div className="sg-fields">
      <Select
        label="Faces worked"
        description={
          part.faces === null
            ? `${capitalised(FACE_WORDS[asked.faces])}, since ${asked.why}.`
            : FACES.indexOf(part.faces) < FACES.indexOf(asked.faces) && `Careful: ${asked.why}.`
        }
        data={[
          { value: AS_ASKED, label: 'as it needs' },
          ...FACES.map((value) => ({ value, label: FACE_WORDS[value] })),
        ]}
        value={part.faces ?? AS_ASKED}
        onChange={(value) =>
          value &&
          changePart((kept) => ({ ...kept, faces: value === AS_ASKED ? null : (value as Faces) }), 'the faces worked')
        }
      />
      {faces !== 'front' && (
        <LengthInput
          label="Thickness"
          description="The edges are coated with it."
          value={part.thicknessMm}
          range={RANGES.thicknessMm}
          onChange={(thicknessMm) => changePart((kept) => ({ ...kept, thicknessMm }), 'the thickness')}
        />
      )}
    </div>
  );
};
