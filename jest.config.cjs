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
  testMatch: ['<rootDir>/{packages,apps}/*/test/**/*.test.ts', '<rootDir>/{demo,tools}/test/**/*.test.ts'],
  transform: { '^.+\\.[tj]sx?$': swc },
  transformIgnorePatterns: ['/node_modules/(?!(@hatch-book|cookie)/)'],
  maxWorkers: 2,
  globalSetup: '<rootDir>/tools/jestDatabase.mjs',
  globalTeardown: '<rootDir>/tools/jestDatabaseStop.mjs',
  testTimeout: 60000,
}
