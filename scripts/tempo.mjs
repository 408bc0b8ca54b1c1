// npm run --silent tempo -- …: bundles the command line when its sources have changed, and runs it.
import { spawnSync } from 'node:child_process';
import { copyFileSync, existsSync, mkdirSync, readdirSync, statSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { ensurePackages, root } from './lib/set-up.mjs';

const bundle = path.join(root, 'node_modules/.cache/tempo/tempo.mjs');
const page = path.join(root, 'node_modules/.cache/tempo/page');

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
    target: 'node20.10',
    packages: 'external',
    alias: { '@': path.join(root, 'src') },
    logLevel: 'error',
  });
}

/** The page that renders, and its workers. */
async function buildPage() {
  const { build: bundleWith } = await import('esbuild');
  const shared = {
    bundle: true,
    alias: { '@': path.join(root, 'src'), module: path.join(root, 'src/render/pdf/nowhere.ts') },
    outdir: page,
    logLevel: 'error',
    legalComments: 'none',
    minify: true,
    target: 'es2022',
  };
  const entry = (...names) => names.map((name) => path.join(root, 'src', name));
  await bundleWith({ ...shared, entryPoints: entry('cli/render-page.ts'), format: 'iife' });
  await bundleWith({
    ...shared,
    entryPoints: entry('workers/export.worker.ts', 'workers/span.worker.ts'),
    format: 'esm',
  });
  // What sets text in PDF looks for its program beside itself.
  copyFileSync(path.join(root, 'node_modules/harfbuzzjs/dist/harfbuzz.wasm'), path.join(page, 'harfbuzz.wasm'));
}

ensurePackages();
const sources = Math.max(
  statSync(fileURLToPath(import.meta.url)).mtimeMs,
  ...['src/core', 'src/cli', 'src/farm', 'src/export', 'src/render', 'src/workers', 'src/app'].map((folder) =>
    newest(path.join(root, folder)),
  ),
);
if (!existsSync(bundle) || statSync(bundle).mtimeMs < sources) await build();
// What is mixed or decoded needs the page too.
const [command, part] = process.argv.slice(2);
if (['render', 'beats', 'join'].includes(command) || (command === 'farm' && part === 'work')) {
  const built = path.join(page, 'span.worker.js');
  if (!existsSync(built) || statSync(built).mtimeMs < sources) await buildPage();
  const player = path.join(root, 'public/player/player.js');
  if (!existsSync(player) || statSync(player).mtimeMs < sources)
    spawnSync(process.execPath, [path.join(root, 'scripts/prepare-assets.mjs')], { cwd: root });
}
process.env.TEMPO_ROOT = root;
// npm changes into the project's folder; file names are meant from where the person stands.
process.chdir(process.env.INIT_CWD ?? process.cwd());
// In this process: whoever stops it stops the command, and nothing stays behind.
await import(pathToFileURL(bundle).href);
