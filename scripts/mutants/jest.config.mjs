import path from 'node:path';
import plain from '../../jest.config.mjs';

const root = path.resolve(import.meta.dirname, '../..');
const [core] = plain.projects;
const [[pattern, [, options]]] = Object.entries(core.transform);

/** The plain tests, with one source replaced by a faulty copy of it. */
export default {
  ...core,
  testTimeout: plain.testTimeout,
  rootDir: root,
  transform: { [pattern]: [path.join(root, 'scripts/mutants/transform.mjs'), options] },
};
