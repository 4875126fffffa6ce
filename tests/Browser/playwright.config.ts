import { defineConfig } from '@playwright/test';
import { chromiumOptions } from '../support/chromium.mjs';

const port = Number(process.env.SKARVO_TEST_PORT ?? 8423);

export default defineConfig({
  testDir: '.',
  outputDir: '../../test-results',
  // One Skarvo serves all tests, and they move its time of day: so one at a time, in order.
  workers: 1,
  fullyParallel: false,
  timeout: 180_000,
  expect: { timeout: 30_000 },
  reporter: [['list']],
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    actionTimeout: 30_000,
    timezoneId: 'Europe/Oslo',
    locale: 'en-GB',
    trace: 'off',
    launchOptions: chromiumOptions,
  },
  webServer: {
    command: `bash serve ${port}`,
    url: `http://127.0.0.1:${port}/up`,
    timeout: 60_000,
    reuseExistingServer: false,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 8000 },
    stdout: 'pipe',
  },
});
