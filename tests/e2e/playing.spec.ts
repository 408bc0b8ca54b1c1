import { expect, test } from '@playwright/test';
import { goTo, openApp, openFile, pause, raceTable, selectSpan, shownFrame, words } from './support';

test.beforeEach(async ({ page }) => {
  await openApp(page);
  await openFile(page, 'boats.csv', raceTable);
  await expect(words(page)).toContainText('Bravo');
  await pause(page);
});

test('steps by frame and by period, to the start and to the end', async ({ page }) => {
  await page.getByRole('heading', { name: 'Words' }).click();
  await page.keyboard.press('Home');
  await expect.poll(() => shownFrame(page)).toBe(0);
  await page.keyboard.press('ArrowRight');
  await expect.poll(() => shownFrame(page)).toBe(1);
  await page.keyboard.press('Shift+ArrowRight');
  await expect(words(page)).toContainText('2011: 1. Alpha, 40');
  await page.keyboard.press('Shift+ArrowLeft');
  await expect(words(page)).toContainText('2010: 1. Bravo, 30');
  await page.keyboard.press('End');
  await expect.poll(() => shownFrame(page)).toBe(479);
  await expect(words(page)).toContainText('2012: 1. Bravo, 60; 2. Cirrus, 55; 3. Alpha, 15.');
});

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
  await page.getByRole('button', { name: 'Loop on' }).click();
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
  const seen = new Set<number>();
  for (let i = 0; i < 40; i++) {
    seen.add(await shownFrame(page));
    await page.waitForTimeout(50);
  }
  expect(Math.min(...seen)).toBeGreaterThanOrEqual(238);
  expect(Math.max(...seen)).toBeLessThanOrEqual(266);
  await page.getByRole('button', { name: /Loop 0:0/ }).click();
  await expect(page.getByRole('button', { name: /Loop 0:0/ })).toBeHidden();
});

test('time follows the clock, however late the pictures come', async ({ page }) => {
  // The page's own clock and the film's are read together; the worker's pictures may be late by some frames.
  await page.getByRole('button', { name: 'Loop on' }).click();
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
  await page.waitForTimeout(300);
  const to = await read();
  const filmSec = (to.frame - from.frame) / 60;
  expect(filmSec / ((to.ms - from.ms) / 1000)).toBeGreaterThan(0.6);
  expect(filmSec / ((to.ms - from.ms) / 1000)).toBeLessThan(1.4);
});

test('the ranking tells places, values and how far each has climbed', async ({ page }) => {
  await goTo(page, 'Dress');
  await page.getByRole('heading', { name: 'Words' }).click();
  await page.keyboard.press('Home');
  await page.getByRole('button', { name: 'Next period' }).click();
  await expect(words(page)).toContainText('2011: 1. Alpha, 40');
  const rows = page.getByRole('complementary', { name: 'Ranking' }).getByRole('listitem');
  await expect(rows).toHaveText([/1\s*Alpha\s*2\s*40/, /2\s*Cirrus\s*25/, /3\s*Bravo\s*2\s*20/]);
  await page.getByRole('button', { name: 'Fold the ranking' }).click();
  await expect(rows).toHaveCount(0);
  await page.getByRole('button', { name: 'Show the ranking' }).click();
  await expect(rows).toHaveCount(3);
});
