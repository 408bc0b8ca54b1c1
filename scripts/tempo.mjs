// npm run --silent tempo -- …: bundles the command line when its sources have changed, and runs it.
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, statSync } from 'node:fs';
import path from 'node:path';
import { ensurePackages, root } from './lib/set-up.mjs';

const bundle = path.join(root, 'node_modules/.cache/tempo/tempo.mjs');

/** The time of the newest source file. */
function newest(folder) {
  let latest = 0;
  for (const entry of readdirSync(folder, { withFileTypes: true, recursive: true })) {
    if (entry.isFile()) latest = Math.max(latest, statSync(path.join(entry.parentPath, entry.name)).mtimeMs);
  }
  return latest;
}

async function build() {
  const { build: bundleWith } = await import('esbuild');
  mkdirSync(path.dirname(bundle), { recursive: true });
  await bundleWith({
    entryPoints: [path.join(root, 'src/cli/tempo.ts')],
    outfile: bundle,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    packages: 'external',
    alias: { '@': path.join(root, 'src') },
    logLevel: 'error',
  });
}

ensurePackages();
const sources = ['src/core', 'src/cli', 'src/export/data'].map((folder) => newest(path.join(root, folder)));
if (!existsSync(bundle) || statSync(bundle).mtimeMs < Math.max(...sources)) await build();
const { status, signal } = spawnSync(process.execPath, [bundle, ...process.argv.slice(2)], {
  stdio: 'inherit',
  // npm changes into the project's folder; file names are meant from where the person stands.
  cwd: process.env.INIT_CWD ?? process.cwd(),
});
process.exit(signal ? 2 : (status ?? 2));
