import { describe, expect, test } from '@jest/globals';
import { changedElsewhere, RefusedError } from './keeper.ts';
import { troubleOf, type Trouble } from './trouble.ts';
import { ClearedError } from './workspaceStore.ts';

const named = (name: string, inner?: Error) => Object.assign(new Error('the machine’s own words'), { name, inner });

describe('what went wrong with the storage is said as what it is', () => {
  test.each<[string, unknown, Trouble['kind']]>([
    ['full', named('QuotaExceededError'), 'full'],
    ['full, told by the transaction that ended with it', named('AbortError', named('QuotaExceededError')), 'full'],
    ['closed under the page', named('DatabaseClosedError'), 'cleared'],
    ['its connection gone', named('InvalidStateError'), 'cleared'],
    ['no storage at all', named('MissingAPIError'), 'blocked'],
    ['forbidden', named('SecurityError'), 'blocked'],
    ['forbidden, told while it was opened', named('OpenFailedError', named('SecurityError')), 'blocked'],
    ['a newer page was there', named('VersionError'), 'newer'],
    ['cleared', new ClearedError({} as never), 'cleared'],
    ['another tab was quicker', changedElsewhere('It was changed.'), 'conflict'],
    ['refused', new RefusedError([{ code: 'x', given: 'A.', allowed: 'b.', todo: 'C.' }]), 'refused'],
    ['something else', new Error('the machine’s own words'), 'other'],
    ['nothing to speak of', undefined, 'other'],
  ])('%s', (_name, error, kind) => {
    const trouble = troubleOf(error);
    expect(trouble.kind).toBe(kind);
    expect(`${trouble.title} ${trouble.words}`).not.toContain('machine');
    expect(trouble.words.length).toBeGreaterThan(5);
  });
});
