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

const PIECES = 40;
const PIECE_SEC = 45;

/** A film script of forty pieces and half an hour: every fifth is a card, and marks are carried from one chart to the next. */
function longScript() {
  const charts = ['ranked-bars', 'donut', 'tree-map', 'lines'];
  const pieces = Array.from({ length: PIECES }, (_, i) =>
    i % 5 === 0
      ? { card: 'chapter', title: `Part ${i / 5 + 1}`, seconds: PIECE_SEC, into: { how: 'dissolve', seconds: 1 } }
      : {
          table: 't.csv',
          chart: charts[(i % 5) - 1],
          title: `Piece ${i}`,
          seconds: PIECE_SEC,
          into: { how: 'carry-over', seconds: 1.2 },
        },
  );
  return JSON.stringify({ format: 'plucky-tempo-film', version: 1, size: '640x360', fps: 30, pieces });
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
 * Peaks in megabytes while films of one and of ten minutes are made, and one of forty pieces and half an hour; and how many frames
 * a second the two long ones took. Small ones, so that half an hour takes no day.
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
  writeFileSync(script, longScript());
  const out = ['--out', path.join(folder, 'long.mp4')];
  const small = ['--fps', '30', '--size', '640x360'];
  try {
    const short = await measured([table, '--length', '60', ...small, ...out]);
    const long = await measured([table, '--length', '600', ...small, ...out]);
    const pieces = await measured([script, ...out]);
    const filmSec = PIECES * PIECE_SEC - (PIECES - 1) * 1.2;
    return {
      peaks: [short.peak, long.peak, pieces.peak],
      perSec: [(600 * 30) / long.sec, (filmSec * 30) / pieces.sec],
    };
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
