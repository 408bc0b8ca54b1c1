// Measures how much longer a film with sound takes than the same film without.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { root } from '../lib/set-up.mjs';

const ROUNDS = 3;

async function seconds(args) {
  const startedMs = performance.now();
  const child = spawn('node', [path.join(root, 'scripts/tempo.mjs'), 'render', ...args], { stdio: 'ignore' });
  const status = await new Promise((resolve) => child.on('close', resolve));
  if (status !== 0) throw new Error(`The film of ${args[0]} failed`);
  return (performance.now() - startedMs) / 1000;
}

/** Seconds that a film of a minute takes with music and without, in turns. */
export async function measureSoundExport() {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'tempo-bench-'));
  const film = [
    path.join(root, 'public/samples/ferry-passengers.csv'),
    '--length',
    '60',
    '--fps',
    '30',
    '--size',
    '1920x1080',
  ];
  const music = ['--sound', path.join(root, 'public/sounds/low-tide.wav'), '--sound-loop'];
  try {
    const [silent, heard] = [[], []];
    await seconds([...film, '--out', path.join(folder, 'warm.mp4')]);
    for (let round = 0; round < ROUNDS; round++) {
      silent.push(await seconds([...film, '--out', path.join(folder, 'silent.mp4')]));
      heard.push(await seconds([...film, ...music, '--out', path.join(folder, 'heard.mp4')]));
    }
    return { silent, heard };
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
