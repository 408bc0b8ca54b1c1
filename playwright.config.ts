import { defineConfig } from '@playwright/test';
import { chromiumArgs, shellPath } from './scripts/lib/chromium.mjs';

const port = 3217;

/**
 * Browser tests run against the production build, in Debian's Chromium without a window, three at a time: one
 * of them mostly waits. Times are so long
 * that only a test that stands still ends by them, however busy the machine is.
 */
export default defineConfig({
  testDir: 'tests/e2e',
  outputDir: 'test-results/browser',
  workers: 3,
  fullyParallel: true,
  timeout: 300_000,
  expect: { timeout: 60_000 },
  use: {
    baseURL: `http://localhost:${port}`,
    viewport: { width: 1280, height: 800 },
    // Nothing plays by itself: beside a film that moves, on a page without a graphics card, all else takes several times as long.
    contextOptions: { reducedMotion: 'reduce' },
    launchOptions: { executablePath: shellPath() ?? undefined, args: chromiumArgs },
  },
  webServer: {
    command: `node node_modules/next/dist/bin/next start -p ${port}`,
    url: `http://localhost:${port}`,
    reuseExistingServer: false,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 2000 },
  },
});
