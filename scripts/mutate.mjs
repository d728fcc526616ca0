// How many small faults the tests would notice: in the rules by their rows, all of them; elsewhere in core by the tests beside each module,
// some drawn for each, the same ones for the same seed. Each fault is put into a copy of the source, never into a file.
// Run: npm run mutate -- [files or folders] [--each 6] [--seed 35] [-v]
import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import os from 'node:os';
import { Worker } from 'node:worker_threads';
import { installed, root } from './run.mjs';

await installed();
const { default: ts } = await import('typescript');
const { build } = await import('esbuild');

const RULES = 'core/src/judge/rules';
const words = process.argv.slice(2);
const isLoud = words.includes('-v');
const numberAfter = (name, usual) => {
  const at = words.indexOf(name);
  return at < 0 ? usual : Number(words[at + 1]);
};
/** Faults tried in each module; those of the rules are all tried, since their rows are quick. */
const EACH = numberAfter('--each', 6);
const SEED = numberAfter('--seed', 35);
/** Shares that must be noticed: over all that was tried, in the rules, and elsewhere, where a few of each module are tried. */
const LEAST_SHARES = { core: 0.8, rules: 0.9, elsewhere: 0.75 };

/** Source files under a folder, or the file itself; data and what only passes things on hold no faults. */
const sourcesIn = (target) => {
  const full = path.resolve(root, target);
  if (!statSync(full).isDirectory()) return [full];
  return readdirSync(full, { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('.ts') && !/\.test\.ts$|(^|\/)index\.ts$|(^|\/)testing\//.test(file))
    .map((file) => path.join(full, file))
    .sort();
};

const targets = words.filter((word, index) => !word.startsWith('-') && !words[index - 1]?.startsWith('--'));
const files = (targets.length ? targets : ['core/src']).flatMap(sourcesIn);

const FLIPPED = {
  '<': '>=',
  '>': '<=',
  '<=': '>',
  '>=': '<',
  '===': '!==',
  '!==': '===',
  '&&': '||',
  '||': '&&',
};
/** Bounds moved by the least: what lies just on them changes sides. */
const SHIFTED = { '<': '<=', '>': '>=', '<=': '<', '>=': '>' };
const SPEAKING = { blocks: 'cautions', cautions: 'blocks', unknown: 'blocks', favours: 'cautions' };

/** Figures below this only keep rounding away: twice as much of it is no fault. */
const ROUNDING = 1e-6;
/** Whether a comparison only keeps the larger or smaller of its sides: of two alike it does not matter which. */
const keepsOneSide = (node, source) => {
  const { parent } = node;
  const [left, right] = [node.left.getText(source), node.right.getText(source)];
  if (ts.isConditionalExpression(parent) && parent.condition === node)
    return (
      [left, right].sort().join() === [parent.whenTrue.getText(source), parent.whenFalse.getText(source)].sort().join()
    );
  if (!ts.isIfStatement(parent) || parent.expression !== node || parent.elseStatement) return false;
  const done = parent.thenStatement.getText(source);
  return [`${left} = ${right};`, `${right} = ${left};`].includes(done);
};

/** Every small fault in a source: where, and what stands there instead. What changes nothing by its form is no fault. */
const faultsIn = (file) => {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true);
  const faults = [];
  const fault = (node, by, what) =>
    faults.push({
      start: node.getStart(source),
      end: node.getEnd(),
      by,
      what: `${path.relative(root, file)}:${source.getLineAndCharacterOfPosition(node.getStart(source)).line + 1} ${what}`,
    });
  const visit = (node) => {
    if (ts.isBinaryExpression(node)) {
      const operator = node.operatorToken.getText(source);
      if (FLIPPED[operator]) fault(node.operatorToken, FLIPPED[operator], `${operator} became ${FLIPPED[operator]}`);
      if (SHIFTED[operator] && !keepsOneSide(node, source))
        fault(node.operatorToken, SHIFTED[operator], `${operator} became ${SHIFTED[operator]}`);
    }
    if (ts.isNumericLiteral(node) && !(Number(node.text) > 0 && Number(node.text) <= ROUNDING)) {
      // one more of a large or measured number is within what the craft can tell apart: those are doubled
      const isCount = Number.isInteger(Number(node.text)) && Number(node.text) < 10;
      if (isCount) fault(node, String(Number(node.text) + 1), `${node.text} became one more`);
      else fault(node, String(2 * Number(node.text)), `${node.text} became twice as many`);
    }
    if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.ExclamationToken)
      fault(node, node.operand.getText(source), 'a "not" left out');
    if (ts.isPropertyAssignment(node) && node.name.getText(source) === 'safety')
      fault(node, 'safety: undefined', 'safety left out');
    if (ts.isCallExpression(node) && SPEAKING[node.expression.getText(source)])
      fault(
        node.expression,
        SPEAKING[node.expression.getText(source)],
        `${node.expression.getText(source)} became ${SPEAKING[node.expression.getText(source)]}`,
      );
    ts.forEachChild(node, visit);
  };
  visit(source);
  return faults;
};

