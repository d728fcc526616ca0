import { Button, Modal } from '@mantine/core';
import { Link } from 'react-router';
import { sayWhen } from '@sgraffa/core';
import { useTimers } from '../../timers/useTimers.ts';
import { forgetAcknowledged } from './acknowledged.ts';
import type { BenchModel } from './useBenchModel.ts';

const TOMORROW_MS = 16 * 3_600_000;

/** Before the lights go out: what is under way, and what must not wait until tomorrow. */
export const EndPart = ({ model, now, close }: { model: BenchModel; now: number; close: () => void }) => {
  const timers = useTimers();
  const { session, pieces, open } = model;
  const running = session.filter(({ when }) => when === 'running');
  const urgent = timers.filter(({ until }) => until !== null && Date.parse(until) < now + TOMORROW_MS);
  const instant = new Date(now).toISOString();
  return (
    <Modal opened onClose={close} title="Before you go" size="lg" closeButtonProps={{ 'aria-label': 'Close' }}>
      {urgent.length > 0 && (
        <>
          <h3>Must not wait until tomorrow</h3>
          <ul>
            {urgent.map((timer) => (
              <li key={`${timer.id} ${timer.copies?.join() ?? ''}`}>
                <strong>{timer.label}</strong>, {timer.piece}: by {sayWhen(timer.until!, open?.zone ?? 'UTC', instant)}
              </li>
            ))}
          </ul>
        </>
      )}
      {running.length > 0 && (
        <>
          <h3>Still under way</h3>
          <ul>
            {running.map(({ pieceId, step }) => (
              <li key={`${pieceId} ${step.id}`}>
                {step.label}, {pieces.get(pieceId)?.name}
              </li>
            ))}
          </ul>
        </>
      )}
      {!urgent.length && !running.length && <p>Nothing is under way, and nothing must be done before tomorrow.</p>}
      <p className="sg-quiet">Timers go on while this page is closed, and are told again when it is opened.</p>
      <div className="sg-buttons">
        <Button component={Link} to="/week" size="lg" onClick={forgetAcknowledged}>
          End for today
        </Button>
        <Button variant="outline" size="lg" onClick={close}>
          Go on
        </Button>
      </div>
    </Modal>
  );
};
