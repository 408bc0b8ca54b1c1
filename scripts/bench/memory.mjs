// Measures the memory of Chromium while the command line makes a short and a long film.
import { spawn } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { root } from '../lib/set-up.mjs';

/** Memory of all Chromium processes, in megabytes: each page counted once, however many share it. */
function chromiumMb() {
  let kb = 0;
  for (const id of readdirSync('/proc').filter((name) => /^\d+$/.test(name))) {
    try {
      if (!readFileSync(`/proc/${id}/cmdline`, 'utf8').includes('chrom')) continue;
      kb += Number(/^Pss:\s+(\d+)/m.exec(readFileSync(`/proc/${id}/smaps_rollup`, 'utf8'))?.[1] ?? 0);
    } catch {
      // The process ended meanwhile.
    }
  }
  return kb / 1024;
}

/** Peaks in megabytes while films of 60 and 600 seconds are made; small ones, so that ten minutes take no hour. */
export async function measureMemory() {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'tempo-bench-'));
  const table = path.join(folder, 't.csv');
  const lines = ['year,name,value'];
  for (let p = 0; p < 12; p++)
    for (let c = 0; c < 14; c++)
      lines.push(`${2000 + p},Category ${c},${1000 + Math.round(900 * Math.sin(p * (0.3 + c * 0.11) + c))}`);
  writeFileSync(table, lines.join('\n'));
  try {
    const peaks = [];
    for (const seconds of ['60', '600']) {
      let peak = 0;
      const film = ['--length', seconds, '--fps', '30', '--size', '640x360', '--out', path.join(folder, 'long.mp4')];
      const child = spawn('node', [path.join(root, 'scripts/tempo.mjs'), 'render', table, ...film], {
        stdio: 'ignore',
      });
      const timer = setInterval(() => {
        peak = Math.max(peak, chromiumMb());
      }, 400);
      const status = await new Promise((resolve) => child.on('close', resolve));
      clearInterval(timer);
      if (status !== 0) throw new Error(`The film of ${seconds} s failed`);
      peaks.push(peak);
    }
    return peaks;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
