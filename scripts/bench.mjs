// npm run bench: measures speed, as ratios within one run. --json prints the figures as JSON.
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { chromiumArgs, chromiumPath } from './lib/chromium.mjs';
import { freePort, startServer } from './lib/server.mjs';
import { ensureBuild, ensurePackages, ensurePrograms, root, versionOf } from './lib/set-up.mjs';

ensurePackages();
ensurePrograms();
ensureBuild();
const { build } = await import('esbuild');
const { chromium } = await import('@playwright/test');

const bundle = async (file, platform) => {
  const result = await build({
    entryPoints: [path.join(root, 'scripts/bench', file)],
    alias: { '@': path.join(root, 'src') },
    bundle: true,
    write: false,
    format: platform === 'node' ? 'esm' : 'iife',
    platform,
    legalComments: 'none',
  });
  return result.outputFiles[0].text;
};

const median = (list) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)];
const range = (list, digits = 1) => `${Math.min(...list).toFixed(digits)} to ${Math.max(...list).toFixed(digits)}`;

async function measureCore() {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'tempo-bench-'));
  try {
    const file = path.join(folder, 'core.mjs');
    writeFileSync(file, await bundle('core.ts', 'node'));
    return JSON.parse(execFileSync(process.execPath, [file], { encoding: 'utf8' }));
  } finally {
    rmSync(folder, { recursive: true });
  }
}

async function measureBrowser() {
  const code = await bundle('film-worker.ts', 'browser');
  const server = await startServer(await freePort(3300));
  const browser = await chromium.launch({ executablePath: chromiumPath(), args: chromiumArgs });
  try {
    const page = await browser.newPage({ bypassCSP: true, viewport: { width: 1280, height: 720 } });
    await page.route('**/blank', (route) =>
      route.fulfill({ contentType: 'text/html', body: '<!doctype html><body style="margin:0">' }),
    );
    await page.goto(`${server.url}/blank`);
    const run = (preview) =>
      page.evaluate(
        ([source, visible]) =>
          new Promise((resolve, reject) => {
            const worker = new Worker(URL.createObjectURL(new Blob([source], { type: 'text/javascript' })));
            worker.onmessage = ({ data }) => resolve(data);
            worker.onerror = (event) => reject(new Error(event.message));
            const message = { baseUrl: location.origin };
            if (!visible) return worker.postMessage(message);
            const element = document.createElement('canvas');
            element.width = 1280;
            element.height = 720;
            document.body.append(element);
            const canvas = element.transferControlToOffscreen();
            worker.postMessage({ ...message, canvas }, [canvas]);
          }),
        [code, preview],
      );
    return { ...(await run(false)), preview: await run(true), browser: browser.version() };
  } finally {
    await browser.close();
    await server.stop();
  }
}

const core = await measureCore();
const film = await measureBrowser();
const late = film.preview.gapsMs.filter((ms) => ms > 20).length / film.preview.gapsMs.length;
const rows = [
  ['sceneAt, 12 of 100 categories', `${median(core.few).toFixed(1)} µs`, range(core.few), ''],
  ['sceneAt, 12 of 10,000 categories', `${median(core.many).toFixed(1)} µs`, range(core.many), ''],
  ['  ratio', (median(core.many) / median(core.few)).toFixed(2), '', 'at most 1.5'],
  ['sceneAt, 50 periods', `${median(core.short).toFixed(1)} µs`, range(core.short), ''],
  ['sceneAt, 5,000 periods', `${median(core.long).toFixed(1)} µs`, range(core.long), ''],
  ['  ratio', (median(core.long) / median(core.short)).toFixed(2), '', 'at most 1.5'],
  ['sceneAt, 20 places', `${median(core.full).toFixed(1)} µs`, range(core.full), 'under 400 µs'],
  ['prepare, 1,000 categories by 500 periods', `${median(core.once).toFixed(0)} ms`, range(core.once, 0), ''],
  [
    'prepare, 1,000 categories by 1,000 periods',
    `${median(core.twice).toFixed(0)} ms`,
    range(core.twice, 0),
    'under 1,000 ms',
  ],
  ['  ratio', (median(core.twice) / median(core.once)).toFixed(2), '', 'at most 2.2'],
  ['draw a 1080p frame', `${median(film.drawMs).toFixed(1)} ms`, range(film.drawMs), ''],
  ['draw it and make it a video frame', `${median(film.frameMs).toFixed(1)} ms`, range(film.frameMs), ''],
  ['encode ready-made 1080p pictures, H.264', `${median(film.pixelFps).toFixed(1)} frames/s`, range(film.pixelFps), ''],
  ['  the same, a frame', `${(1000 / median(film.pixelFps)).toFixed(1)} ms`, '', ''],
  ['encode them already turned to I420', `${median(film.readyFps).toFixed(1)} frames/s`, range(film.readyFps), ''],
  ['export 1080p, H.264, whole', `${median(film.exportFps).toFixed(1)} frames/s`, range(film.exportFps), ''],
  ['  ratio to ready-made pictures', (median(film.exportFps) / median(film.pixelFps)).toFixed(2), '', 'at least 0.8'],
  ['  ratio to ready-made I420', (median(film.exportFps) / median(film.readyFps)).toFixed(2), '', ''],
  [
    'preview 1280x720, between pictures',
    `${median(film.preview.gapsMs).toFixed(1)} ms`,
    range(film.preview.gapsMs),
    '',
  ],
  ['  drawing', `${median(film.preview.drawMs).toFixed(1)} ms`, range(film.preview.drawMs), ''],
  ['  later than 20 ms', `${(late * 100).toFixed(1)} %`, '', 'under 2 %'],
];

const machine = `${os.cpus().length} cores (${os.cpus()[0].model}), Node ${process.version}, Chromium ${film.browser}, ${versionOf('ffmpeg', ['-version']).split(' Copyright')[0]}`;
if (process.argv.includes('--json')) {
  console.log(
    JSON.stringify(
      { machine, rows: rows.map(([what, value, spread, target]) => ({ what, value, spread, target })) },
      null,
      2,
    ),
  );
} else {
  console.log(machine);
  const width = (column) => Math.max(...rows.map((row) => row[column].length));
  const widths = [0, 1, 2].map(width);
  for (const row of rows)
    console.log(
      row
        .map((cell, i) => (i === 1 ? cell.padStart(widths[1]) : cell.padEnd(widths[i] ?? 0)))
        .join('   ')
        .trimEnd(),
    );
  console.log('Medians, and the range of the rounds; the last column is the aim. Read the ratios: machines differ.');
}
