const shared = {
  roots: ['<rootDir>/src', '<rootDir>/test'],
  transform: {
    '^.+\\.[jt]sx?$': [
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
}

export default {
  testTimeout: 60_000,
  // All processors: what is said when one of two stays free is not worth a minute.
  maxWorkers: '100%',
  projects: [
    {
      ...shared,
      displayName: 'core',
      // What is looked up in the global object of a test takes long each time; the heart counts in whole numbers of any length.
      sandboxInjectedGlobals: [
        'Array',
        'BigInt',
        'Error',
        'JSON',
        'Map',
        'Math',
        'Number',
        'Object',
        'Set',
        'String',
        'Symbol',
      ],
      testEnvironment: 'node',
      // The database is held by the global object, and closed with the process.
      testEnvironmentOptions: { globalsCleanup: 'off' },
      testMatch: ['**/*.test.ts'],
      moduleNameMapper: { '^\\./workerThread$': '<rootDir>/test/workerThread.ts', '^@/(.*)$': '<rootDir>/src/$1' },
    },
    {
      ...shared,
      displayName: 'screens',
      testEnvironment: 'jsdom',
      testMatch: ['**/*.test.tsx'],
      // Published as modules alone.
      transformIgnorePatterns: ['/node_modules/(?!(react-hotkeys-hook)/)'],
      setupFilesAfterEnv: ['<rootDir>/test/screen/setup.ts'],
      moduleNameMapper: {
        // For development it takes a trace of each element that is made, which nobody reads here.
        '^react/jsx-runtime$': '<rootDir>/node_modules/react/cjs/react-jsx-runtime.production.js',
        '^lucide-react$': '<rootDir>/test/screen/icons.ts',
        // A chart measures what it draws; here nothing has a size.
        '^react-apexcharts$': '<rootDir>/test/screen/chart.tsx',
        '^next/link$': '<rootDir>/test/screen/link.tsx',
        '^next/(dynamic|navigation)$': '<rootDir>/test/screen/next.tsx',
        '^@/(.*)$': '<rootDir>/src/$1',
      },
    },
  ],
}