const folder = mkdtempSync(path.join(os.tmpdir(), 'sgraffa-mutants-'));
const ENTRY = `
import { catalogue } from '${root}/core/src/materials/index.ts';
import { briefOf } from '${root}/core/src/testing/briefs.ts';
import { RULE_ROWS, SAFETY_RULES } from '${root}/core/src/testing/ruleRows.ts';
import { judgeStack, RULES } from '${root}/core/src/match/index.ts';
import { verdictOfRow } from '${root}/core/src/testing/verdictOfRow.ts';
const all = catalogue();
export const isNoticed = () => {
  try {
    if (RULES.filter(({ safety }) => safety).map(({ id }) => id).join() !== SAFETY_RULES.join()) return true;
    return RULE_ROWS.some((row) => verdictOfRow(row, all) !== row.says);
  } catch {
    return true;
  }
};`;

/** The rows' own bundle with one source replaced; unmoved parts are read once and kept. */
const noticed = async (file, text, name) => {
  const outfile = path.join(folder, `${name}.mjs`);
  await build({
    stdin: { contents: ENTRY, resolveDir: root, loader: 'ts' },
    bundle: true,
    format: 'esm',
    platform: 'node',
    logLevel: 'silent',
    outfile,
    external: ['compromise', 'compromise/*', 'chrono-node', 'chrono-node/*', 'fontkit', 'clipper2-ts'],
    nodePaths: [path.join(root, 'node_modules')],
    plugins: [
      {
        name: 'mutant',
        setup: (bundler) =>
          bundler.onLoad({ filter: /\.ts$/ }, ({ path: loaded }) =>
            loaded === file ? { contents: text, loader: 'ts' } : undefined,
          ),
      },
    ],
  });
  const code = readFileSync(outfile, 'utf8').replace(
    /from "(compromise|chrono-node|fontkit|clipper2-ts)([^"]*)"/g,
    (_, name_, rest) => `from "${pathToFileURL(path.join(root, 'node_modules', name_)).href}${rest}"`,
  );
  writeFileSync(outfile, code);
  // a thread of its own, so that what was loaded for one fault is let go before the next
  const answer = await new Promise((resolve, reject) => {
    const thread = new Worker(
      `import('${pathToFileURL(outfile).href}').then(({ isNoticed }) => require('node:worker_threads').parentPort.postMessage(isNoticed()))`,
      { eval: true },
    );
    thread.once('message', (value) => void thread.terminate().then(() => resolve(value)));
    thread.once('error', reject);
  });
  rmSync(outfile);
  return answer;
};

