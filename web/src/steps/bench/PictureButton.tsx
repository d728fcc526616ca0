import { Button, Kbd } from '@mantine/core';
import { useRef, useState } from 'react';
import { problemSentence } from '@sgraffa/core';
import { noteOf } from '../../store/events.ts';
import { keepPicture } from '../../store/pictures.ts';
import { benchNow } from '../../timers/useTimers.ts';
import { useMark } from '../../ui/stepMarks.ts';
import type { OpenStep } from './useBenchModel.ts';
import { tell } from '../../ui/tell.ts';

const CAMERA = 'sg-camera';
/** Asks the browser for a picture: the button's key does so too. */
export const openCamera = (): void => document.getElementById(CAMERA)?.click();

/** Takes a picture of the step: by the camera where the device has one, else from a file. */
export const PictureButton = ({ open }: { open: OpenStep }) => {
  const mark = useMark();
  const camera = useRef<HTMLInputElement>(null);
  const [isBusy, setBusy] = useState(false);
  const take = async (files: FileList | null) => {
    const [file] = files ?? [];
    if (!file) return;
    setBusy(true);
    const at = benchNow();
    const kept = await keepPicture(file, at);
    setBusy(false);
    if (camera.current) camera.current.value = '';
    if (!kept.ok) {
      tell({
        title: 'No picture was kept',
        message: kept.problems.map(problemSentence).join(' '),
        autoClose: false,
      });
      return;
    }
    const event = noteOf(open.piece.id, open.step, at, '', [kept.picture.id]);
    if (await mark([event], 'a picture', at)) tell({ message: 'The picture is kept with this step.' });
  };
  return (
    <>
      <input
        ref={camera}
        id={CAMERA}
        type="file"
        accept="image/*"
        capture="environment"
        hidden
        aria-label="Picture of the step"
        onChange={(event) => void take(event.currentTarget.files)}
      />
      <Button variant="outline" size="xl" loading={isBusy} onClick={openCamera}>
        Picture <Kbd>p</Kbd>
      </Button>
    </>
  );
};
