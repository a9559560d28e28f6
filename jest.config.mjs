/** Native ES modules; `jest` is imported from @jest/globals where it is needed. */
const config = {
  testEnvironment: 'node',
  roots: [
    '<rootDir>/core',
    '<rootDir>/db',
    '<rootDir>/server',
    '<rootDir>/cli',
    '<rootDir>/ui',
    '<rootDir>/demo',
    '<rootDir>/bench',
    '<rootDir>/meter',
  ],
  testMatch: ['**/*.test.ts'],
  setupFiles: ['<rootDir>/scripts/seedProperties.mjs'],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: {
    '^.+\\.tsx?$': [
      '@swc/jest',
      { module: { type: 'es6' }, jsc: { target: 'es2022', parser: { syntax: 'typescript', tsx: true } } },
    ],
  },
  moduleNameMapper: { '^@/(.*)$': '<rootDir>/$1' },
};
export default config;
