import { fittingProducts, overlay, usersCatalogue, type Catalogue } from '../materials/index.ts';
import { failed, readBySchema, readJson, type Outcome, type Problem } from '../problem/index.ts';
import { noteRead, readRecord, RECORD_NAMES, RECORDS, type RecordName, type RecordOf } from './records.ts';
import { mendedCan, mendedEvent, mendedPiece, mendedTrial, mendedUse, partsOf, type Mended } from './references.ts';
import { kindEach } from './kindEach.ts';
import { onePartEach } from './onePart.ts';
import { oneSizeEach } from './oneSize.ts';
import { onTheShelf } from './onTheShelf.ts';
import { workspaceSchema, WORKSPACE_VERSION, type Workspace } from './schema.ts';
import { unsaidAgain } from './unsaid.ts';

/** Largest file that is read and written, in characters. */
export const MAX_LENGTH = 80_000_000;
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
  // 4: one part a piece; what a trial came to, and which step it was, get their defaults from the schema
  3: onePartEach,
  // 5: the clear size is the measured area's; how a design is cut, and its share of the width, get their defaults from the schema
  4: oneSizeEach,
  // 6: what is on the shelf are cans of their own
  5: onTheShelf,
  // 7: marks are events of several kinds
  6: kindEach,
  // 8: repairs and washes are events; how cards are printed gets its default from the schema
  7: (older) => older,
  // 9: a design may be wanted in a colour, which nobody could say before
  8: (older) => older,
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
  return readJson(
    json,
    'a whole workspace file as Sgraffa exports it.',
    'Nothing was changed. It may have been cut short: export or download it again.',
  );
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

/** A document whose records fit its schema, before their references have been followed. */
interface Examined {
  readonly workspace: Workspace;
  /** What was broken, and is left out of the workspace. */
  readonly broken: readonly Problem[];
}

const mendedAll = <Value>(values: readonly Value[], mend: (value: Value, index: number) => Mended<Value>) => {
  const mended = values.map(mend);
  return {
    kept: mended.flatMap(({ value }) => (value === null ? [] : [value])),
    broken: mended.flatMap(({ broken }) => broken),
  };
};

const onceById = <Name extends RecordName>(name: Name, values: readonly RecordOf<Name>[]) => {
  const { idOf, one } = RECORDS[name];
  const seen = new Set<string>();
  const broken: Problem[] = [];
  const kept = values.filter((value, index) => {
    const id = (idOf as (value: RecordOf<Name>) => string)(value);
    if (!seen.has(id)) return Boolean(seen.add(id));
    broken.push({
      code: 'broken-reference',
      at: `${name}.${index}.${'figure' in value ? 'figure' : 'id'}`,
      given: `"${id}" stands twice.`,
      allowed: `an id of its own for ${one}.`,
      todo: NOTHING_CHANGED,
    });
    return false;
  });
  return { kept, broken };
};

/** Products and figures of the user's own that fit the catalogue, with the catalogue that they make. */
const fittingOwn = (workspace: Workspace, catalogue: Catalogue) => {
  const { fitting, problems } = fittingProducts(catalogue, workspace.ownProducts);
  const beside = usersCatalogue(catalogue, { ownProducts: fitting, overrides: [] });
  if (!beside.ok) throw new RangeError('Products that fit make no catalogue.');
  const laid = overlay(beside.catalogue, workspace.overrides);
  if (laid.ok)
    return { ownProducts: [...fitting], overrides: workspace.overrides, catalogue: laid.catalogue, problems };
  const misfits = new Set(laid.problems.map(({ at }) => at));
  const overrides = workspace.overrides.filter(({ figure }) => !misfits.has(figure));
  const read = overlay(beside.catalogue, overrides);
  return {
    ownProducts: [...fitting],
    overrides: read.ok ? overrides : [],
    catalogue: read.ok ? read.catalogue : beside.catalogue,
    problems: [...problems, ...laid.problems],
  };
};

