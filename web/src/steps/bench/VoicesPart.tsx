import { UnstyledButton } from '@mantine/core';
import { IconBell, IconBellOff } from '@tabler/icons-react';
import { useState } from 'react';
import { isSilent, setSilent, voicesNow, wakeSound } from '../../timers/ring.ts';

const SOUND_WORDS = {
  on: 'Sound is on',
  silent: 'Sound is off',
  blocked: 'Press anything here, and alarms may sound',
  missing: 'This browser has no sound: watch the bands',
} as const;
const NOTICE_WORDS = {
  on: 'and a notice shows behind other windows',
  ask: '',
  blocked: '; notices are blocked in this browser’s settings',
  missing: '; this browser shows no notices',
} as const;

/** What an alarm may do here, and what it may not. */
export const VoicesPart = () => {
  const [voices, setVoices] = useState(voicesNow);
  const again = () => setVoices(voicesNow());
  return (
    <p className="sg-bench-voices">
      <UnstyledButton
        className="sg-voice"
        onClick={() => {
          setSilent(!isSilent());
          wakeSound();
          // the sound may start a moment later
          setTimeout(again, 200);
        }}
      >
        {voices.sound === 'silent' ? <IconBellOff size={20} aria-hidden /> : <IconBell size={20} aria-hidden />}
        {SOUND_WORDS[voices.sound]}
        {voices.sound === 'on' || voices.sound === 'blocked' ? ' ' : ''}
        {NOTICE_WORDS[voices.notice]}
      </UnstyledButton>
      {voices.notice === 'ask' && (
        <UnstyledButton className="sg-voice" onClick={() => void Notification.requestPermission().then(again)}>
          Also when this page is behind others
        </UnstyledButton>
      )}
    </p>
  );
};
