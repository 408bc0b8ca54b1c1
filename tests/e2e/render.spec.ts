import { execFileSync, spawn } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { chromium, expect } from '@playwright/test';
import { unzipSync } from 'fflate';
import { chromiumArgs, chromiumPath } from '../../scripts/lib/chromium.mjs';
import { looks } from '../../src/core/project/looks';
import { findPalette } from '../../src/core/project/palettes';
import { goTo, leastPsnr, openApp, openFile, pixels, probe, raceTable, test, words } from './support';
import { commandLine } from './tempo';

let folder = '';
let table = '';
test.beforeAll(() => {
  folder = mkdtempSync(path.join(os.tmpdir(), 'tempo-render-'));
  table = path.join(folder, 'boats.csv');
  writeFileSync(table, raceTable);
});
test.afterAll(() => rmSync(folder, { recursive: true, force: true }));

const at = (name: string) => path.join(folder, name);
const tempo = commandLine();

test('the command line paints the same pixels as the app in the browser of people', async ({ baseURL }) => {
  const browser = await chromium.launch({ executablePath: chromiumPath() ?? undefined, args: chromiumArgs });
  const page = await browser.newPage({ baseURL, reducedMotion: 'reduce' });
  await openApp(page);
  await openFile(page, 'boats.csv', raceTable);
  await expect(words(page)).toContainText('Bravo');
  const [saved] = await Promise.all([page.waitForEvent('download'), page.keyboard.press('Control+s')]);
  await saved.saveAs(at('boats.plucky'));
  await goTo(page, 'Output');
  await page.getByRole('radio', { name: 'Picture', exact: true }).click();
  const [png] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export PNG' }).click(),
  ]);
  execFileSync('node', ['scripts/tempo.mjs', 'render', at('boats.plucky'), '--out', at('cli.png')]);
  expect(readFileSync(at('cli.png')).equals(readFileSync(await png.path()))).toBe(true);
  await browser.close();
});

test('films of one and of several workers agree, and parts join without encoding again', async () => {
  // Four spans, the last one short.
  const film = ['--length', '13', '--fps', '10', '--size', '640x360'];
  await tempo('render', table, ...film, '--workers', '1', '--out', at('one.mp4'));
  await tempo('render', table, ...film, '--workers', '3', '--out', at('three.mp4'));
  expect(probe(at('three.mp4'))).toMatchObject({ nb_read_frames: '130', avg_frame_rate: '10/1', width: 640 });
  expect(leastPsnr(at('one.mp4'), at('three.mp4'), at('psnr.log'))).toBeGreaterThan(40);
  await tempo('render', table, ...film, '--from', '0', '--to', '50', '--out', at('a.mp4'));
  await tempo('render', table, ...film, '--from', '50', '--to', '130', '--out', at('b.mp4'));
  expect(await tempo('join', at('a.mp4'), at('b.mp4'), '--out', at('joined.mp4'))).toContain('130 frames');
  expect(probe(at('joined.mp4'))).toMatchObject({ nb_read_frames: '130', avg_frame_rate: '10/1' });
  expect(leastPsnr(at('one.mp4'), at('joined.mp4'), at('psnr.log'))).toBeGreaterThan(40);
});

/** The least likeness of a film to PNG files of its frames, in decibels over red, green and blue. */
function leastLikeness(film: string, pictures: string): number {
  const stats = at('psnr.log');
  const graph = `[0]scale=in_color_matrix=bt709,format=gbrp,settb=1/25,setpts=N[a];[1]format=gbrp,settb=1/25,setpts=N[b];[a][b]psnr=stats_file=${stats}`;
  const truth = ['-framerate', '25', '-pattern_type', 'glob', '-i', path.join(pictures, '*.png')];
  execFileSync('ffmpeg', ['-v', 'error', '-i', film, ...truth, '-lavfi', graph, '-f', 'null', '-']);
  const found = [...readFileSync(stats, 'utf8').matchAll(/psnr_avg:(\S+)/g)].map(([, text]) => Number(text));
  expect(found).toHaveLength(30);
  return Math.min(...found);
}

test('frames of every format are what the painter painted', async () => {
  const film = ['--length', '1.2', '--fps', '25', '--size', '640x360'];
  await tempo('render', table, ...film, '--out', at('frames.zip'));
  mkdirSync(at('frames'));
  const files = Object.entries(unzipSync(readFileSync(at('frames.zip'))));
  for (const [name, bytes] of files) writeFileSync(path.join(at('frames'), name), bytes);
  const names = readdirSync(at('frames')).sort();
  expect(names).toHaveLength(30);
  // The picture of a moment by itself is the same, byte for byte.
  await tempo('render', table, ...film, '--at', '1', '--out', at('still.png'));
  expect(readFileSync(at('still.png')).equals(readFileSync(path.join(at('frames'), names[25] ?? '')))).toBe(true);
  for (const format of ['mp4', 'webm-vp9', 'webm-vp8', 'mp4-av1']) {
    const out = at(`likeness-${format}.${format.slice(0, format.startsWith('mp4') ? 3 : 4)}`);
    await tempo('render', table, ...film, '--quality', 'best', '--format', format, '--out', out);
    expect(leastLikeness(out, at('frames')), format).toBeGreaterThan(35);
  }
});

