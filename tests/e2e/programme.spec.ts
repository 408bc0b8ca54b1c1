import { expect } from '@playwright/test';
import {
  addChart,
  blocks,
  goTo,
  meanDifference,
  openRace,
  pause,
  probe,
  sameAsPreview,
  seekTo,
  shownFrame,
  onOpenApp as test,
  toSmallFilm,
  words,
} from './support';
import { commandLine } from './tempo';

const tempo = commandLine();

test('a film of two charts: marks carry over, blocks are moved by keys, and the film is as previewed', async ({
  page,
}) => {
  await openRace(page, '6');
  await pause(page);
  await expect(page.getByRole('list', { name: 'Programme' })).toHaveCount(0);
  await addChart(page, 'Pie');
  await expect(blocks(page)).toHaveText([/Ranked bars/, /Pie/]);
  await expect(page.getByText(/of 0:10\.80/)).toBeVisible();
  // The new piece is on show, and edited.
  await expect(blocks(page).nth(1)).toHaveAttribute('aria-current', 'true');
  await expect(words(page)).toContainText('%');

  await toSmallFilm(page);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export MP4' }).click(),
  ]);
  const film = await download.path();
  expect(probe(film)).toMatchObject({ nb_read_frames: '270', avg_frame_rate: '25/1' });

  // Before, halfway and after: each is what the film has.
  await goTo(page, 'Dress');
  await blocks(page).first().click();
  await expect.poll(() => shownFrame(page)).toBe(0);
  await seekTo(page, 0.5);
  const before = await sameAsPreview(page, film, 'before');
  await seekTo(page, 0.88);
  await expect.poll(() => shownFrame(page)).toBeGreaterThan(120);
  const halfway = await sameAsPreview(page, film, 'on the way');
  await blocks(page).nth(1).click();
  await expect.poll(() => shownFrame(page)).toBe(150);
  const after = await sameAsPreview(page, film, 'after');
  expect(meanDifference(before, halfway)).toBeGreaterThan(4);
  expect(meanDifference(halfway, after)).toBeGreaterThan(4);

  // The keyboard moves a block; the film then begins with the pie.
  await blocks(page).nth(1).focus();
  // Blocks are measured anew after each key, and what came of it is said aloud.
  const aloud = page.locator('[id^=DndLiveRegion]').first();
  for (const [key, said] of [
    ['Space', /Picked up|was moved over/],
    ['ArrowLeft', /item (\w+) was moved over droppable area (?!\1)/],
    ['Space', /was dropped/],
  ] as const) {
    await page.keyboard.press(key);
    await expect(aloud).toHaveText(said);
  }
  await expect(blocks(page)).toHaveText([/Pie/, /Ranked bars/]);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(blocks(page)).toHaveText([/Ranked bars/, /Pie/]);
});

test('pieces are named, doubled, switched off and taken out; a seam sets what leads from one to the next', async ({
  page,
}) => {
  await openRace(page, '6');
  await pause(page);
  await addChart(page, 'Columns');
  await expect(blocks(page)).toHaveCount(2);
  const choose = async (block: RegExp, item: string) => {
    await page.getByRole('button', { name: block }).click();
    await page.getByRole('menuitem', { name: item }).click();
  };
  await page.getByRole('button', { name: /^Into the next piece/ }).click();
  await page.getByRole('combobox', { name: 'How', exact: true }).click();
  await page.getByRole('option', { name: /^Slide/ }).click();
  await page.getByRole('spinbutton', { name: 'Seconds' }).fill('9');
  await page.keyboard.press('Enter');
  await expect(page.getByText('It takes 3.0 s: never more than half of either piece.')).toBeVisible();
  await expect(page.getByText(/of 0:09\.00/)).toBeVisible();
  await page.keyboard.press('Escape');
  await blocks(page).nth(1).dblclick();
  await page.getByRole('textbox', { name: 'Name of the piece' }).fill('Years');
  await page.keyboard.press('Enter');
  await expect(blocks(page).nth(1)).toContainText('Years');
  await choose(/^More for Years/, 'Double');
  await expect(blocks(page)).toHaveCount(3);
  await page
    .getByRole('button', { name: /^More for Years/ })
    .first()
    .click();
  await page.getByRole('menuitem', { name: 'Switch off' }).click();
  await expect(blocks(page).nth(1)).toContainText('off');
  await page
    .getByRole('button', { name: /^More for Years/ })
    .first()
    .click();
  await page.getByRole('menuitem', { name: 'Remove' }).click();
  await expect(blocks(page)).toHaveCount(2);
  // One look for all.
  await goTo(page, 'Dress');
  await page.getByRole('button', { name: 'Look Night ferry' }).click();
  for (const place of [0, 1]) {
    await blocks(page).nth(place).click();
    await expect(page.getByRole('button', { name: 'Look Night ferry' })).toHaveAttribute('aria-pressed', 'true');
  }
});

test('the command line tells both pieces while one gives way to the other', async ({ page }, info) => {
  await openRace(page, '6');
  await pause(page);
  await addChart(page, 'Pie');
  await expect(blocks(page)).toHaveCount(2);
  await goTo(page, 'Output');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save', exact: true }).click(),
  ]);
  const file = info.outputPath('two.plucky');
  await download.saveAs(file);
  const lines = await tempo('frames', file, '--at', '2,5.4,9');
  const [first, passing, last] = lines
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line));
  expect(first).not.toHaveProperty('progress');
  expect(passing).toMatchObject({
    pieceSec: 5.4,
    progress: expect.closeTo(0.5, 6),
    next: { pieceSec: expect.closeTo(0.6, 6) },
  });
  expect(passing.next.rows).toHaveLength(3);
  expect(last).not.toHaveProperty('next');
});
