import { UnstyledButton } from '@mantine/core';
import { IconBell, IconBellOff } from '@tabler/icons-react';
import { useEffect, useState } from 'react';
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
  // any press or key on the page may wake the sound: what is said of it follows, a moment later
  useEffect(() => {
    let soon: number | undefined;
    const later = () => {
      clearTimeout(soon);
      soon = window.setTimeout(() => setVoices(voicesNow()), 200);
    };
    window.addEventListener('pointerup', later);
    window.addEventListener('keyup', later);
    return () => {
      clearTimeout(soon);
      window.removeEventListener('pointerup', later);
      window.removeEventListener('keyup', later);
    };
  }, []);
  return (
    <p className="sg-bench-voices">
      <UnstyledButton
        className="sg-voice"
        onClick={() => {
          setSilent(!isSilent());
          wakeSound();
          again();
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
