import { defineConfig } from '@playwright/test'
import { browser } from './e2e/browser'

export default defineConfig({
  testDir: './e2e',
  // They end what hangs; a busy machine may take its time.
  timeout: 180_000,
  expect: { timeout: 30_000 },
  // One more than the processors of a small machine: a test waits a fifth of its time.
  workers: 3,
  fullyParallel: true,
  retries: 0,
  reporter: [['list']],
  use: {
    // What is not there by then does not come.
    actionTimeout: 60_000,
    viewport: { width: 1280, height: 800 },
    launchOptions: browser,
    permissions: ['clipboard-read', 'clipboard-write'],
  },
})