/** A stream of numbers from 0 to 1 that is the same for the same seed (mulberry32). */
const dice = (seed) => () => {
  seed = (seed + 0x6d2b79f5) | 0;
  let value = Math.imul(seed ^ (seed >>> 15), 1 | seed);
  value = (value + Math.imul(value ^ (value >>> 7), 61 | value)) ^ value;
  return ((value ^ (value >>> 14)) >>> 0) / 4_294_967_296;
};

/** So many of a list, drawn without putting back; the same for the same file and seed. */
const drawn = (list, many, name) => {
  const roll = dice([...name].reduce((sum, letter) => (Math.imul(sum, 31) + letter.charCodeAt(0)) | 0, SEED));
  const left = [...list];
  return Array.from({ length: Math.min(many, left.length) }, () => left.splice(Math.floor(roll() * left.length), 1)[0]);
};

/** Tests in which what a module does is seen, where those are not only its folder's; run one after the other, the quickest first. */
const TESTS_BESIDE = {
  'core/src/materials': ['core/src/materials', 'core/src/workspace', 'core/src/match/trials.test.ts'],
  'core/src/problem': ['core/src/problem', 'core/src/units', 'core/src/workspace'],
  'core/src/shape': [
    'core/src/shape',
    'core/src/artwork/told.test.ts',
    'core/src/workspace/bounds.test.ts',
    'core/src/artwork/making.test.ts',
  ],
  'core/src/dry': ['core/src/dry', 'core/src/plan/planPieces.test.ts'],
  'core/src/piece': ['core/src/piece', 'core/src/workspace/bounds.test.ts', 'core/src/match/told.test.ts'],
  'core/src/line': ['core/src/line/readings.test.ts', 'core/src/line'],
  'core/src/plan': ['core/src/plan/told.test.ts', 'core/src/plan'],
  'core/src/plan/bench': ['core/src/plan/bench', 'core/src/plan/told.test.ts', 'core/src/plan/facts.test.ts'],
  'core/src/artwork': ['core/src/artwork/told.test.ts', 'core/src/artwork', 'core/src/workspace/bounds.test.ts'],
  'core/src/artwork/svg': ['core/src/artwork/told.test.ts', 'core/src/artwork/svg', 'core/src/artwork'],
  'core/src/units': ['core/src/units', 'core/src/match/told.test.ts', 'core/src/plan/told.test.ts'],
  'core/src/judge': ['core/src/match/told.test.ts', 'core/src/judge', 'core/src/match'],
  'core/src/match': ['core/src/match/told.test.ts', 'core/src/match'],
  'core/src/care': ['core/src/care', 'core/src/match/told.test.ts'],
};
/** Tests that look at a module, in the order in which they are run: its own first, then those of its folder. */
const testsOf = (file) => {
  const own = file.replace(/\.ts$/, '.test.ts');
  const folder = path.relative(root, path.dirname(file)).split(path.sep).join('/');
  const beside = TESTS_BESIDE[folder] ?? [folder.split('/').slice(0, 3).join('/')];
  return [...(existsSync(own) ? [path.relative(root, own)] : []), ...beside];
};

/** Test runs under way: none outlives this one. */
const running = new Set();
for (const signal of ['SIGINT', 'SIGTERM'])
  process.once(signal, () => {
    for (const child of running) child.kill('SIGKILL');
    rmSync(folder, { recursive: true, force: true });
    process.exit(1);
  });

/** Whether some tests fail once a fault stands in a module; or, after so long, never end. */
const failsIn = (tests, fault, longestMs) =>
  new Promise((resolve) => {
    const child = spawn(
      process.execPath,
      [
        '--experimental-vm-modules',
        '--disable-warning=ExperimentalWarning',
        'node_modules/jest/bin/jest.js',
        '--config',
        'scripts/mutants/jest.config.mjs',
        '--silent',
        '--bail',
        '--runInBand',
        '--ci',
        tests,
      ],
      { cwd: root, env: { ...process.env, SGRAFFA_FAULT: fault }, stdio: 'ignore' },
    );
    running.add(child);
    const late = longestMs && setTimeout(() => child.kill('SIGKILL'), longestMs);
    child.on('close', (code) => {
      clearTimeout(late);
      running.delete(child);
      resolve(code !== 0);
    });
  });

