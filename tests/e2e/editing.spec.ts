import { readFileSync } from 'node:fs';
import { expect, type Page, test } from '@playwright/test';
import { goTo, openApp, openFile, pause, raceTable, shownFrame, stageColour, words } from './support';

test.beforeEach(async ({ page }) => {
  await openApp(page);
  await pause(page);
});

const press = async (page: Page, keys: string) => page.keyboard.press(keys);

test('a table of one’s own becomes a race at once', async ({ page }) => {
  await openFile(page, 'boat_points.csv', raceTable);
  await expect(words(page)).toHaveText('2010: 1. Bravo, 30; 2. Cirrus, 20; 3. Alpha, 10.');
  await expect(page.getByLabel('Title', { exact: true })).toHaveValue('Boat points');
  await goTo(page, 'Shape');
  await expect(page.getByRole('combobox', { name: 'Period' })).toHaveText('season');
  await expect(page.getByRole('combobox', { name: 'Category' })).toHaveText('boat');
  await expect(page.getByRole('cell', { name: '60' })).toBeVisible();
  await press(page, 'Control+z');
  await expect(page.getByRole('combobox', { name: 'Category' })).toHaveText('Harbour');
});

test('a file can be dropped anywhere', async ({ page }) => {
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

test('the dress changes the picture, and undo and redo take every step', async ({ page }) => {
  await page.getByLabel('Title', { exact: true }).fill('Harbours in a hurry');
  await page.getByRole('radio', { name: 'Smallest' }).click();
  await expect(words(page)).toContainText('1. Thrift Island');
  const places = page.getByRole('spinbutton', { name: 'Places on stage' });
  await places.fill('3');
  await press(page, 'Enter');
  await expect(words(page)).not.toContainText('4. ');
  await places.fill('900');
  await press(page, 'Enter');
  await expect(places).toHaveValue('50');
  await expect(page.getByText('Places on stage goes from 1 to 50')).toBeVisible();
  await page.getByLabel('After the number').fill(' people');
  await expect(words(page)).toContainText('45,000 people');
  await page.getByRole('switch', { name: 'Shorten large numbers' }).click();
  await expect(words(page)).toContainText('45.0K people');
  await page.getByRole('button', { name: 'Background #12191E' }).click();
  await expect.poll(() => stageColour(page, 0.01, 0.01)).toBe('#12191e');
  for (let i = 0; i < 4; i++) await page.getByRole('button', { name: 'Undo' }).click();
  await expect(words(page)).not.toContainText('4. ');
  await expect(words(page)).not.toContainText('people');
  for (let i = 0; i < 3; i++) await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Title', { exact: true })).toHaveValue('The busiest harbours of the Saltmere Isles');
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
  for (let i = 0; i < 7; i++) await page.getByRole('button', { name: 'Redo' }).click();
  await expect(words(page)).toContainText('45.0K people');
  await expect(page.getByLabel('Title', { exact: true })).toHaveValue('Harbours in a hurry');
});

test('the stage takes the ratio of the film', async ({ page }) => {
  const ratio = async () => {
    const box = await page.getByRole('img', { name: 'The stage' }).boundingBox();
    return (box?.width ?? 0) / (box?.height ?? 1);
  };
  await page.getByRole('radio', { name: '9:16, tall' }).click();
  await expect.poll(ratio).toBeCloseTo(9 / 16, 1);
  await page.getByRole('radio', { name: '1:1, square' }).click();
  await expect.poll(ratio).toBeCloseTo(1, 1);
});

test('a number field takes arrow keys and drags, a drag being one step of undo', async ({ page }) => {
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

test('whole length and seconds for each period follow from each other', async ({ page }) => {
  await openFile(page, 'boats.csv', raceTable);
  await expect(words(page)).toContainText('Bravo, 30');
  await goTo(page, 'Pace');
  const whole = page.getByRole('spinbutton', { name: 'Whole film' });
  const each = page.getByRole('spinbutton', { name: 'Each period' });
  await each.fill('3');
  await press(page, 'Enter');
  await expect(whole).toHaveValue('8');
  await whole.fill('12');
  await press(page, 'Enter');
  await expect(each).toHaveValue('5');
  await page.getByRole('spinbutton', { name: 'Hold at the end' }).fill('3.5');
  await press(page, 'Enter');
  await expect(each).toHaveValue('4');
  await expect(whole).toHaveValue('12');
});

test('an edge of a beat is dragged to slow down, in one step of undo', async ({ page }) => {
  await openFile(page, 'boats.csv', raceTable);
  await expect(words(page)).toContainText('Bravo, 30');
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

test('a category gets a colour of its own, by a click on its bar', async ({ page }) => {
  const stage = page.getByRole('img', { name: 'The stage' });
  const box = await stage.boundingBox();
  if (!box) throw new Error('no stage');
  await stage.click({ position: { x: box.width * 0.3, y: box.height * 0.26 } });
  await page.getByLabel('Hex').fill('#123abc');
  await expect.poll(() => stageColour(page, 0.3, 0.25)).toBe('#123abc');
  await press(page, 'Escape');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => stageColour(page, 0.3, 0.25)).not.toBe('#123abc');
  await stage.click({ position: { x: box.width * 0.1, y: box.height * 0.07 } });
  await expect(page.getByLabel('Title', { exact: true })).toBeFocused();
});

test('pointing links stage, ranking and map', async ({ page }) => {
  const stage = page.getByRole('img', { name: 'The stage' });
  const ranking = page.getByRole('complementary', { name: 'Ranking' });
  const box = await stage.boundingBox();
  if (!box) throw new Error('no stage');
  const before = await stageColour(page, 0.9, 0.25);
  await page.mouse.move(box.x + box.width * 0.3, box.y + box.height * 0.26);
  await expect(ranking.getByRole('button').nth(1)).toHaveClass(/bg-line\/60(?!:)/);
  const canvas = stage.locator('canvas');
  const plain = await (async () => {
    await page.mouse.move(5, 300);
    return canvas.screenshot();
  })();
  await ranking.getByRole('button', { name: /Gullhaven/ }).hover();
  await expect.poll(async () => (await canvas.screenshot()).equals(plain)).toBe(false);
  expect(before).toBeTruthy();
});

test('a reload brings back project, step and playhead', async ({ page }) => {
  await openFile(page, 'boats.csv', raceTable);
  await expect(words(page)).toContainText('Bravo, 30');
  await page.getByLabel('Title', { exact: true }).fill('Kept over night');
  await goTo(page, 'Pace');
  for (let i = 0; i < 2; i++) await page.getByRole('button', { name: 'Next period' }).click();
  await expect(words(page)).toContainText('2012: 1. Bravo, 60');
  const frame = await shownFrame(page);
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.waitForTimeout(700);
  await page.reload();
  await expect(words(page)).toContainText('2012: 1. Bravo, 60');
  expect(await shownFrame(page)).toBe(frame);
  await expect(page.getByRole('spinbutton', { name: 'Whole film' })).toBeVisible();
  await goTo(page, 'Dress');
  await expect(page.getByLabel('Title', { exact: true })).toHaveValue('Kept over night');
});

test('a project file holds everything, and a damaged one is refused', async ({ page }) => {
  await openFile(page, 'boats.csv', raceTable);
  await expect(words(page)).toContainText('Bravo, 30');
  await page.getByLabel('Title', { exact: true }).fill('A project to give away');
  const [download] = await Promise.all([page.waitForEvent('download'), press(page, 'Control+s')]);
  expect(download.suggestedFilename()).toBe('Boats.plucky');
  const bytes = readFileSync(await download.path());
  await goTo(page, 'Gather');
  await page.getByRole('button', { name: /Catch by species/ }).click();
  await expect(words(page)).toContainText('Tide crab');
  await openFile(page, 'broken.plucky', bytes.subarray(0, bytes.length / 2));
  await expect(page.getByText(/project file is damaged/)).toBeVisible();
  await expect(words(page)).toContainText('Tide crab');
  await openFile(page, 'Boats.plucky', bytes);
  await expect(words(page)).toContainText('Bravo, 30');
  await expect(page.getByLabel('Title', { exact: true })).toHaveValue('A project to give away');
});

test('any control is found by name, and any command by keyboard', async ({ page }) => {
  await page.getByRole('combobox', { name: 'Find a control' }).fill('frame rate');
  await press(page, 'Enter');
  await expect(page.getByRole('radio', { name: '60' })).toBeVisible();
  await press(page, 'Control+k');
  await page.getByPlaceholder('What would you like to do?').fill('source note');
  await press(page, 'Enter');
  await expect(page.getByLabel('Source note')).toBeFocused();
  await page.getByRole('heading', { name: 'Words' }).click();
  await press(page, '?');
  await expect(page.getByRole('dialog', { name: 'Shortcuts' })).toBeVisible();
  await press(page, 'Escape');
  await press(page, '4');
  await expect(page.getByRole('spinbutton', { name: 'Whole film' })).toBeVisible();
});
