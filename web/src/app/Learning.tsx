import { useEffect } from 'react';
import { useBench } from '../store/bench.ts';
import { forgetLoosePictures } from '../store/pictures.ts';
import { useLearning } from '../workers/learnClient.ts';

/** Learns in the background, and forgets pictures that nothing names any more; fetched once something has happened at the bench. */
const Learning = () => {
  useLearning();
  const events = useBench()?.events;
  useEffect(() => {
    // what cannot be tidied up now is tidied up the next time
    if (events) forgetLoosePictures(events, Date.now()).catch(() => undefined);
  }, [events]);
  return null;
};

export default Learning;
