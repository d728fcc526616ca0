import { useLearning } from '../workers/learnClient.ts';

/** Learns in the background; fetched once something has happened at the bench. */
const Learning = () => {
  useLearning();
  return null;
};

export default Learning;
