import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  test: {
    environment: 'node',
    // As many as there are cores: by itself Vitest leaves one of two idle.
    maxWorkers: Math.max(2, availableParallelism()),
    testTimeout: 60_000,
    // Most of what a test makes is dropped at once: room for it makes clearing away rare.
    execArgv: ['--max-semi-space-size=64'],
    projects: [
      {
        extends: true,
        test: {
          name: 'core',
          include: ['src/core/**/*.test.ts'],
          // The core keeps nothing from one call to the next but what it could work out again: its modules are loaded once
          // for all of its tests.
          isolate: false,
        },
      },
      {
        extends: true,
        test: {
          name: 'whole',
          include: ['src/app/whole/*.test.tsx'],
          // They replace the same few modules and leave the page as it was, so they share both.
          environment: './src/app/testing/one-page.ts',
          isolate: false,
        },
      },
      {
        extends: true,
        test: {
          name: 'app',
          include: ['src/**/*.test.ts', 'src/**/*.test.tsx', 'scripts/**/*.test.ts'],
          exclude: ['src/core/**', 'src/app/whole/**', '**/node_modules/**'],
        },
      },
    ],
    coverage: {
      provider: 'v8',
      include: ['src/**/*.{ts,tsx}'],
      exclude: ['src/**/testing/**', 'src/**/*.test.{ts,tsx}', 'src/**/*.d.ts'],
      reporter: ['text-summary', 'json-summary'],
    },
  },
});
