// What must hold, in one command: set-up, types, unit tests, journeys in the browser on the production build.
// With --long, which CI runs: format, rules and arrows of the code too, and all tries of the tests with drawn cases instead of a few.
import { existsSync, mkdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { installed, node, root, run } from './run.mjs';

const CHROMIUM = '/usr/bin/chromium';
const results = path.join(root, '.cache');

const browserInstalled = async () => {
  if (existsSync(process.env.CHROMIUM ?? CHROMIUM)) return;
  console.log("Installing Debian's Chromium for the browser tests…");
  const sudo = process.getuid?.() === 0 ? [] : ['sudo', '-n'];
  for (const args of [
    ['apt-get', 'update', '-qq'],
    ['apt-get', 'install', '-y', '-qq', 'chromium'],
  ]) {
    const [command, ...rest] = [...sudo, ...args];
    const { code } = await run(command, rest, { env: { DEBIAN_FRONTEND: 'noninteractive' } });
    if (code !== 0) {
      console.error(
        'Chromium could not be installed. Install the Debian package "chromium", or set CHROMIUM to one that is there.',
      );
      process.exit(1);
    }
  }
};

const readJson = (file) => {
  try {
    return JSON.parse(readFileSync(path.join(results, file), 'utf8'));
  } catch {
    return null;
  }
};

await installed();
await browserInstalled();
mkdirSync(results, { recursive: true });

const failures = [];
const stage = async (name, promise) => {
  const started = Date.now();
  console.log(`\n— ${name}`);
  const { code } = await promise();
  if (code !== 0) failures.push(name);
  console.log(`— ${name}: ${code === 0 ? 'passed' : 'FAILED'} in ${Math.round((Date.now() - started) / 1000)} s`);
};

const isLong = process.argv.includes('--long');
const env = isLong ? { SGRAFFA_LONG: '1' } : {};

// two hands: what only reads the sources runs beside what builds from them
await Promise.all([
  (async () => {
    await stage('types', () => node('scripts/typecheck.mjs'));
    if (isLong) await stage('rules of the code', () => run('npx', ['eslint', '.']));
  })(),
  (async () => {
    await stage('build', () => node('scripts/build.mjs'));
    if (!isLong) return;
    await stage('format', () => run('npx', ['prettier', '--check', '--log-level', 'warn', '.']));
    await stage('arrows', () =>
      run('npx', [
        'depcruise',
        '--config',
        '.dependency-cruiser.cjs',
        '--output-type',
        'err',
        'core/src',
        'web/src',
        'server/src',
      ]),
    );
  })(),
]);
await stage('unit tests', () =>
  run(
    process.execPath,
    [
      '--experimental-vm-modules',
      '--disable-warning=ExperimentalWarning',
      'node_modules/jest/bin/jest.js',
      '--ci',
      '--silent',
      '--json',
      '--outputFile=.cache/jest.json',
    ],
    { env },
  ),
);
await stage('journeys', () => run('npx', ['playwright', 'test', '--config', 'e2e/playwright.config.ts']));

const jest = readJson('jest.json');
const journeys = readJson('playwright.json');
const passed = (jest?.numPassedTests ?? 0) + (journeys?.stats?.expected ?? 0) + (journeys?.stats?.flaky ?? 0);
const failed =
  (jest?.numFailedTests ?? 0) +
  (jest?.numRuntimeErrorTestSuites ?? 0) +
  (journeys?.stats?.unexpected ?? 0) +
  failures.length;
if (failures.length) console.error(`\nFailed: ${failures.join(', ')}.`);
console.log(
  `\ntotal: ${passed} passed, ${failed} failed, ${(jest?.numPendingTests ?? 0) + (journeys?.stats?.skipped ?? 0)} skipped`,
);
process.exit(failed === 0 ? 0 : 1);
