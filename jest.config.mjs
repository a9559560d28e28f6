/** Native ES modules; `jest` is imported from @jest/globals where it is needed. */
const config = {
  testEnvironment: 'node',
  roots: [
    '<rootDir>/core',
    '<rootDir>/papers',
    '<rootDir>/db',
    '<rootDir>/server',
    '<rootDir>/cli',
    '<rootDir>/ui',
    '<rootDir>/demo',
    '<rootDir>/bench',
    '<rootDir>/meter',
    '<rootDir>/workers',
    '<rootDir>/testing',
  ],
  testMatch: ['**/*.test.ts'],
  // A hang is ended; a machine that is busy with other things is no failure.
  testTimeout: 60_000,
  setupFiles: ['<rootDir>/scripts/seedProperties.mjs'],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: {
    '^.+\\.tsx?$': [
      '<rootDir>/scripts/quickGlobals.mjs',
      { module: { type: 'es6' }, jsc: { target: 'es2022', parser: { syntax: 'typescript', tsx: true } } },
    ],
  },
  moduleNameMapper: { '^@/(.*)$': '<rootDir>/$1' },
};
export default config;
