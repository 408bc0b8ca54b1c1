import { readdirSync, readFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

/** Tests of a project that share a page and the modules that draw on it, with React as people have it. */
const onOnePage = {
  oxc: { jsx: { runtime: 'automatic' as const, development: false } },
  test: {
    environment: './src/app/testing/one-page.ts',
    isolate: false,
    env: { NODE_ENV: 'production' as const },
    setupFiles: ['./src/app/testing/production-react.ts'],
  },
};

/**
 * Tests that replace modules, load them anew for each of several tabs, or want a page or React of their own: each has its
 * modules to itself. What a tab is at the end of such a test would be the app of the next one.
 */
const apart = testsWith(/\bvi\.(mock|resetModules)\(|\bloadTab\(|@vitest-environment/);

/** The tests, but for those of the whole app, whose text has something. */
function testsWith(pattern: RegExp): string[] {
  const tests = ['src', 'scripts'].flatMap((folder) =>
    readdirSync(folder, { recursive: true, encoding: 'utf8' }).map((name) => `${folder}/${name}`),
  );
  return tests
    .filter((name) => /\.test\.tsx?$/.test(name) && !name.startsWith('src/app/whole/'))
    .filter((name) => pattern.test(readFileSync(name, 'utf8')));
}

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
        ...onOnePage,
        test: {
          ...onOnePage.test,
          name: 'whole',
          // They replace the same few modules and leave the page as it was.
          include: ['src/app/whole/*.test.tsx'],
        },
      },
      {
        extends: true,
        ...onOnePage,
        test: {
          ...onOnePage.test,
          name: 'ui',
          // They replace no modules. One of them counts what is drawn, which React tells developers alone.
          include: ['src/ui/**/*.test.ts', 'src/ui/**/*.test.tsx'],
          exclude: apart,
        },
      },
      {
        extends: true,
        test: {
          name: 'app',
          // The rest, which share their modules as those of the core do.
          include: ['src/**/*.test.{ts,tsx}', 'scripts/**/*.test.ts'],
          exclude: ['src/core/**', 'src/app/whole/**', 'src/ui/**', ...apart],
          isolate: false,
        },
      },
      {
        extends: true,
        test: { name: 'apart', include: apart },
      },
    ],
    coverage: {
      provider: 'custom',
      customProviderModule: './scripts/lib/function-coverage.mjs',
      // `npm test` asks for the core and for the rest by itself.
      include: process.env.COVERED?.split(' ') ?? ['src/**/*.{ts,tsx}'],
      reportsDirectory: process.env.COVERAGE_FOLDER ?? 'coverage',
      exclude: ['src/**/testing/**', 'src/**/*.test.{ts,tsx}', 'src/**/*.d.ts'],
      reporter: ['text-summary', 'json-summary'],
    },
  },
});
