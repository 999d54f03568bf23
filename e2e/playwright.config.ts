import { defineConfig } from '@playwright/test'

/** The real interface in Debian's Chromium against the real server and a database of its own. */
export default defineConfig({
  testDir: '.',
  fullyParallel: false,
  workers: 1,
  // One that passes only the second time is named as such at the end; the rest of the run is not lost with it.
  retries: 1,
  timeout: 120_000,
  expect: { timeout: 15_000 },
  reporter: [['list']],
  outputDir: '../test-results',
  globalSetup: './setup.ts',
  use: {
    viewport: { width: 1280, height: 800 },
    // Only the tests of working offline let the shell live on the device.
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
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
    locale: 'en-GB',
    timezoneId: 'Europe/Oslo',
  },
})
