// How many small faults in the rules their rows would notice. Each fault is put into a copy of the source, never into a file.
// Run: npm run mutate -- core/src/match/rules [-v]
import { readdirSync, readFileSync, statSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import { Worker } from 'node:worker_threads';
import { installed, root } from './run.mjs';

await installed();
const { default: ts } = await import('typescript');
const { build } = await import('esbuild');

const isLoud = process.argv.includes('-v');
const target = process.argv.slice(2).find((word) => !word.startsWith('-')) ?? 'core/src/match/rules';
const full = path.resolve(root, target);
const files = statSync(full).isDirectory()
  ? readdirSync(full)
      .filter((file) => file.endsWith('.ts') && !file.endsWith('.test.ts') && file !== 'index.ts')
      .map((file) => path.join(full, file))
  : [full];

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

/** Every small fault in a source: where, and what stands there instead. */
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
      if (FLIPPED[operator]) fault(node.operatorToken, FLIPPED[operator], `${operator} for ${FLIPPED[operator]}`);
      if (SHIFTED[operator]) fault(node.operatorToken, SHIFTED[operator], `${operator} for ${SHIFTED[operator]}`);
    }
    if (ts.isNumericLiteral(node)) fault(node, String(Number(node.text) + 1), `${node.text} for one more`);
    if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.ExclamationToken)
      fault(node, node.operand.getText(source), 'a "not" left out');
    if (ts.isPropertyAssignment(node) && node.name.getText(source) === 'safety')
      fault(node, 'safety: undefined', 'safety left out');
    if (ts.isCallExpression(node) && SPEAKING[node.expression.getText(source)])
      fault(
        node.expression,
        SPEAKING[node.expression.getText(source)],
        `${node.expression.getText(source)} for ${SPEAKING[node.expression.getText(source)]}`,
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

let killed = 0;
let count = 0;
const survivors = [];
try {
  for (const file of files) {
    const text = readFileSync(file, 'utf8');
    if (await noticed(file, text, `plain-${path.basename(file)}`))
      throw new Error('The rows do not hold on the rules as they are.');
    for (const { start, end, by, what } of faultsIn(file)) {
      count += 1;
      const isKilled = await noticed(file, text.slice(0, start) + by + text.slice(end), `m${count}`);
      if (isKilled) killed += 1;
      else survivors.push(what);
    }
    console.log(`${path.relative(root, file)}: ${killed} of ${count} so far`);
  }
} finally {
  rmSync(folder, { recursive: true, force: true });
}
if (isLoud) console.log(survivors.join('\n'));
console.log(`${killed} of ${count} faults noticed (${((100 * killed) / count).toFixed(1)} %)`);
process.exit(killed / count >= 0.9 ? 0 : 1);
