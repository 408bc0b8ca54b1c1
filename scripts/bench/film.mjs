// Measures exports in a browser, in turn with other ways from the same frames to a film.
import { spawn, spawnSync } from 'node:child_process';
import { createReadStream, createWriteStream, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import os from 'node:os';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import { chromium } from '@playwright/test';
import { chromiumArgs, chromiumPath } from '../lib/chromium.mjs';
import { root } from '../lib/set-up.mjs';
import { bundle, runToEnd } from './shared.mjs';

const ROUNDS = 5;
const SHOTS = 24;
/** What is measured without the app's code. */
const others = ['veryfast', 'ultrafast', 'shots'];
const SIZE = '1920x1080';

/**
 * Serves an empty page with the app's fonts, and takes what its worker sends: pictures and a film are too large for the
 * wire of the test tool.
 */
async function startSite(folder) {
  const answer = async (request, response) => {
    const name = path.basename(request.url ?? '');
    if (request.method === 'POST') {
      await pipeline(request, createWriteStream(path.join(folder, name), { flags: name === 'frame' ? 'a' : 'w' }));
      response.end();
    } else if (request.url?.startsWith('/fonts/')) {
      await pipeline(createReadStream(path.join(root, 'public/fonts', name)), response);
    } else {
      response.setHeader('content-type', 'text/html');
      response.end('<!doctype html><body style="margin:0">');
    }
  };
  const server = createServer((request, response) => {
    answer(request, response).catch(() => response.destroy());
  });
  await new Promise((resolve) => server.listen(0, 'localhost', resolve));
  return { url: `http://localhost:${server.address().port}`, close: () => server.close() };
}

/** The command that makes a film of raw pictures that come through a pipe. */
function x264(raw, times, preset, out) {
  const ffmpeg = `ffmpeg -y -v error -f rawvideo -pix_fmt rgba -s ${SIZE} -r 30 -i pipe:0 -c:v libx264 -preset ${preset} -b:v 8M -pix_fmt yuv420p -vf scale=out_color_matrix=bt709 '${out}'`;
  return ['-c', `for i in $(seq ${times}); do cat '${raw}'; done | ${ffmpeg}`];
}

/** Likeness of a film to the pictures that it was made of, in decibels over all of its frames. */
function psnr(film, raw) {
  const truth = ['-stream_loop', '-1', '-f', 'rawvideo', '-pix_fmt', 'rgba', '-s', SIZE, '-r', '30', '-i', raw];
  const graph =
    '[0]scale=in_color_matrix=bt709,format=gbrp,settb=1/30,setpts=N[a];[1]format=gbrp,settb=1/30,setpts=N[b];[a][b]psnr=shortest=1';
  const { stderr } = spawnSync('ffmpeg', ['-i', film, ...truth, '-lavfi', graph, '-f', 'null', '-'], {
    encoding: 'utf8',
  });
  return Number(/average:([\d.]+)/.exec(stderr)?.[1] ?? 0);
}

/** Shows SVG pictures one after the other in a page, and pipes a screenshot of each to ffmpeg. Frames a second. */
async function screenshotFps(browser, { svgs, css }, out) {
  const page = await browser.newPage({ viewport: { width: 1920, height: 1080 } });
  await page.setContent(`<style>body{margin:0}${css}</style><div id="stage"></div>`);
  await page.evaluate(() => document.fonts.ready);
  const args = ['-y', '-v', 'error', '-f', 'image2pipe', '-framerate', '30', '-i', 'pipe:0', '-c:v', 'libx264'];
  const startedMs = performance.now();
  const sink = spawn('ffmpeg', [...args, '-preset', 'veryfast', out], { stdio: ['pipe', 'ignore', 'ignore'] });
  for (const svg of svgs.slice(0, SHOTS)) {
    await page.evaluate((markup) => {
      document.getElementById('stage').innerHTML = markup;
    }, svg);
    sink.stdin.write(await page.screenshot({ type: 'png' }));
  }
  sink.stdin.end();
  await new Promise((resolve) => sink.on('close', resolve));
  const fps = (SHOTS / (performance.now() - startedMs)) * 1000;
  await page.close();
  return fps;
}

export async function measureFilm() {
  const code = await bundle('film-worker.ts', 'browser');
  const folder = mkdtempSync(path.join(os.tmpdir(), 'tempo-bench-'));
  const at = (name) => path.join(folder, name);
  const site = await startSite(folder);
  const browser = await chromium.launch({ executablePath: chromiumPath(), args: chromiumArgs });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 720 } });
    await page.goto(site.url);
    await page.evaluate((source) => {
      window.source = URL.createObjectURL(new Blob([source], { type: 'text/javascript' }));
      window.start = () => new Worker(window.source);
      window.ask = (worker, question, transfer = []) =>
        new Promise((resolve, reject) => {
          worker.onmessage = ({ data }) => resolve(data);
          worker.onerror = (event) => reject(new Error(event.message));
          worker.postMessage({ ...question, baseUrl: location.origin }, transfer);
        });
      window.exporter = window.start();
    }, code);
    const ask = (question) => page.evaluate((what) => window.ask(window.exporter, what), question);
    const { frames, svgs, css } = await ask({ what: 'open' });
    // The frames are played to and fro, as the worker plays them.
    const once = readFileSync(at('frame'));
    const frame = once.length / frames;
    const back = Array.from({ length: frames }, (_, i) =>
      once.subarray((frames - 1 - i) * frame, (frames - i) * frame),
    );
    writeFileSync(at('raw'), Buffer.concat([once, ...back]));
    const times = 3;
    const other = (preset) =>
      (2 * frames * times * 1000) / runToEnd('bash', x264(at('raw'), times, preset, at(`${preset}.mp4`)));
    const result = {
      draw: [],
      frame: [],
      ready: [],
      pixels: [],
      drawn: [],
      gif: [],
      veryfast: [],
      ultrafast: [],
      shots: [],
    };
    for (let round = 0; round <= ROUNDS; round++) {
      for (const what of Object.keys(result)) {
        const own = !others.includes(what);
        // The first round warms the app's own code up.
        if (round === 0 && !own) continue;
        const value = own
          ? await ask({ what })
          : what === 'shots'
            ? await screenshotFps(browser, { svgs, css }, at('shots.mp4'))
            : other(what);
        if (round > 0) result[what].push(value);
      }
    }
    const likeness = {
      ours: psnr(at('film'), at('raw')),
      veryfast: psnr(at('veryfast.mp4'), at('raw')),
      ultrafast: psnr(at('ultrafast.mp4'), at('raw')),
    };
    const preview = await page.evaluate(() => {
      window.exporter.terminate();
      const element = document.createElement('canvas');
      element.width = 1280;
      element.height = 720;
      document.body.append(element);
      const canvas = element.transferControlToOffscreen();
      return window.ask(window.start(), { what: 'preview', canvas }, [canvas]);
    });
    return { ...result, likeness, preview, browser: browser.version() };
  } finally {
    await browser.close();
    site.close();
    rmSync(folder, { recursive: true, force: true });
  }
}
