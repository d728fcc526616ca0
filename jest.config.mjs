export default {
  // as many as the machine has hands: nothing else runs beside the tests
  maxWorkers: '100%',
  roots: ['<rootDir>/core/src', '<rootDir>/web/src', '<rootDir>/server/src'],
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
  setupFiles: ['fake-indexeddb/auto'],
  // ends a test that hangs; a machine that is busy with something else is no reason to fail one
  testTimeout: 180_000,
};
