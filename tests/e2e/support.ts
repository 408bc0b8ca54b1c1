import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { expect, type Page } from '@playwright/test';
import { raceTable } from '../../src/core/testing/tables';
import { openApp, openFile, openFresh } from './pages';

export { islandTable, raceTable } from '../../src/core/testing/tables';
export { onOpenApp, openApp, openFile, test } from './pages';

/** What the stage shows, in words. */
export const words = (page: Page) => page.getByTestId('stage-words');

/** Opens one of the five steps. */
export async function goTo(page: Page, step: 'Gather' | 'Shape' | 'Dress' | 'Pace' | 'Output'): Promise<void> {
  await page.getByRole('navigation', { name: 'Steps' }).getByRole('button', { name: step }).click();
}

/** Opens a table as new work in an app that has been used, and goes to the film's start in Dress. */
export async function openAnew(page: Page, table = raceTable): Promise<void> {
  await openFresh(page, table);
  await goTo(page, 'Dress');
  await pause(page);
}

/** Opens a fold, if it is not open yet. */
export async function unfold(page: Page, name: string): Promise<void> {
  const fold = page.getByRole('button', { name, exact: true });
  if ((await fold.getAttribute('aria-expanded')) !== 'true') await fold.click();
}

/** Pauses at the film's start, so that pictures stand still and are the same however fast the machine is. */
export async function pause(page: Page): Promise<void> {
  const button = page.getByRole('button', { name: 'Pause', exact: true });
  // A film that ends just then takes the button away.
  await expect(async () => {
    if (await button.isVisible()) await button.click({ timeout: 5000 });
    await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible({ timeout: 5000 });
  }).toPass();
  await page.keyboard.press('Home');
  await expect.poll(() => shownFrame(page)).toBe(0);
}

/** The number of the frame on show. */
export async function shownFrame(page: Page): Promise<number> {
  const text = await page.getByText(/frame \d+/).innerText();
  return Number(/frame (\d+)/.exec(text)?.[1]);
}

/** Selects a span of the film by a drag along the upper edge of the strip; both ends are shares of its width. */
export async function selectSpan(page: Page, from: number, to: number): Promise<void> {
  const box = await page.getByRole('slider', { name: 'Playhead' }).boundingBox();
  if (!box) throw new Error('There is no strip.');
  await page.mouse.move(box.x + box.width * from, box.y + 5);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width * to, box.y + 5, { steps: 4 });
  await page.mouse.up();
}

/** What ffprobe says of a film's picture. */
export function probe(file: string) {
  const fields =
    'stream=codec_name,width,height,nb_read_frames,avg_frame_rate,color_space,color_transfer,color_primaries,color_range:format=duration,format_name';
  const args = ['-v', 'error', '-count_frames', '-select_streams', 'v:0', '-show_entries', fields, '-of', 'json', file];
  const { streams, format } = JSON.parse(execFileSync('ffprobe', args, { encoding: 'utf8' }));
  return { ...streams[0], ...format } as Record<string, string | number>;
}

/** The least likeness of two films over their frames, in decibels; `stats` is a file to work with. */
export function leastPsnr(a: string, b: string, stats: string): number {
  execFileSync('ffmpeg', ['-v', 'error', '-i', a, '-i', b, '-lavfi', `psnr=stats_file=${stats}`, '-f', 'null', '-']);
  const found = [...readFileSync(stats, 'utf8').matchAll(/psnr_avg:(\S+)/g)].map(([, text]) =>
    text === 'inf' ? 99 : Number(text),
  );
  return Math.min(...found);
}

/** One frame of a film, or a PNG, as RGB bytes of a size. */
export function pixels(
  input: { film: string; frame: number } | { png: Buffer },
  widthPx: number,
  heightPx: number,
): Buffer {
  const out = ['-vf', '', '-frames:v', '1', '-f', 'rawvideo', '-pix_fmt', 'rgb24', 'pipe:1'];
  const scale = `scale=${widthPx}:${heightPx}:flags=area+accurate_rnd+full_chroma_int:in_color_matrix=bt709`;
  if ('png' in input) {
    out[1] = scale;
    return execFileSync('ffmpeg', ['-v', 'error', '-f', 'png_pipe', '-i', 'pipe:0', ...out], {
      input: input.png,
      maxBuffer: 1e8,
    });
  }
  out[1] = `select=eq(n\\,${input.frame}),${scale}`;
  return execFileSync('ffmpeg', ['-v', 'error', '-i', input.film, ...out], { maxBuffer: 1e8 });
}

/** Mean absolute difference of two pictures, from 0 to 255. */
export function meanDifference(a: Buffer, b: Buffer): number {
  expect(a.length).toBe(b.length);
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += Math.abs((a[i] ?? 0) - (b[i] ?? 0));
  return sum / a.length;
}

