import { test as base, expect, type Page } from '@playwright/test';
import { chromiumArgs, chromiumPath } from '../../scripts/lib/chromium.mjs';
import {
  as,
  compared,
  filesLeft,
  goTo,
  meanDifference,
  openApp,
  openFile,
  pause,
  probe,
  raceTable,
  sameAsPreview,
  shownFrame,
  smallSize,
  test,
  words,
} from './support';

/** In the whole browser, as people have it. */
const wholeBrowser = base.extend({});
wholeBrowser.use({ launchOptions: { executablePath: chromiumPath() ?? undefined, args: chromiumArgs } });

const size = { widthPx: 854, heightPx: 480 };
async function exportFilm(page: Page, format: string): Promise<string> {
  await goTo(page, 'Output');
  await page.getByRole('radio', { name: format }).click();
  await page.getByRole('combobox', { name: 'Size' }).click();
  await page.getByRole('option', { name: '854 × 480 pixels' }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: /^Export (MP4|WEBM)$/ }).click(),
  ]);
  await expect(page.getByText(/done in/)).toBeVisible();
  return download.path();
}

/** Opens a table of one's own as a film of so many seconds and frames a second. */
async function openShort(page: Page, sec: number, fps: number): Promise<void> {
  await openFile(page, 'boats.csv', raceTable);
  await expect(words(page)).toContainText('Cirrus');
  await goTo(page, 'Pace');
  await page.getByRole('spinbutton', { name: 'Whole film' }).fill(String(sec));
  await page.keyboard.press('Enter');
  await as(page, String(fps));
  await expect(page.getByText(`${sec * fps} frames.`)).toBeVisible();
}

/** Colour of the topmost bar: the first strongly coloured pixel under the axis, a third of the way along. */
function topBar(picture: Buffer): number[] {
  for (let y = Math.round(compared.heightPx * 0.2); y < compared.heightPx; y++) {
    const at = (y * compared.widthPx + Math.round(compared.widthPx * 0.2)) * 3;
    const colour = [...picture.subarray(at, at + 3)];
    if (Math.max(...colour) - Math.min(...colour) > 60)
      return [...picture.subarray(at + compared.widthPx * 12, at + compared.widthPx * 12 + 3)];
  }
  return [];
}

const near = (colour: number[], hex: string) => {
  const wanted = [1, 3, 5].map((i) => Number.parseInt(hex.slice(i, i + 2), 16));
  return Math.max(...wanted.map((channel, i) => Math.abs(channel - (colour[i] ?? 999))));
};

for (const { format, container, codec } of [
  { format: 'MP4 (H.264)', container: 'mov,mp4', codec: 'h264' },
  { format: 'WebM (VP9)', container: 'webm', codec: 'vp9' },
]) {
  wholeBrowser(`a file of one’s own becomes a film: ${format}, frame for frame as previewed`, async ({ page }) => {
    await openApp(page);
    await openShort(page, 5, 30);
    const film = await exportFilm(page, format);
    const found = probe(film);
    expect(found).toMatchObject({
      codec_name: codec,
      width: size.widthPx,
      height: size.heightPx,
      nb_read_frames: '150',
      avg_frame_rate: '30/1',
    });
    expect(found).toMatchObject({
      color_space: 'bt709',
      color_transfer: 'bt709',
      color_primaries: 'bt709',
      color_range: 'tv',
    });
    expect(String(found.format_name)).toContain(container);
    expect(Number(found.duration)).toBeCloseTo(5, 1);

    await goTo(page, 'Dress');
    await pause(page);
    await page.keyboard.press('Home');
    await expect.poll(() => shownFrame(page)).toBe(0);
    const first = await sameAsPreview(page, film, 'the start');
    expect(near(topBar(first), '#1D5C6B'), 'Bravo leads at the start').toBeLessThan(12);

    await page.getByRole('button', { name: /Alpha takes the lead/ }).click();
    await expect.poll(() => shownFrame(page)).toBeGreaterThan(0);
    const swap = await sameAsPreview(page, film, 'the change of places');
    expect(meanDifference(swap, first), 'the picture has changed since the start').toBeGreaterThan(6);

    await page.keyboard.press('End');
    await expect.poll(() => shownFrame(page)).toBe(149);
    const last = await sameAsPreview(page, film, 'the end');
    expect(near(topBar(last), '#1D5C6B'), 'Bravo leads at the end').toBeLessThan(12);
    expect(near([...last.subarray(0, 3)], '#FFFCF5'), 'colours are those of the stage').toBeLessThanOrEqual(4);
  });
}

test('a full disk is named, and nothing is left', async ({ page, context }) => {
  await openApp(page);
  const session = await context.newCDPSession(page);
  await goTo(page, 'Output');
  // Small, so that the first frames are soon written; room for what is kept already and some of them.
  await smallSize(page);
  await page.getByRole('radio', { name: 'Best' }).click();
  const { origin } = new URL(page.url());
  const { usage } = await session.send('Storage.getUsageAndQuota', { origin });
  await session.send('Storage.overrideQuotaForOrigin', { origin, quotaSize: usage + 20_000 });
  await page.getByRole('button', { name: 'Export MP4' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'full' })).toBeVisible({ timeout: 200_000 });
  await session.send('Storage.overrideQuotaForOrigin', { origin });
  expect(await filesLeft(page)).toEqual([]);
});

test('a browser without an encoder says so', async ({ page }) => {
  await page.addInitScript(() => {
    Object.defineProperty(window, 'VideoEncoder', { value: undefined });
  });
  await openApp(page);
  await goTo(page, 'Output');
  await expect(page.getByRole('alert').filter({ hasText: 'cannot encode films' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Export film' })).toBeDisabled();
});
