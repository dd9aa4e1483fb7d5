import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { defineConfig } from '@playwright/test'
import { browser } from './e2e/browser'

const port = Number(process.env.E2E_PORT ?? 3210)
process.env.E2E_DATA ??= mkdtempSync(join(tmpdir(), 'nodrel-e2e-'))

export default defineConfig({
  testDir: './e2e',
  timeout: 120_000,
  expect: { timeout: 15_000 },
  workers: 2,
  retries: 0,
  reporter: [['list']],
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: browser,
    permissions: ['clipboard-read', 'clipboard-write'],
    trace: 'retain-on-failure',
  },
  webServer: {
    command: 'node scripts/serve.mjs',
    url: `http://127.0.0.1:${port}/api/networks`,
    env: { PORT: String(port), NODREL_DATA: process.env.E2E_DATA, NEXT_TELEMETRY_DISABLED: '1' },
    reuseExistingServer: false,
  },
})
