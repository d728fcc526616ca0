// What the scripts share: running a command to its end, and installing what the lock names.
import { spawn } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';

export const root = path.resolve(import.meta.dirname, '..');

/** Runs a command; resolves with its exit code and, when kept, its output. */
export const run = (command, args, { keepOutput = false, env = {} } = {}) =>
  new Promise((resolve) => {
    const child = spawn(command, args, {
      cwd: root,
      env: { ...process.env, ...env },
      stdio: keepOutput ? ['ignore', 'pipe', 'pipe'] : 'inherit',
    });
    let output = '';
    for (const stream of keepOutput ? [child.stdout, child.stderr] : [])
      stream.on('data', (chunk) => {
        output += chunk;
        process.stdout.write(chunk);
      });
    child.on('error', (error) => resolve({ code: 1, output: `${output}${error.message}` }));
    child.on('close', (code) => resolve({ code: code ?? 1, output }));
  });

export const node = (file, args = [], options) => run(process.execPath, [path.join(root, file), ...args], options);

/** Runs npm as the one that started this script, or the one on the path. */
const npm = (args) =>
  process.env.npm_execpath ? run(process.execPath, [process.env.npm_execpath, ...args]) : run('npm', args);

const packagesIn = (file) => {
  try {
    return JSON.parse(readFileSync(path.join(root, file), 'utf8')).packages;
  } catch {
    return {};
  }
};

/** Whether every package that the lock names is there as npm has laid it down; packages for other machines may be left out. */
const isInstalled = () => {
  const laid = packagesIn('node_modules/.package-lock.json');
  return Object.entries(packagesIn('package-lock.json')).every(
    ([folder, { version, integrity, optional, link }]) =>
      !folder.startsWith('node_modules/') ||
      (folder in laid
        ? laid[folder].version === version &&
          laid[folder].integrity === integrity &&
          existsSync(path.join(root, folder))
        : optional || link),
  );
};

/** Installs what the lock names, unless it is there. */
export const installed = async () => {
  if (isInstalled()) return;
  console.log('Installing what Sgraffa needs…');
  const { code } = await npm(['ci', '--include=dev', '--no-audit', '--no-fund', '--loglevel=error']);
  if (code === 0) return;
  console.error('The packages could not be installed. Is the npm registry within reach? Then run the command again.');
  process.exit(code);
};

/** Stops the script where a step has failed, saying which. */
export const must = async (what, promise) => {
  const { code } = await promise;
  if (code === 0) return;
  console.error(`${what} failed.`);
  process.exit(code);
};
