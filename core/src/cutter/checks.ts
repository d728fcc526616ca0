import isEqual from 'fast-deep-equal';
import type { MirrorNote } from '../artwork/index.ts';
import { BASIS_WORDS, type Figure } from '../materials/index.ts';
import type { CutterSettings, Workshop } from '../piece/index.ts';
import { formatLength, type LengthUnit } from '../units/index.ts';
import type { TestedSettings } from './cutSoFar.ts';
import type { CutJob } from './jobs.ts';
import type { CutterBed, CutterState } from './state.ts';

export type CheckVerdict = 'good' | 'careful' | 'ask' | 'refuse';

/** One look before a cutter starts. */
export interface CutCheck {
  readonly id: 'bed' | 'film' | 'which' | 'mirrored' | 'guides' | 'finest' | 'settings';
  /** `ask`: only the crafter can say it; until it is said, nothing starts. */
  readonly verdict: CheckVerdict;
  readonly words: string;
}

export interface CutCheckGiven {
  readonly job: CutJob;
  readonly state: Pick<CutterState, 'bed' | 'loaded' | 'status'>;
  /** Of the workshop's cutter; null: not said. */
  readonly workshopBed: Workshop['bed'];
  /** What it is cut from; null while that is not decided. */
  readonly productName: string | null;
  /** Whether the crafter has said that this is what lies in the cutter, with the right side up. */
  readonly isFilmConfirmed: boolean;
  readonly mirror: MirrorNote | null;
  readonly isMirrorConfirmed: boolean;
  /** Of the artwork at its size, mm; null: not measured. */
  readonly strokeMm: number | null;
  readonly webMm: number | null;
  /** What the film holds; null: not known. */
  readonly minStroke: Figure | null;
  readonly minWeb: Figure | null;
  readonly settings: CutterSettings;
  readonly tested: TestedSettings | null;
  readonly unit: LengthUnit;
}

/** The largest cut that can be counted on: what the cutter says, but never more than the workshop says of it. */
export const countedBed = (said: CutterBed, workshop: Workshop['bed']): CutterBed =>
  workshop
    ? { widthMm: Math.min(said.widthMm, workshop.widthMm), lengthMm: Math.min(said.lengthMm, workshop.lengthMm) }
    : said;

type Given = CutCheckGiven & { readonly length: (mm: number) => string };

const bedCheck = ({ job, state: { bed }, workshopBed, length }: Given): CutCheck => {
  const counted = countedBed(bed, workshopBed);
  const size = `${length(job.cutWidthMm)} × ${length(job.cutLengthMm)}`;
  const most = `${length(counted.widthMm)} × ${length(counted.lengthMm)}`;
  const differs = workshopBed !== null && !isEqual(bed, workshopBed);
  const whose = differs
    ? ` The cutter says ${length(bed.widthMm)} × ${length(bed.lengthMm)}, the workshop ${length(workshopBed.widthMm)} × ${length(workshopBed.lengthMm)}: the smaller counts.`
    : '';
  if (job.cutWidthMm > counted.widthMm || job.cutLengthMm > counted.lengthMm)
    return {
      id: 'bed',
      verdict: 'refuse',
      words: `The cut is ${size}, and at most ${most} can be cut: set the largest cut above to that, and it is laid out anew.${whose}`,
    };
  return {
    id: 'bed',
    verdict: differs ? 'careful' : 'good',
    words: `The cut is ${size}, of at most ${most}.${whose}`,
  };
};

const filmCheck = ({ job, state: { loaded, status }, length }: Given): CutCheck => {
  const asked = `${length(Math.ceil(job.widthMm))} × ${length(Math.ceil(job.lengthMm))}`;
  if (!loaded || (status !== 'loaded' && status !== 'cutting' && status !== 'paused'))
    return { id: 'film', verdict: 'refuse', words: `Load film of at least ${asked}: none is sensed.` };
  const sensed = `${length(loaded.widthMm)} × ${length(loaded.lengthMm)}`;
  if (loaded.widthMm < job.widthMm || loaded.lengthMm < job.lengthMm)
    return {
      id: 'film',
      verdict: 'refuse',
      words: `${sensed} of film is sensed, and the sheet needs ${asked}: load a larger piece.`,
    };
  return { id: 'film', verdict: 'good', words: `${sensed} of film is sensed, and the sheet needs ${asked}.` };
};

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

