import { expect, type Page } from '@playwright/test';
import {
  goTo,
  islandTable,
  onOpenApp,
  openAnew,
  openApp,
  openFile,
  pause,
  raceTable,
  reloadKept,
  shownFrame,
  stageColour,
  test,
  words,
} from './support';

const press = async (page: Page, keys: string) => page.keyboard.press(keys);

onOpenApp('a file can be dropped anywhere', async ({ page }) => {
  await openAnew(page, islandTable);
  await goTo(page, 'Pace');
  const transfer = await page.evaluateHandle((text) => {
    const data = new DataTransfer();
    data.items.add(new File([text], 'dropped.csv', { type: 'text/csv' }));
    return data;
  }, raceTable);
  const target = page.getByRole('banner');
  await target.dispatchEvent('dragenter', { dataTransfer: transfer });
  await expect(page.getByText('Let go to see it move')).toBeVisible();
  await target.dispatchEvent('drop', { dataTransfer: transfer });
  await expect(words(page)).toContainText('Bravo, 30');
});

onOpenApp('the stage takes the ratio of the film', async ({ page }) => {
  await openAnew(page);
  const ratio = async () => {
    const box = await page.getByRole('img', { name: 'The stage' }).boundingBox();
    return (box?.width ?? 0) / (box?.height ?? 1);
  };
  await page.getByRole('radio', { name: '9:16, tall' }).click();
  await expect.poll(ratio).toBeCloseTo(9 / 16, 1);
  await page.getByRole('radio', { name: '1:1, square' }).click();
  await expect.poll(ratio).toBeCloseTo(1, 1);
});

onOpenApp('a number field takes arrow keys and drags, a drag being one step of undo', async ({ page }) => {
  await openAnew(page);
  await goTo(page, 'Pace');
  const swap = page.getByRole('spinbutton', { name: 'Changing places takes' });
  await swap.focus();
  await press(page, 'ArrowUp');
  await press(page, 'ArrowUp');
  await expect(swap).toHaveValue('0.6');
  await page.getByRole('heading', { name: 'Movement' }).click();
  const unit = swap.locator('xpath=following-sibling::span');
  const box = await unit.boundingBox();
  if (!box) throw new Error('no unit');
  await page.mouse.move(box.x + 5, box.y + 10);
  await page.mouse.down();
  await page.mouse.move(box.x + 25, box.y + 10, { steps: 5 });
  await page.mouse.move(box.x + 45, box.y + 10, { steps: 5 });
  await page.mouse.up();
  await expect(swap).toHaveValue('1.1');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(swap).toHaveValue('0.6');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(swap).toHaveValue('0.5');
});

onOpenApp('an edge of a beat is dragged to slow down, in one step of undo', async ({ page }) => {
  await openAnew(page);
  await goTo(page, 'Pace');
  const strip = page.getByRole('slider', { name: 'Playhead' });
  const box = await strip.boundingBox();
  if (!box) throw new Error('no strip');
  // 8 seconds: half a second of hold, two beats of 3 s, a hold of 1.5 s. The first beat ends at 3.5 s.
  const xOf = (sec: number) => box.x + (sec / 8) * box.width;
  const y = box.y + box.height - 6;
  await page.mouse.move(xOf(3.5), y);
  await page.mouse.down();
  await page.mouse.move(xOf(4), y, { steps: 4 });
  await page.mouse.move(xOf(4.5), y, { steps: 4 });
  await page.mouse.up();
  await expect(page.getByRole('spinbutton', { name: 'Beat at the playhead' })).toHaveValue('2');
  await expect(page.getByRole('spinbutton', { name: 'Whole film' })).toHaveValue('8');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('spinbutton', { name: 'Beat at the playhead' })).toHaveValue('1');
});

test('pointing links stage, ranking and map, and a click on a bar gives its category a colour of its own', async ({
  page,
}) => {
  await openApp(page);
  await pause(page);
  const stage = page.getByRole('img', { name: 'The stage' });
  const ranking = page.getByRole('region', { name: 'Ranking' });
  const box = await stage.boundingBox();
  if (!box) throw new Error('no stage');
  await page.mouse.move(box.x + box.width * 0.3, box.y + box.height * 0.26);
  await expect(ranking.getByRole('button').nth(1)).toHaveClass(/bg-line\/60(?!:)/);
  const canvas = stage.locator('canvas');
  await page.mouse.move(5, 300);
  const plain = await canvas.screenshot();
  await ranking.getByRole('button', { name: /Gullhaven/ }).hover();
  await expect.poll(async () => (await canvas.screenshot()).equals(plain)).toBe(false);
  await stage.click({ position: { x: box.width * 0.3, y: box.height * 0.26 } });
  await page.getByLabel('Hex').fill('#123abc');
  await expect.poll(() => stageColour(page, 0.3, 0.25)).toBe('#123abc');
  await press(page, 'Escape');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => stageColour(page, 0.3, 0.25)).not.toBe('#123abc');
  await stage.click({ position: { x: box.width * 0.1, y: box.height * 0.07 } });
  await expect(page.getByLabel('Title', { exact: true })).toBeFocused();
});

test('a reload brings back project, step and playhead', async ({ page }) => {
  await openApp(page);
  await pause(page);
  await openFile(page, 'boats.csv', raceTable);
  await expect(words(page)).toContainText('Bravo, 30');
  await page.getByLabel('Title', { exact: true }).fill('Kept over night');
  await goTo(page, 'Pace');
  for (let i = 0; i < 2; i++) await page.getByRole('button', { name: 'Next period' }).click();
  await expect(words(page)).toContainText('2012: 1. Bravo, 60');
  const frame = await shownFrame(page);
  await reloadKept(page);
  await expect(words(page)).toContainText('2012: 1. Bravo, 60');
  expect(await shownFrame(page)).toBe(frame);
  await expect(page.getByRole('spinbutton', { name: 'Whole film' })).toBeVisible();
  await goTo(page, 'Dress');
  await expect(page.getByLabel('Title', { exact: true })).toHaveValue('Kept over night');
});