/** Follows every reference of a workspace: unknown materials, ids that stand twice, marks of nothing. */
const examined = (workspace: Workspace, catalogue: Catalogue): Examined => {
  const once = Object.fromEntries(RECORD_NAMES.map((name) => [name, onceById(name, workspace[name])])) as {
    [Name in RecordName]: { kept: RecordOf<Name>[]; broken: Problem[] };
  };
  const own = fittingOwn(
    { ...workspace, ownProducts: once.ownProducts.kept, overrides: once.overrides.kept },
    catalogue,
  );
  const artworkIds = new Set(once.artworks.kept.map(({ id }) => id));
  const canIds = new Set(once.shelf.kept.map(({ id }) => id));
  const known = { catalogue: own.catalogue, artworkIds, canIds, partsOf: partsOf(once.pieces.kept) };
  const pieces = mendedAll(once.pieces.kept, (piece, index) => mendedPiece(piece, known, `pieces.${index}`));
  const standing = { ...known, partsOf: partsOf(pieces.kept) };
  const events = mendedAll(once.events.kept, (event, index) => mendedEvent(event, standing, `events.${index}`));
  const trials = mendedAll(once.trials.kept, (trial, index) => mendedTrial(trial, known, `trials.${index}`));
  const shelf = mendedAll(once.shelf.kept, (can, index) => mendedCan(can, known, `shelf.${index}`));
  const uses = mendedAll(once.uses.kept, (use, index) => mendedUse(use, standing, `uses.${index}`));
  return {
    workspace: {
      ...workspace,
      pieces: pieces.kept,
      events: events.kept,
      trials: trials.kept,
      artworks: once.artworks.kept,
      ownProducts: own.ownProducts,
      overrides: own.overrides,
      shelf: shelf.kept,
      uses: uses.kept,
    },
    broken: [
      ...RECORD_NAMES.flatMap((name) => once[name].broken),
      ...own.problems,
      ...[pieces, events, trials, shelf, uses].flatMap(({ broken }) => broken),
    ],
  };
};

/** The file's text as a document of today's version. */
const documentOf = (json: string): Outcome<{ value: unknown }> => {
  const text = parsed(json);
  return text.ok ? migrated(text.value) : text;
};

const noteWhole = (workspace: Workspace): Workspace => {
  for (const name of RECORD_NAMES) noteRead(workspace[name]);
  noteRead([workspace.settings]);
  return workspace;
};

/**
 * Reads a workspace file: whole or not at all.
 *
 * @param json the file's text
 * @returns the workspace in today's version; or problems, each naming the field, what it held and what is allowed
 */
export const readWorkspace = (json: string, catalogue: Catalogue): Outcome<{ workspace: Workspace }> => {
  const document = documentOf(json);
  if (!document.ok) return document;
  const read = readBySchema(workspaceSchema, document.value, NOTHING_CHANGED);
  if (!read.ok) return read;
  const { workspace, broken } = examined(read.value, catalogue);
  return broken.length ? failed(...broken.slice(0, MOST_PROBLEMS)) : { ok: true, workspace: noteWhole(workspace) };
};

/** The records of a list that fit the document's format, and why the others do not. */
const fittingRecords = (name: RecordName, value: unknown): { kept: unknown[]; broken: Problem[] } => {
  const broken: Problem[] = [];
  const kept = (Array.isArray(value) ? value : []).filter((record: unknown, index) => {
    const read = readRecord(name, record, NOTHING_CHANGED);
    if (!read.ok) broken.push(...read.problems.map((one) => ({ ...one, at: `${name}.${index}.${one.at ?? ''}` })));
    return read.ok;
  });
  return { kept, broken };
};

/** A problem of something that is left out, with the name of the piece that it stands in. */
const named = (problem: Problem, pieces: unknown): Problem => {
  const index = /^pieces\.(\d+)\./.exec(problem.at ?? '')?.[1];
  const piece: unknown = Array.isArray(pieces) && index !== undefined ? pieces[Number(index)] : undefined;
  const name = typeof piece === 'object' && piece !== null && 'name' in piece ? piece.name : undefined;
  return { ...problem, todo: typeof name === 'string' ? `It stands in “${name.slice(0, 60)}”.` : '' };
};

/**
 * Reads a workspace file without what is broken in it: records that do not fit the format, references that lead nowhere, ids that stand
 * twice. What the file says of a surface is never left out alone: such a piece is left out whole, with its marks.
 *
 * @returns the rest, and a problem for everything that is left out; or problems where nothing of it can be read
 */
export const mendWorkspace = (
  json: string,
  catalogue: Catalogue,
): Outcome<{ workspace: Workspace; leftOut: readonly Problem[] }> => {
  const document = documentOf(json);
  if (!document.ok) return document;
  const value = document.value as Record<string, unknown>;
  const lists = RECORD_NAMES.map((name) => [name, fittingRecords(name, value[name])] as const);
  const read = readBySchema(
    workspaceSchema,
    { ...value, ...Object.fromEntries(lists.map(([name, { kept }]) => [name, kept])) },
    NOTHING_CHANGED,
  );
  if (!read.ok) return read;
  const { workspace, broken } = examined(read.value, catalogue);
  // records are told by their place in the file, and pieces by their name too
  const places = lists.flatMap(([, list]) => list.broken);
  const kept = new Map(lists);
  return {
    ok: true,
    workspace: noteWhole(workspace),
    leftOut: [
      ...places.map((one) => named(one, value['pieces'])),
      ...broken.map((one) => named(one, kept.get('pieces')!.kept)),
    ],
  };
};

/**
 * Takes over a workspace that the build has read whole when it was made: the scene that ships with the application.
 *
 * @throws SyntaxError where the text is no JSON; that is a fault of the build, not of the user
 */
export const shippedWorkspace = (json: string): Workspace => noteWhole(JSON.parse(json) as Workspace);
