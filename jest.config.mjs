export default {
  testEnvironment: 'node',
  // The database is held by the global object, and closed with the process.
  testEnvironmentOptions: { globalsCleanup: 'off' },
  roots: ['<rootDir>/src', '<rootDir>/test'],
  testMatch: ['**/*.test.ts'],
  moduleNameMapper: { '^\\./workerThread$': '<rootDir>/test/workerThread.ts', '^@/(.*)$': '<rootDir>/src/$1' },
  transform: {
    '^.+\\.tsx?$': [
      '@swc/jest',
      {
        jsc: {
          target: 'es2022',
          parser: { syntax: 'typescript', tsx: true },
          transform: { react: { runtime: 'automatic' } },
        },
        module: { type: 'commonjs' },
      },
    ],
  },
  testTimeout: 60_000,
}
