// What the scripts share: running a command to its end, and installing what the lock names when it has changed.
import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';

export const root = path.resolve(import.meta.dirname, '..');
const stamp = path.join(root, 'node_modules', '.sgraffa-lock-hash');

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

export const installed = async () => {
  const hash = createHash('sha256')
    .update(readFileSync(path.join(root, 'package-lock.json')))
    .digest('hex');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === hash) return;
  console.log('Installing what Sgraffa needs…');
  const { code } = await npm(['ci', '--include=dev', '--no-audit', '--no-fund', '--loglevel=error']);
  if (code !== 0) {
    console.error('The packages could not be installed. Is the npm registry within reach? Then run the command again.');
    process.exit(code);
  }
  mkdirSync(path.dirname(stamp), { recursive: true });
  writeFileSync(stamp, hash);
};

/** Stops the script where a step has failed, saying which. */
export const must = async (what, promise) => {
  const { code } = await promise;
  if (code === 0) return;
  console.error(`${what} failed.`);
  process.exit(code);
};
