import { defineConfig } from '@playwright/test'
// @ts-expect-error -- a plain script without types
import { chromiumHere } from './tools/chromium.mjs'

export default defineConfig({
  testDir: 'e2e',
  globalSetup: './e2e/openHouse.ts',
  timeout: 180_000,
  // A machine with two busy cores answers late; a view that is wrong stays wrong.
  expect: { timeout: 20_000 },
  // Two files at a time took longer than one after the other: a story keeps two cores busy with page, server and database.
  workers: 1,
  // On a busy machine a click can fall between two drawings; the run says which stories needed it.
  retries: 1,
  reporter: [['list'], ['json', { outputFile: 'test-results/playwright.json' }]],
  use: {
    actionTimeout: 25_000,
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: chromiumHere() as string,
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
    // Its files are kept by a service worker where a story is about having no signal; elsewhere it would only fetch them all again.
    serviceWorkers: 'block',
    screenshot: 'only-on-failure',
    // Recording slows every story down: TRACE=1 when one has to be looked into.
    trace: process.env.TRACE ? 'retain-on-failure' : 'off',
  },
})
