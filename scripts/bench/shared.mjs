// What the measuring programs share.
import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { build } from 'esbuild';
import { root } from '../lib/set-up.mjs';

export const median = (list) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)];
export const range = (list, digits = 1) =>
  `${Math.min(...list).toFixed(digits)} to ${Math.max(...list).toFixed(digits)}`;

/** Bundles a measuring program with the app's own code. */
export async function bundle(file, platform) {
  const result = await build({
    entryPoints: [path.join(root, 'scripts/bench', file)],
    alias: { '@': path.join(root, 'src') },
    bundle: true,
    write: false,
    format: platform === 'node' ? 'esm' : 'iife',
    platform,
    legalComments: 'none',
    // Everything inside: data files of packages are no modules to Node.
    ...(platform === 'node'
      ? {
          banner: {
            js: "import { createRequire as tempoRequire } from 'node:module'; const require = tempoRequire(import.meta.url);",
          },
        }
      : {}),
  });
  return result.outputFiles[0].text;
}

/** Runs a program to its end; its output is thrown away. Returns the milliseconds it took. */
export function runToEnd(program, args) {
  const startedMs = performance.now();
  const { status } = spawnSync(program, args, { stdio: 'ignore' });
  if (status !== 0) throw new Error(`${program} ${args.join(' ')} ended with ${status}`);
  return performance.now() - startedMs;
}
