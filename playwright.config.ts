import { defineConfig } from '@playwright/test';
import { chromiumArgs, chromiumPath } from './scripts/lib/chromium.mjs';

const port = 3217;

/** Browser tests run against the production build, in Debian's Chromium, one at a time. */
export default defineConfig({
  testDir: 'tests/e2e',
  outputDir: 'test-results/browser',
  workers: 1,
  timeout: 120_000,
  expect: { timeout: 20_000 },
  use: {
    baseURL: `http://localhost:${port}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: { executablePath: chromiumPath() ?? undefined, args: chromiumArgs },
  },
  webServer: {
    command: `node node_modules/next/dist/bin/next start -p ${port}`,
    url: `http://localhost:${port}`,
    reuseExistingServer: false,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 2000 },
  },
});
