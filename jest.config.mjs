const config = {
  testEnvironment: 'node',
  // a busy machine: nothing here is timed, and a test that hangs is ended all the same
  testTimeout: 120_000,
  roots: ['<rootDir>/src', '<rootDir>/tests'],
  testMatch: ['**/*.test.ts'],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  moduleNameMapper: { '^@/(.*)$': '<rootDir>/src/$1', '^server-only$': '<rootDir>/tests/empty.ts' },
  transform: { '^.+\\.tsx?$': '<rootDir>/tests/support/transform.mjs' },
};
export default config;
