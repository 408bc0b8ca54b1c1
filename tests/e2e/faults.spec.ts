import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { expect, type Page, type Worker } from '@playwright/test';
import { as, filesLeft, goTo, leastPsnr, openRace, probe, smallSize, test } from './support';

let folder = '';
test.beforeAll(() => {
  folder = mkdtempSync(path.join(os.tmpdir(), 'tempo-faults-'));
});
test.afterAll(() => rmSync(folder, { recursive: true, force: true }));

async function film(page: Page, name: string, button = 'Export MP4'): Promise<string> {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: button }).click(),
  ]);
  const file = path.join(folder, name);
  await download.saveAs(file);
  return file;
}

/** Changes the world of the next worker that starts, before it gets to work: until then it gets no fonts to draw with. */
async function inNextWorker(page: Page, change: () => void): Promise<{ readonly changed: Promise<Worker> }> {
  const changed = new Promise<Worker>((resolve, reject) => {
    page.once('worker', (worker) => {
      worker.evaluate(change).then(() => resolve(worker), reject);
    });
  });
  await page.route('**/fonts/**', async (route) => {
    await changed;
    await route.continue();
  });
  return { changed };
}

/** When the key frames of a film come, in seconds. */
function keyFramesSec(file: string): number[] {
  const shown = ['-show_entries', 'packet=pts_time,flags', '-of', 'csv=p=0'];
  return execFileSync('ffprobe', ['-v', 'error', '-select_streams', 'v:0', ...shown, file], { encoding: 'utf8' })
    .split('\n')
    .filter((line) => line.includes('K'))
    .map((line) => Number(line.split(',')[0]));
}

test('a worker that dies half-way is replaced, and the film is whole: with its index in front and enough key frames', async ({
  page,
}) => {
  await openRace(page, '10');
  await goTo(page, 'Output');
  await smallSize(page);
  const whole = await film(page, 'whole.mp4');
  const patched = await inNextWorker(page, () => {
    const world = self as unknown as { Worker: typeof Worker; killed: number };
    const Real = world.Worker;
    world.killed = 0;
    world.Worker = class extends Real {
      constructor(...args: ConstructorParameters<typeof Real>) {
        super(...args);
        if (world.killed > 0) return;
        world.killed++;
        // Its first word says that it is ready; soon after it is in the middle of its first span.
        this.addEventListener(
          'message',
          () => {
            setTimeout(() => {
              this.terminate();
              this.dispatchEvent(new ErrorEvent('error', { message: 'out of memory' }));
              console.info('killed a worker');
            }, 120);
          },
          { once: true },
        );
      }
    };
  });
  const killed = page.waitForEvent('console', (message) => message.text() === 'killed a worker');
  const [file] = await Promise.all([film(page, 'mended.mp4'), patched.changed, killed]);
  expect(probe(file)).toMatchObject({ nb_read_frames: '250', avg_frame_rate: '25/1' });
  execFileSync('ffmpeg', ['-v', 'error', '-xerror', '-i', file, '-f', 'null', '-']);
  expect(leastPsnr(whole, file, path.join(folder, 'psnr.log'))).toBeGreaterThan(40);
  for (const each of [whole, file]) {
    const keys = keyFramesSec(each);
    expect(keys[0]).toBe(0);
    for (let i = 1; i < keys.length; i++) expect((keys[i] ?? 0) - (keys[i - 1] ?? 0)).toBeLessThanOrEqual(2.001);
    expect(keys.length).toBeGreaterThanOrEqual(5);
    const bytes = readFileSync(each);
    expect(bytes.indexOf('moov')).toBeGreaterThan(0);
    expect(bytes.indexOf('moov')).toBeLessThan(bytes.indexOf('mdat'));
  }
});

test('every form can be cancelled and leaves nothing, and the next export works', async ({ page }) => {
  await openRace(page, '60');
  await goTo(page, 'Output');
  const cancelled = page.getByText('Cancelled. No file was kept.');
  // Before it has begun, and half-way.
  for (const [kind, begun] of [
    ['Film', false],
    ['Film', true],
    ['GIF', true],
    ['Image sequence', true],
  ] as const) {
    await as(page, kind);
    await page.getByRole('button', { name: /^Export (MP4|GIF|image sequence)$/ }).click();
    if (begun) {
      await expect(page.getByRole('progressbar', { name: 'Export' })).toBeVisible();
      await expect(page.getByText(/[1-9]\d* of [\d,]+ frames/)).toBeVisible();
    }
    await page.getByRole('button', { name: 'Cancel' }).click();
    await expect(cancelled).toBeVisible();
    await expect.poll(() => filesLeft(page), kind).toEqual([]);
  }
  // A picture of every period as PDF, of many periods.
  await as(page, 'Picture');
  await as(page, 'PDF');
  await page.getByLabel('Image sequence').check();
  await page.getByRole('button', { name: 'Export 2 files' }).click();
  await expect(page.getByText('done in')).toBeVisible();
  await page.getByRole('button', { name: 'Cancel' }).click();
  // The sequence of before stands in the list too.
  await expect(cancelled).toHaveCount(2);
  // What had been finished stays.
  expect(await filesLeft(page)).toHaveLength(1);
  await page.getByLabel('Image sequence').uncheck();
  await goTo(page, 'Pace');
  await page.getByRole('spinbutton', { name: 'Whole film' }).fill('2');
  await page.keyboard.press('Enter');
  await goTo(page, 'Output');
  await as(page, 'Film');
  await as(page, 'WebM (VP9)');
  await smallSize(page);
  const webm = await film(page, 'next.webm', 'Export WEBM');
  expect(probe(webm)).toMatchObject({ codec_name: 'vp9', nb_read_frames: '50' });
});

test('an encoder that refuses is named, and nothing is left', async ({ page }) => {
  await openRace(page, '4');
  await goTo(page, 'Output');
  const patched = await inNextWorker(page, () => {
    VideoEncoder.isConfigSupported = async (config) => ({ supported: false, config });
  });
  await page.getByRole('button', { name: 'Export MP4' }).click();
  await patched.changed;
  await expect(page.getByRole('alert').filter({ hasText: 'cannot encode MP4 (H.264) at 1920 x 1080' })).toBeVisible();
  expect(await filesLeft(page)).toEqual([]);
  await smallSize(page);
  await page.getByRole('button', { name: 'Export MP4' }).click();
  await expect(page.getByText('done in')).toBeVisible();
});

test('a film goes straight to a place on disk, and a full disk there is named', async ({ page }) => {
  // The picker itself belongs to the browser; a file of the private disk stands for the chosen place.
  await page.addInitScript(() => {
    (window as unknown as { showSaveFilePicker: unknown }).showSaveFilePicker = async ({
      suggestedName,
    }: {
      suggestedName: string;
    }) => (await navigator.storage.getDirectory()).getFileHandle(suggestedName, { create: true });
  });
  await openRace(page, '4');
  await goTo(page, 'Output');
  await smallSize(page);
  await page.getByRole('button', { name: 'Straight to a place on disk' }).click();
  await expect(page.getByText('It lies where you wanted it.')).toBeVisible();
  const bytes = await page.evaluate(async () => {
    const handle = await (await navigator.storage.getDirectory()).getFileHandle('Boats.mp4');
    return [...new Uint8Array(await (await handle.getFile()).arrayBuffer())];
  });
  const file = path.join(folder, 'picked.mp4');
  execFileSync('tee', [file], { input: Buffer.from(bytes), stdio: ['pipe', 'ignore', 'inherit'] });
  expect(probe(file)).toMatchObject({ codec_name: 'h264', nb_read_frames: '100' });
});
