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

const charts = ['ranked-bars', 'donut', 'tree-map', 'lines'];
const CARRY_SEC = 1.2;

/** A film script of pieces of so many seconds: every fifth is a card, and marks are carried from one to the next. */
function scriptOf(count, seconds) {
  const into = { how: 'carry-over', seconds: CARRY_SEC };
  const pieces = Array.from({ length: count }, (_, i) =>
    i % 5 === 0
      ? { card: 'chapter', title: `Part ${i / 5 + 1}`, seconds, into }
      : { table: 't.csv', chart: charts[(i % 5) - 1], title: `Piece ${i}`, seconds, into },
  );
  return {
    text: JSON.stringify({ format: 'plucky-tempo-film', version: 1, size: '640x360', fps: 30, pieces }),
    frames: (count * seconds - (count - 1) * CARRY_SEC) * 30,
  };
}

/** The peak in megabytes and the frames a second of a film that the command line makes. */
async function measured(args) {
  let peak = 0;
  const child = spawn('node', [path.join(root, 'scripts/tempo.mjs'), 'render', ...args], { stdio: 'ignore' });
  const startedMs = performance.now();
  const timer = setInterval(() => {
    peak = Math.max(peak, chromiumMb());
  }, 400);
  const status = await new Promise((resolve) => child.on('close', resolve));
  clearInterval(timer);
  if (status !== 0) throw new Error(`The film of ${args[0]} failed`);
  return { peak, sec: (performance.now() - startedMs) / 1000 };
}

/**
 * Peaks in megabytes while films of one and of ten minutes of one chart are made, and of five pieces in one minute and forty in half an
 * hour, and how many frames a second each took. Small ones, so that half an hour takes no day.
 */
export async function measureMemory() {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'tempo-bench-'));
  const table = path.join(folder, 't.csv');
  const script = path.join(folder, 'film.json');
  const lines = ['year,name,value'];
  for (let p = 0; p < 12; p++)
    for (let c = 0; c < 14; c++)
      lines.push(`${2000 + p},Category ${c},${1000 + Math.round(900 * Math.sin(p * (0.3 + c * 0.11) + c))}`);
  writeFileSync(table, lines.join('\n'));
  const out = ['--out', path.join(folder, 'long.mp4')];
  const small = ['--fps', '30', '--size', '640x360'];
  const ofScript = async (count, seconds) => {
    const { text, frames } = scriptOf(count, seconds);
    writeFileSync(script, text);
    const { peak, sec } = await measured([script, ...out]);
    return { peak, perSec: frames / sec };
  };
  try {
    const short = await measured([table, '--length', '60', ...small, ...out]);
    const long = await measured([table, '--length', '600', ...small, ...out]);
    return { peaks: [short.peak, long.peak], minute: await ofScript(5, 12), halfHour: await ofScript(40, 45) };
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
