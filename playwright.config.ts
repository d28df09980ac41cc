import { defineConfig } from '@playwright/test'

const chromium = process.env.CHROMIUM ?? '/usr/bin/chromium'

export default defineConfig({
  testDir: 'e2e',
  timeout: 120_000,
  // A machine with two busy cores answers late; a view that is wrong stays wrong.
  expect: { timeout: 12_000 },
  workers: 1,
  reporter: [['list'], ['json', { outputFile: 'test-results/playwright.json' }]],
  use: {
    actionTimeout: 15_000,
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: chromium,
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
    // Recording slows every story down: TRACE=1 when one has to be looked into.
    trace: process.env.TRACE ? 'retain-on-failure' : 'off',
  },
})
