import { defineConfig } from '@playwright/test'

// Debian's Chromium; the servers are started by bin/test, which hands over their addresses.
const launchOptions = {
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
}
const tablet = { viewport: { width: 1280, height: 800 }, locale: 'en-GB', timezoneId: 'Europe/Dublin' }

export default defineConfig({
  testDir: '.',
  workers: 1,
  fullyParallel: false,
  retries: 0,
  // How long something may take to be there at all, on a machine that others use too; how fast it is, the bench says.
  timeout: 480_000,
  globalTimeout: 40 * 60_000,
  expect: { timeout: 30_000 },
  outputDir: `${process.env.OLVEX_E2E_WORK ?? 'tmp'}/results`,
  reporter: [['list'], ['json', { outputFile: process.env.OLVEX_E2E_REPORT ?? 'tmp/e2e.json' }]],
  use: { browserName: 'chromium', launchOptions, actionTimeout: 30_000, trace: 'off' },
  projects: [
    { name: 'whole-job', testMatch: 'whole-job.spec.ts', use: { ...tablet, baseURL: process.env.OLVEX_E2E_OWN } },
    // Each in a place of its own, on an installation that is empty.
    { name: 'anywhere', testMatch: 'anywhere.spec.ts', use: { viewport: tablet.viewport } },
    {
      name: 'tablet',
      testMatch: [
        'glass.spec.ts',
        'bad-input.spec.ts',
        'plan.spec.ts',
        'lab.spec.ts',
        'bench.spec.ts',
        'week.spec.ts',
        'keyboard.spec.ts',
        'preps.spec.ts',
        'preps-bad.spec.ts',
        'paste.spec.ts',
        'work.spec.ts',
        'clock.spec.ts',
      ],
      use: { ...tablet, baseURL: process.env.OLVEX_E2E_DEMO },
    },
    { name: 'offline', testMatch: 'offline.spec.ts', use: { ...tablet, baseURL: process.env.OLVEX_E2E_DEMO } },
    {
      name: 'phone',
      testMatch: 'phone.spec.ts',
      use: {
        viewport: { width: 390, height: 844 },
        hasTouch: true,
        isMobile: true,
        locale: 'es-ES',
        timezoneId: 'Europe/Dublin',
        baseURL: process.env.OLVEX_E2E_DEMO,
      },
    },
    // Leaves fruit and a cup behind that the others do not expect.
    {
      name: 'base',
      testMatch: ['base.spec.ts', 'sizes.spec.ts', 'stands.spec.ts'],
      use: { ...tablet, baseURL: process.env.OLVEX_E2E_DEMO },
    },
    {
      name: 'make',
      testMatch: ['make.spec.ts', 'serve.spec.ts', 'count.spec.ts', 'taste.spec.ts'],
      use: { ...tablet, baseURL: process.env.OLVEX_E2E_MORNING ?? process.env.OLVEX_E2E_DEMO },
    },
    {
      name: 'after-restart',
      testMatch: 'after-restart.spec.ts',
      use: { ...tablet, baseURL: process.env.OLVEX_E2E_OWN },
    },
  ],
})