const faultFile = (fault) => {
  const name = path.join(folder, `fault-${Math.random().toString(36).slice(2)}.json`);
  writeFileSync(name, JSON.stringify(fault));
  return name;
};

const bounds = new Map();
/** After how long tests are said never to end: a fault that makes them run for ever is noticed, a busy machine is none. */
const longestOf = (tests) => {
  const measured = async () => {
    const start = Date.now();
    const none = faultFile({ file: '', text: '' });
    if (await failsIn(tests, none)) throw new Error(`The tests of ${tests} do not hold on the sources as they are.`);
    rmSync(none, { force: true });
    return 60_000 + 5 * (Date.now() - start);
  };
  if (!bounds.has(tests)) bounds.set(tests, measured());
  return bounds.get(tests);
};

/** Whether the tests beside a module fail once a fault stands in it. */
const failsWith = async (file, text) => {
  const fault = faultFile({ file, text });
  try {
    for (const tests of testsOf(file)) if (await failsIn(tests, fault, await longestOf(tests))) return true;
    return false;
  } finally {
    rmSync(fault, { force: true });
  }
};

const withFault = (text, { start, end, by }) => text.slice(0, start) + by + text.slice(end);

const tally = { rules: { killed: 0, count: 0 }, elsewhere: { killed: 0, count: 0 } };
const survivors = [];
const note = (kind, isKilled, what) => {
  tally[kind].count += 1;
  if (isKilled) tally[kind].killed += 1;
  else {
    survivors.push(what);
    if (isLoud) console.log(`  survived: ${what}`);
  }
};

/** One after the other, two at a time: as many as the machine has hands. */
const inTwos = async (tasks) => {
  const queue = [...tasks];
  const hand = async () => {
    for (let task = queue.shift(); task; task = queue.shift()) await task();
  };
  await Promise.all([hand(), hand()]);
};

/** Every rule is tried with every fault, by its rows. */
const triedOnRules = async (file) => {
  const text = readFileSync(file, 'utf8');
  if (await noticed(file, text, `plain-${path.basename(file)}`))
    throw new Error('The rows do not hold on the rules as they are.');
  for (const [index, fault] of faultsIn(file).entries())
    note('rules', await noticed(file, withFault(text, fault), `m${index}`), fault.what);
};

/** The faults drawn for a module, each as a task; what became of them is told when the last is done. */
const triesOf = (file) => {
  const text = readFileSync(file, 'utf8');
  const name = path.relative(root, file);
  const some = drawn(faultsIn(file), EACH, name);
  let [killed, left] = [0, some.length];
  return some.map((fault) => async () => {
    const isKilled = await failsWith(file, withFault(text, fault));
    note('elsewhere', isKilled, fault.what);
    if (isKilled) killed += 1;
    left -= 1;
    if (left === 0) console.log(`${name}: ${killed} of ${some.length}`);
  });
};

const isOfRules = (file) => path.relative(root, file).startsWith(RULES);
try {
  for (const file of files.filter(isOfRules)) await triedOnRules(file);
  await inTwos(files.filter((file) => !isOfRules(file)).flatMap(triesOf));
} finally {
  rmSync(folder, { recursive: true, force: true });
}
const sumOf = (key) => tally.rules[key] + tally.elsewhere[key];
let isEnough = true;
for (const [name, { killed, count }] of Object.entries({
  ...tally,
  core: { killed: sumOf('killed'), count: sumOf('count') },
})) {
  if (!count) continue;
  console.log(`${name}: ${killed} of ${count} faults noticed (${((100 * killed) / count).toFixed(1)} %)`);
  if (killed / count < LEAST_SHARES[name]) isEnough = false;
}
process.exit(isEnough ? 0 : 1);
