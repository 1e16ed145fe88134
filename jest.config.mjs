const shared = {
  transform: {
    '^.+\\.(tsx?|mjs)$': [
      '@swc/jest',
      {
        jsc: {
          target: 'es2023',
          parser: { syntax: 'typescript', tsx: true },
          transform: { react: { runtime: 'automatic' } },
        },
      },
    ],
  },
  moduleNameMapper: {
    '^@/(.*)$': '<rootDir>/src/$1',
    // The same version in one file: each test file would else read a thousand, for a second.
    '^d3-array$': '<rootDir>/node_modules/d3-array/dist/d3-array.js',
    '^mathjs$': '<rootDir>/node_modules/mathjs/lib/browser/math.js',
  },
  testEnvironment: 'node',
  // What a process keeps (pool, listeners) is set on the global object and used until its connections are closed.
  testEnvironmentOptions: { globalsCleanup: 'off' },
};

const config = {
  // What takes long on a busy machine is no fault; a project of its own can't set this.
  testTimeout: 60_000,
  projects: [
    { ...shared, displayName: 'unit', testMatch: ['<rootDir>/src/**/*.test.ts'] },
    {
      ...shared,
      displayName: 'db',
      testMatch: ['<rootDir>/tests/db/**/*.test.ts'],
      globalSetup: '<rootDir>/tests/db/setUp.mjs',
      globalTeardown: '<rootDir>/tests/db/tearDown.mjs',
      // The framework's request context: tests say who asks by setting the cookies of tests/db/request.ts.
      moduleNameMapper: {
        ...shared.moduleNameMapper,
        '^next/headers$': '<rootDir>/tests/db/request.ts',
        '^next/navigation$': '<rootDir>/tests/db/request.ts',
      },
    },
  ],
};
export default config;
