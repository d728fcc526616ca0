import type { Catalogue } from '../materials/index.ts';
import { failed, type Outcome } from '../problem/index.ts';
import { MAX_LENGTH, readWorkspace } from './readWorkspace.ts';
import type { Workspace } from './schema.ts';
import { writeWorkspace } from './writeWorkspace.ts';

/**
 * Writes a workspace as a file and reads that file back: what is exported can be imported.
 *
 * @returns the text; or problems, where the file would be too large or would not be read as the same again
 */
export const exportWorkspace = (workspace: Workspace, catalogue: Catalogue): Outcome<{ text: string }> => {
  const text = writeWorkspace(workspace);
  if (text.length > MAX_LENGTH) {
    const largest = [...workspace.artworks].sort((left, right) => right.svg.length - left.svg.length).slice(0, 3);
    return failed({
      code: 'file-too-large',
      given: `The file would have ${text.length} characters.`,
      allowed: `at most ${MAX_LENGTH}, so that it can be read again.`,
      todo: `Simplify the largest drawings (${largest.map(({ name }) => `“${name}”`).join(', ')}), or delete pieces that are done.`,
    });
  }
  const read = readWorkspace(text, catalogue);
  if (!read.ok) return read;
  return writeWorkspace(read.workspace) === text
    ? { ok: true, text }
    : failed({
        code: 'not-the-same',
        given: 'The file does not read back as what is kept.',
        allowed: 'a file that gives the same workspace again.',
        todo: 'Nothing was saved. Load the page again and export once more.',
      });
};
