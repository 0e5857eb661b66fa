import { defineConfig } from '@playwright/test'
import { launchOptions } from './scripts/lib/browser.mjs'

const PORT = 4631

/** Browser tests drive Debian's Chromium against the production build, started as people start it, with the demo garden. */
export default defineConfig({
  testDir: 'tests/e2e',
  // On a machine that others use as well a page may take ten times as long as it should; the bench says how long that is.
  timeout: 180_000,
  expect: { timeout: 30_000 },
  // Each test has a garden of its own, or only looks. One browser leaves a third of two cores idle; two take a quarter less time than
  // one after the other.
  fullyParallel: true,
  workers: 2,
  forbidOnly: Boolean(process.env.CI),
  use: {
    actionTimeout: 30_000,
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    timezoneId: 'Europe/Dublin',
    contextOptions: { reducedMotion: 'reduce' },
    trace: 'off',
    launchOptions: launchOptions(),
  },
  webServer: {
    // A data folder of its own, made anew: the demo garden is on its first morning.
    command: 'rm -rf .cache/e2e-data && exec node scripts/start.mjs',
    env: { PORT: String(PORT), VIRGULTA_DATA: '.cache/e2e-data', VIRGULTA_MAIL_TRAY: 'open' },
    url: `http://127.0.0.1:${PORT}/api/session`,
    timeout: 300_000,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 15_000 },
    stdout: 'ignore',
  },
})
