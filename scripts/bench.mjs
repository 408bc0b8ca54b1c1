// npm run bench: measures speed, as ratios within one run. --json prints the figures as JSON.
import { execFileSync, spawn, spawnSync } from 'node:child_process';
import {
  closeSync,
  createWriteStream,
  mkdirSync,
  mkdtempSync,
  openSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
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
};

const median = (list) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)];
const range = (list, digits = 1) => `${Math.min(...list).toFixed(digits)} to ${Math.max(...list).toFixed(digits)}`;

/** Runs a measuring program in Node. It stands among the packages, so that it finds them. */
async function measureInNode(source) {
  const folder = path.join(root, 'node_modules/.cache/bench');
  mkdirSync(folder, { recursive: true });
  const file = path.join(folder, source.replace(/ts$/, 'mjs'));
  writeFileSync(file, await bundle(source, 'node'));
  return JSON.parse(execFileSync(process.execPath, ['--expose-gc', file], { encoding: 'utf8' }));
}

/** Opens a CSV of two million rows in the app, and watches how long the page is held up meanwhile. */
async function measurePage() {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'tempo-bench-'));
  const server = await startServer(await freePort(3350));
  const browser = await chromium.launch({ executablePath: chromiumPath(), args: chromiumArgs });
  try {
    const file = path.join(folder, 'long.csv');
    const stream = createWriteStream(file);
    stream.write('period,category,value\n');
    for (let p = 0; p < 1000; p++) {
      const day = new Date(Date.UTC(2001, 0, 1 + p)).toISOString().slice(0, 10);
      let lines = '';
      for (let c = 0; c < 2000; c++)
        lines += `${day},Category ${c},${(((p * 7919 + c * 104729) % 9999991) / 100).toFixed(2)}\n`;
      stream.write(lines);
    }
    await new Promise((resolve) => stream.end(resolve));
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, reducedMotion: 'reduce' });
    await page.goto(server.url);
    await page.getByTestId('stage-words').filter({ hasText: '1. ' }).waitFor({ state: 'attached' });
    await page.getByRole('navigation', { name: 'Steps' }).getByRole('button', { name: 'Gather' }).click();
    await page.evaluate(() => {
      window.longTasks = [];
      new PerformanceObserver((list) =>
        window.longTasks.push(...list.getEntries().map(({ duration }) => duration)),
      ).observe({
        type: 'longtask',
      });
    });
    const startedMs = Date.now();
    await page.getByLabel('Choose a table from this computer').setInputFiles(file);
    await page.getByText('2,000,000 rows').waitFor({ timeout: 300_000 });
    const readMs = Date.now() - startedMs;
    await page
      .getByTestId('stage-words')
      .filter({ hasText: 'Category' })
      .waitFor({ state: 'attached', timeout: 300_000 });
    const drawnMs = Date.now() - startedMs;
    const grid = page.getByRole('grid', { name: 'Table to edit' });
    await grid.focus();
    const longTasks = await page.evaluate(() => window.longTasks);
    // Scrolling: pictures a second while the wheel turns through the whole table.
    const gapsMs = await grid.evaluate(async (element) => {
      const gaps = [];
      let before = performance.now();
      for (let i = 0; i <= 120; i++) {
        element.scrollTop = (element.scrollHeight * i) / 120;
        await new Promise(requestAnimationFrame);
        gaps.push(performance.now() - before);
        before = performance.now();
      }
      return gaps;
    });
    return { longTasks, readMs, drawnMs, gapsMs };
  } finally {
    await browser.close();
    await server.stop();
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

/** Runs a program to its end; its output is thrown away. */
function runToEnd(program, args, input) {
  const startedMs = Date.now();
  const { status } = spawnSync(program, args, { stdio: [input ?? 'ignore', 'ignore', 'ignore'] });
  if (status !== 0) throw new Error(`${program} ${args.join(' ')} ended with ${status}`);
  return Date.now() - startedMs;
}

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

/** Frames a second and likeness of other ways from the same frames to a film, and memory over the length of films. */
async function measureOthers() {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'tempo-bench-'));
  const at = (name) => path.join(folder, name);
  const tempo = (...args) => runToEnd('node', [path.join(root, 'scripts/tempo.mjs'), ...args]);
  try {
    const lines = ['year,name,value'];
    for (let p = 0; p < 12; p++)
      for (let c = 0; c < 14; c++)
        lines.push(`${2000 + p},Category ${c},${1000 + Math.round(900 * Math.sin(p * (0.3 + c * 0.11) + c))}`);
    writeFileSync(at('t.csv'), lines.join('\n'));
    const film = ['render', at('t.csv'), '--length', '4', '--fps', '30', '--size', '1920x1080'];
    tempo(...film, '--out', at('ours.mp4'));
    tempo(...film, '--out', at('truth.zip'));
    runToEnd('unzip', ['-q', at('truth.zip'), '-d', at('truth')]);
    const truth = ['-framerate', '30', '-pattern_type', 'glob', '-i', at('truth/*.png')];
    runToEnd('ffmpeg', ['-v', 'error', ...truth, '-f', 'rawvideo', '-pix_fmt', 'rgba', at('raw')]);
    const psnr = (file) => {
      const args = [
        '-i',
        file,
        ...truth,
        '-lavfi',
        '[0]scale=out_color_matrix=bt709:in_color_matrix=bt709,format=gbrp[a];[1]format=gbrp[b];[a][b]psnr',
        '-f',
        'null',
        '-',
      ];
      return Number(/average:([\d.]+)/.exec(spawnSync('ffmpeg', args, { encoding: 'utf8' }).stderr)?.[1] ?? 0);
    };
    const x264 = {};
    for (const preset of ['veryfast', 'ultrafast']) {
      const fps = [];
      for (let round = 0; round < 3; round++) {
        const input = openSync(at('raw'), 'r');
        const ms = runToEnd(
          'ffmpeg',
          [
            '-y',
            '-v',
            'error',
            '-f',
            'rawvideo',
            '-pix_fmt',
            'rgba',
            '-s',
            '1920x1080',
            '-r',
            '30',
            '-i',
            'pipe:0',
            '-c:v',
            'libx264',
            '-preset',
            preset,
            '-b:v',
            '8M',
            '-pix_fmt',
            'yuv420p',
            '-vf',
            'scale=out_color_matrix=bt709',
            at(`${preset}.mp4`),
          ],
          input,
        );
        closeSync(input);
        fps.push(120_000 / ms);
      }
      x264[preset] = { fps, psnr: psnr(at(`${preset}.mp4`)) };
    }
    // One screenshot a frame of a page with an SVG in it, piped to ffmpeg.
    tempo(...film, '--format', 'svg', '--at', '2', '--out', at('still.svg'));
    const browser = await chromium.launch({ executablePath: chromiumPath(), args: chromiumArgs });
    const page = await browser.newPage({ viewport: { width: 1920, height: 1080 } });
    const svg = readFileSync(at('still.svg'), 'utf8');
    await page.setContent(`<body style="margin:0">${svg}`);
    const sink = spawn(
      'ffmpeg',
      [
        '-y',
        '-v',
        'error',
        '-f',
        'image2pipe',
        '-framerate',
        '30',
        '-i',
        'pipe:0',
        '-c:v',
        'libx264',
        '-preset',
        'veryfast',
        at('shots.mp4'),
      ],
      { stdio: ['pipe', 'ignore', 'ignore'] },
    );
    const startedMs = Date.now();
    for (let i = 0; i < 24; i++) {
      await page.evaluate(
        (shift) => document.querySelector('rect:nth-of-type(2)')?.setAttribute('width', String(500 + shift)),
        i,
      );
      sink.stdin.write(await page.screenshot({ type: 'png' }));
    }
    sink.stdin.end();
    await new Promise((resolve) => sink.on('close', resolve));
    const shotFps = 24_000 / (Date.now() - startedMs);
    await browser.close();
    // Memory: the peak while a film is made, small so that ten minutes of it take no hour.
    const peaks = [];
    for (const seconds of ['60', '600']) {
      let peak = 0;
      const child = spawn(
        'node',
        [
          path.join(root, 'scripts/tempo.mjs'),
          'render',
          at('t.csv'),
          '--length',
          seconds,
          '--fps',
          '30',
          '--size',
          '640x360',
          '--out',
          at('long.mp4'),
        ],
        { stdio: 'ignore' },
      );
      const timer = setInterval(() => {
        peak = Math.max(peak, chromiumMb());
      }, 400);
      await new Promise((resolve) => child.on('close', resolve));
      clearInterval(timer);
      peaks.push(peak);
    }
    return { x264, shotFps, peaks, ourPsnr: psnr(at('ours.mp4')) };
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

const core = await measureInNode('core.ts');
const tables = await measureInNode('tables.ts');
const page = await measurePage();
const film = await measureBrowser();
const others = await measureOthers();
const exported = median(film.exportFps);
const late = film.preview.gapsMs.filter((ms) => ms > 20).length / film.preview.gapsMs.length;
const rows = [
  ['sceneAt, 12 of 100 categories', `${median(core.few).toFixed(1)} µs`, range(core.few), ''],
  ['sceneAt, 12 of 10,000 categories', `${median(core.many).toFixed(1)} µs`, range(core.many), ''],
  ['  ratio', (median(core.many) / median(core.few)).toFixed(2), '', 'at most 1.5'],
  ['sceneAt, 50 periods', `${median(core.short).toFixed(1)} µs`, range(core.short), ''],
  ['sceneAt, 5,000 periods', `${median(core.long).toFixed(1)} µs`, range(core.long), ''],
  ['  ratio', (median(core.long) / median(core.short)).toFixed(2), '', 'at most 1.5'],
  [
    'sceneAt, 20 places, everything switched on',
    `${median(core.full).toFixed(1)} µs`,
    range(core.full),
    'under 400 µs',
  ],
  ['prepare, 1,000 categories by 500 periods', `${median(core.once).toFixed(0)} ms`, range(core.once, 0), ''],
  [
    'prepare, 1,000 categories by 1,000 periods',
    `${median(core.twice).toFixed(0)} ms`,
    range(core.twice, 0),
    'under 1,000 ms',
  ],
  ['  ratio', (median(core.twice) / median(core.once)).toFixed(2), '', 'at most 2.2'],
  ['edit of a text, 1,000 by 1,000', `${median(core.editText).toFixed(0)} ms`, range(core.editText, 0), 'under 100 ms'],
  ['edit of the pace', `${median(core.editPace).toFixed(0)} ms`, range(core.editPace, 0), 'under 100 ms'],
  [
    'edit of the number of places',
    `${median(core.editPlaces).toFixed(0)} ms`,
    range(core.editPlaces, 0),
    'under 100 ms',
  ],
  ['2,000,000 rows of CSV: Papa Parse alone', `${median(tables.papa).toFixed(0)} ms`, range(tables.papa, 0), ''],
  ['2,000,000 rows of CSV to a cube', `${median(tables.cube).toFixed(0)} ms`, range(tables.cube, 0), ''],
  ['  ratio', (median(tables.cube) / median(tables.papa)).toFixed(2), '', 'at most 1.5'],
  ['  held in memory, file included', `${tables.memory[0].toFixed(2)} × the file`, '', 'at most 3'],
  ['1,000,000 rows of CSV to a cube', `${median(tables.half).toFixed(0)} ms`, range(tables.half, 0), ''],
  ['  ratio of twice the rows', (median(tables.cube) / median(tables.half)).toFixed(2), '', 'at most 2.2'],
  ['  in the app: read', `${page.readMs} ms`, '', ''],
  ['  in the app: first picture', `${page.drawnMs} ms`, '', ''],
  [
    '  page held up for more than 50 ms',
    `${page.longTasks.length} times`,
    page.longTasks.length > 0 ? `longest ${Math.max(...page.longTasks).toFixed(0)} ms` : '',
    'never',
  ],
  ['  grid of 2,000,000 rows, between pictures', `${median(page.gapsMs).toFixed(1)} ms`, range(page.gapsMs), ''],
  ['draw a 1080p frame', `${median(film.drawMs).toFixed(1)} ms`, range(film.drawMs), ''],
  ['draw it and make it a video frame', `${median(film.frameMs).toFixed(1)} ms`, range(film.frameMs), ''],
  ['encode ready-made 1080p pictures, H.264', `${median(film.pixelFps).toFixed(1)} frames/s`, range(film.pixelFps), ''],
  ['  the same, a frame', `${(1000 / median(film.pixelFps)).toFixed(1)} ms`, '', ''],
  ['encode them already turned to I420', `${median(film.readyFps).toFixed(1)} frames/s`, range(film.readyFps), ''],
  ['export 1080p, H.264, whole', `${median(film.exportFps).toFixed(1)} frames/s`, range(film.exportFps), ''],
  ['  ratio to ready-made pictures', (median(film.exportFps) / median(film.pixelFps)).toFixed(2), '', 'at least 0.8'],
  ['  ratio to ready-made I420', (median(film.exportFps) / median(film.readyFps)).toFixed(2), '', ''],
  ...['veryfast', 'ultrafast'].flatMap((preset) => {
    const { fps, psnr } = others.x264[preset];
    return [
      [`ffmpeg libx264 ${preset}, fed RGBA`, `${median(fps).toFixed(1)} frames/s`, range(fps), ''],
      [
        '  export against it',
        (exported / median(fps)).toFixed(2),
        `${others.ourPsnr.toFixed(1)} dB against ${psnr.toFixed(1)} dB`,
        preset === 'veryfast' ? 'at least 2' : 'at least 1.3',
      ],
    ];
  }),
  ['an SVG page, a screenshot a frame, to ffmpeg', `${others.shotFps.toFixed(1)} frames/s`, '', ''],
  ['  export against it', (exported / others.shotFps).toFixed(1), '', 'at least 12'],
  ['peak memory of Chromium, 60 s of film', `${others.peaks[0].toFixed(0)} MB`, '', ''],
  [
    '  600 s of film against it',
    (others.peaks[1] / others.peaks[0]).toFixed(2),
    `${others.peaks[1].toFixed(0)} MB`,
    'at most 1.2',
  ],
  ['GIF 800x450, one palette', `${median(film.gifFps).toFixed(1)} frames/s`, range(film.gifFps), 'at least 30'],
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
