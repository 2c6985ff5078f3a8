import { existsSync } from 'node:fs'
import { defineConfig } from '@playwright/test'
import args from './scripts/chromium-args.json' with { type: 'json' }

const PORT = Number(process.env.E2E_PORT ?? 3917)
const chromium =
  ['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'].find((p) => existsSync(p)) ??
  '/usr/bin/chromium'

export default defineConfig({
  testDir: 'e2e',
  fullyParallel: false,
  workers: 2,
  timeout: 150_000,
  expect: { timeout: 20_000 },
  reporter: [['list']],
  forbidOnly: !!process.env.CI,
  // Shared machines stall now and then; a fault that is real fails twice.
  retries: process.env.CI ? 1 : 0,
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    trace: 'off',
    launchOptions: {
      executablePath: chromium,
      args,
    },
  },
  webServer: {
    command: 'node scripts/test-server.mjs',
    url: `http://127.0.0.1:${PORT}/api/campaigns`,
    timeout: 180_000,
    reuseExistingServer: false,
    env: { PORT: String(PORT), VIVID_DATA: '.cache/e2e-data' },
  },
})
