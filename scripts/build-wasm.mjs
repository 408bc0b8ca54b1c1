// npm run wasm: builds what has to be quick from its AssemblyScript sources into modules that the app can import.
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';

/** Sources, and where their modules go. */
const modules = {
  'pixels-to-i420': 'src/export/video',
  resample: 'src/core/sound',
};

for (const [name, target] of Object.entries(modules)) {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'tempo-wasm-'));
  const file = path.join(folder, 'out.wasm');
  const flags = ['--enable', 'simd', '--runtime', 'stub', '-O3', '--noAssert', '--importMemory', '-o', file];
  execFileSync('npx', ['--no-install', 'asc', `scripts/wasm/${name}.ts`, ...flags], { stdio: 'inherit' });
  const base64 = readFileSync(file).toString('base64');
  rmSync(folder, { recursive: true });
  const lines = base64.match(/.{1,100}/g).map((line) => `  '${line}'`);
  writeFileSync(
    `${target}/${name}.wasm.ts`,
    `// Made by npm run wasm from scripts/wasm/${name}.ts; do not edit.\n/** The module's bytes, in base64. */\nexport const wasmBase64 =\n${lines.join(' +\n')};\n`,
  );
}
