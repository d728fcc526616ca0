import { Button, FileButton, Select } from '@mantine/core';
import { useState } from 'react';
import { problemSentence } from '@sgraffa/core';
import { FACE_NAMES } from '../../workers/faceNames.ts';
import { askOfFace, ownFace } from '../../workers/sizingClient.ts';

const FACES = Object.entries(FACE_NAMES).map(([value, label]) => ({ value, label }));

/** A face of the crafter's own: its file is read here and only its outlines are kept. */
export const FaceSelect = ({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string;
  onChange: (face: string) => void;
}) => {
  const [own, setOwn] = useState<{ id: string; name: string } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const open = async (file: File) => {
    const bytes = new Uint8Array(await file.arrayBuffer());
    const id = ownFace(file.name);
    const read = await askOfFace(id, (worker) => worker.openOwnFont(id, bytes));
    if (!read.ok) return setProblem(read.problems.map(problemSentence).join(' '));
    setProblem(null);
    setOwn({ id, name: read.name });
    onChange(id);
  };
  const data = [...FACES, ...(own ? [{ value: own.id, label: own.name }] : [])];
  return (
    <div>
      <Select
        label={label}
        description="Those that ship with it may be cut and sold."
        data={
          data.some((face) => face.value === value)
            ? data
            : [...data, { value, label: `${value}: choose its file again` }]
        }
        value={value}
        onChange={(face) => face && onChange(face)}
      />
      <FileButton accept=".ttf,.otf,.woff,.woff2" onChange={(file) => file && void open(file)}>
        {(props) => (
          <Button variant="subtle" size="compact-md" {...props}>
            A font file of your own
          </Button>
        )}
      </FileButton>
      {problem && (
        <p role="alert" className="sg-refused">
          {problem}
        </p>
      )}
    </div>
  );
};