test('known colours come out as they are', async () => {
  // The five bars take the first colours of the look's palette, on its own ground.
  const { colours } = findPalette(looks[0]?.dress.colour.palette ?? '');
  const row = (year: number) => [0, 1, 2, 3, 4].map((i) => `${year},Boat ${i},${100 - i}`);
  writeFileSync(at('colours.csv'), ['year,boat,points', ...row(2001), ...row(2002)].join('\n'));
  const [width, height] = [640, 360];
  const render = async (ending: string) => {
    const out = at(`colours.${ending}`);
    const film = ['--length', '0.4', '--fps', '10', '--size', `${width}x${height}`, '--set', 'dress.bars.gradient=0'];
    await tempo('render', at('colours.csv'), ...film, '--out', out);
    return pixels(ending === 'png' ? { png: readFileSync(out) } : { film: out, frame: 1 }, width, height);
  };
  const parts = (hex: string) => [1, 3, 5].map((i) => Number.parseInt(hex.slice(i, i + 2), 16));
  const films: Buffer[] = [];
  const exact = await render('png');
  for (const ending of ['mp4', 'webm', 'gif']) films.push(await render(ending));
  for (const colour of colours.slice(0, 5)) {
    const wanted = parts(colour);
    const is = (pixel: number) => wanted.every((channel, i) => exact[3 * pixel + i] === channel);
    const inside = Array.from({ length: width * height }, (_, pixel) => pixel).filter(
      // A patch of the colour, so that the blur of chroma at an edge is not what is looked at.
      (pixel) => is(pixel) && is(pixel + 8) && is(pixel - 8) && is(pixel + 8 * width) && is(pixel - 8 * width),
    );
    expect(inside.length, `${colour} in the picture`).toBeGreaterThan(1000);
    const at = inside[inside.length >> 1] ?? 0;
    for (const [i, most] of [3, 3, 12].entries()) {
      const off = wanted.map((channel, c) => Math.abs(channel - (films[i]?.[3 * at + c] ?? 999)));
      expect(Math.max(...off), `${colour} in film ${i}`).toBeLessThanOrEqual(most);
    }
  }
});

test('a film of 10,000 frames comes out whole', async () => {
  await tempo('render', table, '--length', '200', '--fps', '50', '--size', '160x90', '--out', at('tenthousand.mp4'));
  expect(probe(at('tenthousand.mp4'))).toMatchObject({ nb_read_frames: '10000', avg_frame_rate: '50/1' });
});

test('one frame and odd sizes come out whole; films of two kinds are not joined', async () => {
  await tempo('render', table, '--length', '0.1', '--fps', '10', '--size', '320x180', '--out', at('single.mp4'));
  expect(probe(at('single.mp4')).nb_read_frames).toBe('1');
  await tempo('render', table, '--length', '1', '--fps', '10', '--size', '1081x607', '--out', at('odd.webm'));
  expect(probe(at('odd.webm'))).toMatchObject({ width: 1081, height: 607 });
  await expect(tempo('render', table, '--length', '1', '--size', '1081x607', '--out', at('x.mp4'))).rejects.toThrow(
    'even numbers',
  );
  await expect(tempo('join', at('single.mp4'), at('odd.webm'), '--out', at('x.mp4'))).rejects.toThrow(
    'Only films of one kind',
  );
  expect(readdirSync(folder).filter((name) => name.endsWith('.part') || name.startsWith('x.'))).toEqual([]);
});

test('Ctrl-C leaves nothing behind', async () => {
  const child = spawn('node', ['scripts/tempo.mjs', 'render', table, '--length', '600', '--out', at('long.mp4')], {
    detached: true,
  });
  // It has started its browser, which goes on for minutes.
  const children = () => readFileSync(`/proc/${child.pid}/task/${child.pid}/children`, 'utf8').trim().split(' ');
  // One that has ended meanwhile has no file any more.
  const programs = () =>
    children()
      .map((id) => `/proc/${id}/cmdline`)
      .filter((file) => existsSync(file))
      .map((file) => readFileSync(file, 'utf8'));
  await expect.poll(() => programs().some((words) => words.includes('chromium')), { timeout: 120_000 }).toBe(true);
  process.kill(-(child.pid as number), 'SIGINT');
  await new Promise((resolve) => child.on('close', resolve));
  expect(existsSync(at('long.mp4'))).toBe(false);
  expect(readdirSync(folder).filter((name) => name.endsWith('.part'))).toEqual([]);
});
