import { usersCatalogue, type Catalogue } from '../materials/index.ts';
import { failed, problemsFromZod, type Outcome, type Problem } from '../problem/index.ts';
import { workspaceSchema, WORKSPACE_VERSION, type Workspace } from './schema.ts';
import { unsaidAgain } from './unsaid.ts';

/** Largest file that is read, in characters. */
const MAX_LENGTH = 80_000_000;
const MOST_PROBLEMS = 8;

type Migration = (older: Record<string, unknown>) => Record<string, unknown>;

/** From a version to the next; every version ever released keeps its entry and its stored example. */
const MIGRATIONS: Readonly<Record<number, Migration>> = {
  // 2: the user's own products, figures and trials, artworks; skin, reuse of the stencil, the cutter's bed, clear areas and places of designs
  // get their defaults from the schema
  1: (older) => ({ ...older, ownProducts: [], overrides: [], trials: [], artworks: [] }),
  // 3: what nobody has said is unknown and no longer harmless; wishes, sides and lead tests get their defaults from the schema
  2: (older) => ({
    ...older,
    pieces: Array.isArray(older['pieces']) ? older['pieces'].map(unsaidAgain) : older['pieces'],
  }),
};

const NOTHING_CHANGED = 'Nothing was changed. Export the file again from where it came from, or mend that field.';

const parsed = (json: string): Outcome<{ value: unknown }> => {
  if (json.length > MAX_LENGTH)
    return failed({
      code: 'file-too-large',
      given: `A file of ${json.length} characters.`,
      allowed: `at most ${MAX_LENGTH} characters.`,
      todo: NOTHING_CHANGED,
    });
  try {
    return { ok: true, value: JSON.parse(json) };
  } catch (error) {
    return failed({
      code: 'not-json',
      given: `The file does not read as JSON (${error instanceof Error ? error.message : 'unreadable'}).`,
      allowed: 'a whole workspace file as Sgraffa exports it.',
      todo: 'Nothing was changed. It may have been cut short: export or download it again.',
    });
  }
};

const migrated = (value: unknown): Outcome<{ value: unknown }> => {
  if (typeof value !== 'object' || value === null || Array.isArray(value) || !('version' in value))
    return failed({
      code: 'not-a-workspace',
      given: 'The file holds no workspace.',
      allowed: 'a file with a "version", as Sgraffa exports it.',
      todo: NOTHING_CHANGED,
    });
  let document = value as Record<string, unknown>;
  const { version } = document;
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1)
    return failed({
      code: 'bad-version',
      at: 'version',
      given: `${JSON.stringify(version)} was given.`,
      allowed: `a whole number from 1 to ${WORKSPACE_VERSION}.`,
      todo: NOTHING_CHANGED,
    });
  if (version > WORKSPACE_VERSION)
    return failed({
      code: 'future-version',
      at: 'version',
      given: `The file is of version ${version}.`,
      allowed: `versions 1 to ${WORKSPACE_VERSION}.`,
      todo: 'Nothing was changed. Open it in a newer Sgraffa.',
    });
  for (let from = version; from < WORKSPACE_VERSION; from += 1)
    document = { ...MIGRATIONS[from]!(document), version: from + 1 };
  return { ok: true, value: document };
};

/** References that no schema can see: unknown materials, ids that stand twice, events about nothing. */
const brokenReferences = (workspace: Workspace, catalogue: Catalogue): Problem[] => {
  const problems: Problem[] = [];
  const complain = (at: string, given: string, allowed: string) =>
    problems.push({ code: 'broken-reference', at, given, allowed, todo: NOTHING_CHANGED });
  const seen = new Set<string>();
  const artworkIds = new Set(workspace.artworks.map(({ id }) => id));
  workspace.pieces.forEach((piece, index) => {
    const at = `pieces.${index}`;
    if (seen.has(piece.id)) complain(`${at}.id`, `"${piece.id}" stands twice.`, 'an id of its own for every piece.');
    seen.add(piece.id);
    piece.parts.forEach(({ surface, stack, designs }, partIndex) => {
      const part = `${at}.parts.${partIndex}`;
      for (const { artworkId } of designs)
        if (artworkId !== null && !artworkIds.has(artworkId))
          complain(`${part}.designs`, `The artwork "${artworkId}" was given.`, 'the id of an artwork in the file.');
      if (surface.base === 'own' ? !surface.own : !catalogue.baseById.has(surface.base))
        complain(
          `${part}.surface.base`,
          `"${surface.base}" was given.`,
          'a material of the catalogue, or "own" with its properties.',
        );
      for (const { finish } of surface.existing)
        if (!catalogue.finishById.has(finish))
          complain(`${part}.surface.existing`, `"${finish}" was given.`, 'a finish of the catalogue.');
      for (const { methodId } of stack ? [stack, ...(stack.others ?? [])] : [])
        if (!catalogue.methodById.has(methodId))
          complain(`${part}.stack.methodId`, `"${methodId}" was given.`, 'a method of the catalogue.');
      stack?.operations.forEach((operation, position) => {
        if (
          operation.op !== 'treat' &&
          operation.productId !== undefined &&
          !catalogue.productById.has(operation.productId)
        )
          complain(
            `${part}.stack.operations.${position}.productId`,
            `"${operation.productId}" was given.`,
            'a product of the catalogue.',
          );
      });
    });
  });
  workspace.events.forEach(({ pieceId }, index) => {
    if (!seen.has(pieceId))
      complain(`events.${index}.pieceId`, `"${pieceId}" was given.`, 'the id of a piece in the file.');
  });
  return problems;
};

/**
 * Reads a workspace file: whole or not at all.
 *
 * @param json the file's text
 * @returns the workspace in today's version; or problems, each naming the field, what it held and what is allowed
 */
export const readWorkspace = (json: string, catalogue: Catalogue): Outcome<{ workspace: Workspace }> => {
  const text = parsed(json);
  if (!text.ok) return text;
  const document = migrated(text.value);
  if (!document.ok) return document;
  const read = workspaceSchema.safeParse(document.value);
  if (!read.success)
    return failed(...problemsFromZod(read.error, document.value, NOTHING_CHANGED).slice(0, MOST_PROBLEMS));
  const users = usersCatalogue(catalogue, read.data);
  if (!users.ok) return users;
  const broken = brokenReferences(read.data, users.catalogue);
  return broken.length ? failed(...broken.slice(0, MOST_PROBLEMS)) : { ok: true, workspace: read.data };
};