/** Colour of the stage at a place, as parts of its width and height. */
export async function stageColour(page: Page, x: number, y: number): Promise<string> {
  const canvas = page.getByRole('img', { name: 'The stage' }).locator('canvas');
  const picture = pixels({ png: await canvas.screenshot() }, 200, 200);
  const at = (Math.round(y * 200) * 200 + Math.round(x * 200)) * 3;
  return `#${picture.subarray(at, at + 3).toString('hex')}`;
}

/** Loads the page again once the browser has kept everything. */
export async function reloadKept(page: Page): Promise<void> {
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
}

/** Opens the race as a film of so many seconds at 25 frames a second, in an app that may be open already. */
export async function openRace(page: Page, sec: string, table = raceTable): Promise<void> {
  if (page.url() === 'about:blank') {
    await openApp(page);
    await openFile(page, 'boats.csv', table);
    await expect(words(page)).toContainText('Cirrus');
  } else await openAnew(page, table);
  await goTo(page, 'Pace');
  await page.getByRole('spinbutton', { name: 'Whole film' }).fill(sec);
  await page.keyboard.press('Enter');
  await page.getByRole('radio', { name: '25', exact: true }).click();
  await expect(page.getByText(`${(Number(sec) * 25).toLocaleString('en-GB')} frames.`)).toBeVisible();
}

/** Chooses one of a row of choices. */
export const as = (page: Page, kind: string) => page.getByRole('radio', { name: kind, exact: true }).click();

/** Chooses a small film in Output, so that it is soon done. */
export async function smallSize(page: Page): Promise<void> {
  await page.getByRole('combobox', { name: 'Size' }).click();
  await page.getByRole('option', { name: '854 × 480 pixels' }).click();
}

/** Goes to Output for a small MP4, whatever was made there before. */
export async function toSmallFilm(page: Page): Promise<void> {
  await goTo(page, 'Output');
  await as(page, 'Film');
  await as(page, 'MP4 (H.264)');
  await smallSize(page);
}

/** Adds the open table once more, as another chart behind the piece that is edited. */
export async function addChart(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: 'Add a piece' }).press('Enter');
  await page.getByRole('menuitem', { name: 'This table as another chart' }).press('ArrowRight');
  await page.getByRole('menuitem', { name, exact: true }).press('Enter');
}

/** What lies on the browser's private disk. */
export const filesLeft = (page: Page) =>
  page.evaluate(async () => {
    const root = await navigator.storage.getDirectory();
    const names: string[] = [];
    for await (const each of (root as unknown as { values(): AsyncIterable<FileSystemDirectoryHandle> }).values()) {
      if (each.kind !== 'directory') continue;
      for await (const name of (each as unknown as { keys(): AsyncIterable<string> }).keys()) names.push(name);
    }
    return names;
  });

/** Pictures are compared smaller than film and preview, so that resampling weighs little. */
export const compared = { widthPx: 427, heightPx: 240 };

/** The stage's picture at the playhead. */
async function previewPixels(page: Page): Promise<Buffer> {
  await page.mouse.move(2, 2);
  return pixels(
    { png: await page.getByRole('img', { name: 'The stage' }).locator('canvas').screenshot() },
    compared.widthPx,
    compared.heightPx,
  );
}

/**
 * Expects the frame on show to be the film's, and gives the film's picture of it. A playhead that is still on its way, or a
 * picture that the screen has not taken over yet, is looked at again.
 *
 * @param most Of 255: how far pixels may lie apart in the mean, as the preview is smaller than the film.
 */
export async function sameAsPreview(page: Page, film: string, what: string, most = 4): Promise<Buffer> {
  let painted: Buffer = Buffer.alloc(0);
  const difference = async () => {
    const frame = await shownFrame(page);
    painted = pixels({ film, frame }, compared.widthPx, compared.heightPx);
    const preview = await previewPixels(page);
    return (await shownFrame(page)) === frame ? meanDifference(painted, preview) : Number.POSITIVE_INFINITY;
  };
  await expect.poll(difference, { message: `${what}: film and preview`, timeout: 20_000 }).toBeLessThan(most);
  return painted;
}

/** Adds a card of a kind. */
export async function addCard(page: Page, kind: string): Promise<void> {
  await page.getByRole('button', { name: 'Add a piece' }).press('Enter');
  await page.getByRole('menuitem', { name: 'A card' }).press('ArrowRight');
  await page.getByRole('menuitem', { name: kind, exact: true }).press('Enter');
}

/** The blocks of the programme, those of pieces that are off included. */
export const blocks = (page: Page) =>
  page.getByRole('list', { name: 'Programme' }).getByRole('button', { name: /, \d+:\d\d\.\d\d$|, off$/ });

/** Goes to a time of what the strip shows, as a share of it. */
export async function seekTo(page: Page, share: number): Promise<void> {
  const strip = page.getByRole('slider', { name: 'Playhead' });
  const box = await strip.boundingBox();
  if (!box) throw new Error('There is no strip.');
  await strip.click({ position: { x: box.width * share, y: box.height / 2 } });
}
