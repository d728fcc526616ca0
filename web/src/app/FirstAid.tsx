import { Modal } from '@mantine/core';
import { useCatalogue } from '../store/bench.ts';
import { FirstAidLines } from '../ui/FirstAidLines.tsx';

/** First aid for people: one press away on every page, before anything is said of the piece. */
const FirstAid = ({ close }: { close: () => void }) => (
  <Modal opened onClose={close} title="First aid" size="lg" closeButtonProps={{ 'aria-label': 'Close' }}>
    <FirstAidLines rows={useCatalogue().firstAid} />
  </Modal>
);

export default FirstAid;
