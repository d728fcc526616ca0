/** What this browser lets an alarm do, and what it does not. */
export interface Voices {
  readonly sound: 'on' | 'silent' | 'blocked' | 'missing';
  readonly notice: 'on' | 'ask' | 'blocked' | 'missing';
  readonly awake: 'on' | 'missing';
}

let context: AudioContext | null = null;
const SILENT_KEY = 'sgraffa-silent';

const kept = (key: string): string | null => {
  try {
    return localStorage.getItem(key);
  } catch {
    return null;
  }
};

export const isSilent = (): boolean => kept(SILENT_KEY) === 'yes';
export const setSilent = (silent: boolean): void => {
  try {
    localStorage.setItem(SILENT_KEY, silent ? 'yes' : 'no');
  } catch {
    // storage that is blocked: it is as before on the next page
  }
};

/** Browsers let a page sound only after somebody has pressed something on it: called with every large action. */
export const wakeSound = (): void => {
  if (typeof AudioContext === 'undefined') return;
  context ??= new AudioContext();
  if (context.state === 'suspended') context.resume().catch(() => undefined);
};

export const voicesNow = (): Voices => ({
  sound:
    typeof AudioContext === 'undefined'
      ? 'missing'
      : isSilent()
        ? 'silent'
        : context?.state === 'running'
          ? 'on'
          : 'blocked',
  notice:
    typeof Notification === 'undefined'
      ? 'missing'
      : ({ granted: 'on', denied: 'blocked', default: 'ask' } as const)[Notification.permission],
  awake: 'wakeLock' in navigator ? 'on' : 'missing',
});

const NOTES = [659, 523, 659, 523] as const;
const NOTE_S = 0.22;

/** Four knocks in two pitches. */
const sound = (): void => {
  if (!context || context.state !== 'running' || isSilent()) return;
  const begins = context.currentTime;
  NOTES.forEach((pitch, index) => {
    const at = begins + index * NOTE_S * 1.4;
    const tone = context!.createOscillator();
    const loud = context!.createGain();
    tone.type = 'triangle';
    tone.frequency.value = pitch;
    loud.gain.setValueAtTime(0, at);
    loud.gain.linearRampToValueAtTime(0.5, at + 0.02);
    loud.gain.exponentialRampToValueAtTime(0.001, at + NOTE_S);
    tone.connect(loud).connect(context!.destination);
    tone.start(at);
    tone.stop(at + NOTE_S);
  });
};

/** Rings: sound and notice, each where it is allowed; the flash and the title are the strip's. */
export const ring = (id: string, title: string, words: string): void => {
  sound();
  if (voicesNow().notice !== 'on') return;
  try {
    new Notification(title, { body: words, tag: id });
  } catch {
    // a browser that lets only service workers tell: the page itself shows it
  }
};
