const shared = {
  testMatch: ['**/*.test.ts'],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: {
    '^.+\\.tsx?$': [
      '<rootDir>/scripts/jest/transform.mjs',
      {
        jsc: {
          parser: { syntax: 'typescript', tsx: true },
          target: 'es2022',
          experimental: { keepImportAttributes: true },
        },
        module: { type: 'es6' },
      },
    ],
  },
};

export default {
  // as many as the machine has hands: nothing else runs beside the tests
  maxWorkers: '100%',
  // modules of a test file that has ended are never let go: a worker that has piled up this much makes way for a new one
  workerIdleMemoryLimit: '1.5GB',
  // ends a test that hangs; a machine that is busy with something else is no reason to fail one
  testTimeout: 180_000,
  projects: [
    { ...shared, roots: ['<rootDir>/core/src', '<rootDir>/server/src'] },
    // only what keeps pieces loads a store to keep them in
    { ...shared, roots: ['<rootDir>/web/src'], setupFiles: ['fake-indexeddb/auto'] },
  ],
};
