import { expect, type Page } from '@playwright/test';
import { openAnew, selectSpan, shownFrame, onOpenApp as test, words } from './support';

test.beforeEach(({ page }) => openAnew(page));

/** Lets the film end once it has been played. */
async function loopOff(page: Page): Promise<void> {
  const on = page.getByRole('button', { name: 'Loop on' });
  if (await on.isVisible()) await on.click();
}

test('scrubs on the strip', async ({ page }) => {
  const strip = page.getByRole('slider', { name: 'Playhead' });
  const box = await strip.boundingBox();
  if (!box) throw new Error('no strip');
  await page.mouse.move(box.x + box.width * 0.9, box.y + box.height / 2);
  await page.mouse.down();
  await expect(words(page)).toContainText('2012');
  await page.mouse.move(box.x + box.width * 0.01, box.y + box.height / 2, { steps: 5 });
  await expect(words(page)).toContainText('2010');
  await page.mouse.up();
  await expect(strip).toHaveAttribute('aria-valuetext', /^0:00\.0/);
});

test('plays to the end and stays there when loop is off', async ({ page }) => {
  await loopOff(page);
  await page.getByLabel('Speed').selectOption('4');
  await page.getByRole('heading', { name: 'Words' }).click();
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Pause', exact: true })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  expect(await shownFrame(page)).toBe(479);
  await page.keyboard.press('Space');
  await expect.poll(() => shownFrame(page)).toBeLessThan(479);
});

test('plays a selected span over and over', async ({ page }) => {
  await selectSpan(page, 0.5, 0.55);
  await expect(page.getByRole('button', { name: /Loop 0:0[34].* to 0:04/ })).toBeVisible();
  // The film jumps to the span once the span is chosen; what is shown before that does not count.
  await expect.poll(() => shownFrame(page)).toBeGreaterThanOrEqual(238);
  // Frames that are shown until the film has gone back to the start of the span twice.
  const seen = await page.evaluate(
    () =>
      new Promise<number[]>((resolve) => {
        const frames: number[] = [];
        let returns = 0;
        const look = () => {
          const frame = Number(/frame (\d+)/.exec(document.body.innerText)?.[1]);
          if (frame < (frames.at(-1) ?? 0)) returns++;
          frames.push(frame);
          if (returns === 2) resolve(frames);
          else requestAnimationFrame(look);
        };
        look();
      }),
  );
  expect(Math.min(...seen)).toBeGreaterThanOrEqual(238);
  expect(Math.max(...seen)).toBeLessThanOrEqual(266);
  await page.getByRole('button', { name: /Loop 0:0/ }).click();
  await expect(page.getByRole('button', { name: /Loop 0:0/ })).toBeHidden();
});

test('time follows the clock, however late the pictures come', async ({ page }) => {
  // The page's own clock and the film's are read together; the worker's pictures may be late by some frames.
  await loopOff(page);
  await page.getByLabel('Speed').selectOption('1');
  await page.getByRole('heading', { name: 'Words' }).click();
  await page.keyboard.press('Home');
  await page.keyboard.press('Space');
  await expect.poll(() => shownFrame(page)).toBeGreaterThan(5);
  const read = () =>
    page.evaluate(() => ({ ms: performance.now(), frame: Number(/frame (\d+)/.exec(document.body.innerText)?.[1]) }));
  const from = await read();
  await page.evaluate(() => {
    // A busy main thread must not slow the film down.
    const end = performance.now() + 1500;
    while (performance.now() < end);
  });
  // What was told meanwhile comes first; a film that had waited would stay behind by all of that time.
  const behindSec = async () => {
    const { ms, frame } = await read();
    return (ms - from.ms) / 1000 - (frame - from.frame) / 60;
  };
  await expect.poll(behindSec, { intervals: [50] }).toBeLessThan(0.7);
  expect(await behindSec()).toBeGreaterThan(-0.7);
});