const whichCheck = ({ job, productName, isFilmConfirmed }: Given): CutCheck => {
  const film = job.film ?? productName;
  if (film === null)
    return {
      id: 'which',
      verdict: 'refuse',
      words: 'What it is cut from is not decided yet: choose the layers first.',
    };
  const words = `${job.colour ? `The ${job.colour} one: ` : ''}${film}`;
  return isFilmConfirmed
    ? { id: 'which', verdict: 'good', words: `${capital(words)}, as you said.` }
    : {
        id: 'which',
        verdict: 'ask',
        words: `${capital(words)}: is this what lies in it, with the side up that is cut?`,
      };
};

const mirrorCheck = ({ job, mirror, isMirrorConfirmed }: Given): CutCheck => {
  const is = job.isMirrored ? 'The file is mirrored.' : 'The file is not mirrored.';
  if (mirror && mirror.isMirrored === job.isMirrored)
    return { id: 'mirrored', verdict: 'good', words: `${is} ${mirror.words}` };
  if (isMirrorConfirmed) return { id: 'mirrored', verdict: 'careful', words: `${is} You said that this is right.` };
  const why = mirror?.words ?? 'Which side is cut is known once Match has its layers.';
  return { id: 'mirrored', verdict: 'ask', words: `${is} ${why} Is it right as it is?` };
};

const guidesCheck = ({ job }: Given): CutCheck => ({
  id: 'guides',
  verdict: 'good',
  words:
    job.guides === 1
      ? 'One guide line is left out: the knife cuts the design only.'
      : `${job.guides} guide lines are left out: the knife cuts the design only.`,
});

const finestCheck = ({ strokeMm, webMm, minStroke, minWeb, tested, length }: Given): CutCheck => {
  const found: string[] = [];
  let verdict: CheckVerdict = 'good';
  const hold = (name: string, has: number | null, needs: Figure | null) => {
    if (needs === null || has === null) {
      verdict = 'careful';
      found.push(
        has === null
          ? `The thinnest ${name} is not measured.`
          : `The thinnest ${name} is ${length(has)}; how thin the film holds is not known: cut the test strip first.`,
      );
      return;
    }
    const isHeld = has >= needs.typical;
    if (!isHeld) verdict = 'careful';
    found.push(
      `The thinnest ${name} is ${length(has)}, ${isHeld ? 'and' : 'but'} ${length(needs.typical)} holds (${BASIS_WORDS[needs.basis]}).${isHeld ? '' : ' It may tear: cut the test strip first, or mend it.'}`,
    );
  };
  hold('stroke', strokeMm, minStroke);
  hold('web', webMm, minWeb);
  if (tested && strokeMm !== null && strokeMm < tested.heldMm) {
    verdict = 'careful';
    found.push(`Your last test held from ${length(tested.heldMm)} on.`);
  }
  return { id: 'finest', verdict, words: found.join(' ') };
};

const settingsCheck = ({ settings, tested }: Given): CutCheck => {
  if (settings.speedMmS === null || settings.speedMmS <= 0)
    return { id: 'settings', verdict: 'ask', words: 'How fast does it cut? Say the speed.' };
  if (settings.depthMm === null && settings.forceG === null)
    return { id: 'settings', verdict: 'ask', words: 'How deep does it cut? Say the depth or the force.' };
  if (!tested)
    return {
      id: 'settings',
      verdict: 'careful',
      words: 'No test of this film has held with any settings: cut the test strip first.',
    };
  if (!isEqual(settings, tested.settings))
    return {
      id: 'settings',
      verdict: 'careful',
      words: 'These are not the settings that your last test held with: cut the test strip again.',
    };
  if (!tested.isOfCan)
    return {
      id: 'settings',
      verdict: 'careful',
      words: 'They held in a test of another roll or sheet of this film: cut the test strip of this one.',
    };
  const words =
    settings.blade === null ? 'As your last test held; with which blade was not said.' : 'As your last test held.';
  return { id: 'settings', verdict: 'good', words };
};

/** What is looked at before a job starts, in the order in which it is shown. */
export const checksBeforeCut = (given: CutCheckGiven): CutCheck[] => {
  const all: Given = { ...given, length: (mm) => formatLength(mm, given.unit) };
  return [bedCheck, filmCheck, whichCheck, mirrorCheck, guidesCheck, finestCheck, settingsCheck].map((check) =>
    check(all),
  );
};

/** Whether a job may start: nothing against it, and nothing left to be said. */
export const mayStart = (checks: readonly CutCheck[]): boolean =>
  checks.every(({ verdict }) => verdict === 'good' || verdict === 'careful');
