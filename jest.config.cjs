const swc = [
  '@swc/jest',
  {
    jsc: {
      target: 'es2022',
      parser: { syntax: 'typescript', tsx: true },
      transform: { react: { runtime: 'automatic' } },
    },
    module: { type: 'commonjs' },
  },
]
/** @type {import('jest').Config} */
module.exports = {
  testEnvironment: 'node',
  testMatch: [
    '<rootDir>/{packages,apps}/*/test/**/*.test.ts',
    '<rootDir>/{demo,tools}/test/**/*.test.ts',
    '<rootDir>/test/**/*.test.tsx',
  ],
  transform: { '^.+\\.(?:[tj]sx?|mjs)$': swc },
  // It comes as modules only; this is all of it in one file.
  moduleNameMapper: {
    '^chevrotain$': '<rootDir>/node_modules/chevrotain/lib/chevrotain.mjs',
    // The one for browsers comes as modules only; nothing is drawn here.
    '^bwip-js/browser$': '<rootDir>/test/pages/nothing.cjs',
    // What things look like is looked at in a browser.
    '\\.css$': '<rootDir>/test/pages/nothing.cjs',
  },
  transformIgnorePatterns: ['/node_modules/(?!(@hatch-book|cookie|chevrotain)/)'],
  // A name of the language is looked up slowly in the enclosure a test runs in: half of what a calculation took was that. Not those that
  // a test puts another in the place of, as the clock.
  sandboxInjectedGlobals: ['Math', 'Object', 'Array', 'JSON'],
  maxWorkers: 2,
  testSequencer: '<rootDir>/tools/longestFirst.mjs',
  // What a file has loaded is not all let go of: a process that has grown so large spends its time looking for what it may forget.
  workerIdleMemoryLimit: '900MB',
  globalSetup: '<rootDir>/tools/jestDatabase.mjs',
  globalTeardown: '<rootDir>/tools/jestDatabaseStop.mjs',
  // A machine on which everything stands still for a minute fails no test; one that hangs still does.
  testTimeout: 180000,
}
