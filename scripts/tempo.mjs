// npm run --silent tempo -- …: bundles the command line when its sources have changed, and runs it.
import { spawnSync } from 'node:child_process';
import { copyFileSync, existsSync, mkdirSync, readdirSync, renameSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { ensurePackages, root } from './lib/set-up.mjs';

const cli = path.join(root, 'node_modules/.cache/tempo/cli');
const bundle = path.join(cli, 'tempo.mjs');
const page = path.join(root, 'node_modules/.cache/tempo/page');

/** The time of the newest source file. */
function newest(folder) {
  let latest = 0;
  for (const entry of readdirSync(folder, { withFileTypes: true, recursive: true })) {
    if (entry.isFile()) latest = Math.max(latest, statSync(path.join(entry.parentPath, entry.name)).mtimeMs);
  }
  return latest;
}

/**
 * Writes what was bundled. Several commands may begin at once, so each file is there whole or not at all; the one that others are
 * judged by comes last.
 */
function write({ outputFiles }, last) {
  for (const { path: file, contents } of outputFiles.toSorted(
    (a, b) => Number(a.path === last) - Number(b.path === last),
  )) {
    mkdirSync(path.dirname(file), { recursive: true });
    writeFileSync(`${file}.${process.pid}`, contents);
    renameSync(`${file}.${process.pid}`, file);
  }
}

async function build() {
  const { build: bundleWith } = await import('esbuild');
  const built = await bundleWith({
    // The program, and its parts for those who run commands in a process of their own.
    entryPoints: ['tempo', 'program', 'browser'].map((name) => path.join(root, `src/cli/${name}.ts`)),
    outdir: cli,
    outExtension: { '.js': '.mjs' },
    bundle: true,
    // What only some commands need is loaded by them.
    splitting: true,
    write: false,
    platform: 'node',
    format: 'esm',
    target: 'node20.10',
    packages: 'external',
    alias: { '@': path.join(root, 'src') },
    logLevel: 'error',
  });
  write(built, bundle);
}

/** The page that renders, and its workers. */
async function buildPage() {
  const { build: bundleWith } = await import('esbuild');
  const shared = {
    bundle: true,
    alias: { '@': path.join(root, 'src'), module: path.join(root, 'src/render/pdf/nowhere.ts') },
    outdir: page,
    write: false,
    logLevel: 'error',
    legalComments: 'none',
    minify: true,
    target: 'es2022',
  };
  const entry = (...names) => names.map((name) => path.join(root, 'src', name));
  // What sets text in PDF looks for its program beside itself.
  mkdirSync(page, { recursive: true });
  copyFileSync(path.join(root, 'node_modules/harfbuzzjs/dist/harfbuzz.wasm'), path.join(page, 'harfbuzz.wasm'));
  write(await bundleWith({ ...shared, entryPoints: entry('cli/render-page.ts'), format: 'iife' }), '');
  const workers = entry('workers/export.worker.ts', 'workers/span.worker.ts');
  write(await bundleWith({ ...shared, entryPoints: workers, format: 'esm' }), path.join(page, 'span.worker.js'));
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
