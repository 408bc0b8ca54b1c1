import { execFileSync } from 'node:child_process';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import type { keepBrowser } from '../../src/cli/browser';
import type { tempo } from '../../src/cli/program';
import { test } from './support';

/** A part of the command line as it is bundled: the test tool cannot read all of its sources. */
const part = (name: string) => import(pathToFileURL(path.resolve(`node_modules/.cache/tempo/cli/${name}.mjs`)).href);

let runHere: typeof tempo;

/**
 * The command line in the test's own process, with one browser for all that the tests of a file render: to start a process and
 * a browser takes longer than most of their films. `render.spec.ts` starts the real one.
 */
export function commandLine(): (...args: string[]) => Promise<string> {
  let end: () => Promise<void> = () => Promise.resolve();
  test.beforeAll(async () => {
    // Bundles it and builds what renders, where that has not been done.
    execFileSync('node', ['scripts/tempo.mjs', 'render', '--list', 'looks']);
    ({ tempo: runHere } = await part('program'));
    const browser: { keepBrowser: typeof keepBrowser } = await part('browser');
    end = browser.keepBrowser();
  });
  test.afterAll(() => end());
  return run;
}

/** What a command prints. @throws Error with what it says where it refuses. */
async function run(...args: string[]): Promise<string> {
  const said = { stdout: '', stderr: '' };
  const streams = ['stdout', 'stderr'] as const;
  const real = streams.map((stream) => process[stream].write);
  for (const stream of streams)
    process[stream].write = (text: string | Uint8Array) => {
      said[stream] += typeof text === 'string' ? text : Buffer.from(text).toString();
      return true;
    };
  process.exitCode = 0;
  try {
    await runHere(args);
    if (process.exitCode !== 0) throw new Error(said.stderr);
    return said.stdout;
  } finally {
    streams.forEach((stream, i) => {
      process[stream].write = real[i] as typeof process.stdout.write;
    });
    process.exitCode = 0;
  }
}
