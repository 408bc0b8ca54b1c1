import { expect, type Page } from '@playwright/test';
import { knownFamilies } from '../../src/core/families/known';
import {
  as,
  goTo,
  meanDifference,
  openAnew,
  pause,
  probe,
  sameAsPreview,
  shownFrame,
  onOpenApp as test,
  toSmallFilm,
  words,
} from './support';

const table = `Year,Alpha,Bravo,Cirrus\n${Array.from({ length: 8 }, (_, i) => `${2001 + i},${10 + 5 * i},${40 - 3 * i},${22 + ((i * 7) % 11)}`).join('\n')}\n`;

/** The same with a second value for each name and year, as bubbles need. */
const several = `Year,Boat,Catch,Crew\n${table
  .split('\n')
  .slice(1, -1)
  .flatMap((line) => {
    const [year, ...values] = line.split(',');
    return values.map(
      (value, i) => `${year},${['Alpha', 'Bravo', 'Cirrus'][i]},${value},${20 + ((Number(value) * 13) % 29)}`,
    );
  })
  .join('\n')}\n`;

const others = knownFamilies.filter((family) => family.id !== 'ranked-bars');
/** Families whose films are made on one page, one after the other: to open the app for each would take longer than all else. */
const groups = [
  ...[0, 1, 2, 3].map((group) => others.filter(({ uses }, i) => !uses.has('further') && i % 4 === group)),
  others.filter(({ uses }) => uses.has('further')),
];

/** Tells the table with a family, exports it, and compares three periods of the film with the preview. */
async function becomesFilm(page: Page, { id, name }: (typeof others)[number], film: string): Promise<void> {
  await goTo(page, 'Dress');
  const choice = page.getByRole('button', { name: `Tell it with ${name.toLowerCase()}`, exact: true });
  await choice.click();
  await expect(choice).toHaveAttribute('aria-pressed', 'true');
  await goTo(page, 'Output');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export MP4' }).click(),
  ]);
  await download.saveAs(film);
  expect(probe(film)).toMatchObject({ codec_name: 'h264' });
  await goTo(page, 'Dress');
  await pause(page);
  const shots: Buffer[] = [];
  for (const presses of [0, 3, 5]) {
    await page.keyboard.press('Home');
    await expect.poll(() => shownFrame(page)).toBe(0);
    for (let i = 0; i < presses; i++) await page.keyboard.press('Shift+ArrowRight');
    await expect(words(page)).toContainText(String(2001 + presses));
    // Hundreds of edges differ more between two sizes of a picture than a few do.
    shots.push(await sameAsPreview(page, film, name, id === 'hundred' ? 6 : 4));
  }
  expect(meanDifference(shots[0] as Buffer, shots[2] as Buffer), 'the picture moves').toBeGreaterThan(1);
}

for (const group of groups) {
  const names = group.map(({ name }) => name.toLowerCase()).join(', ');
  test(`made by hand from a file, each becomes a film as previewed: ${names}`, async ({ page }, info) => {
    await openAnew(page, group.some(({ uses }) => uses.has('further')) ? several : table);
    await expect(words(page)).toContainText('Cirrus');
    await goTo(page, 'Pace');
    await page.getByRole('spinbutton', { name: 'Whole film' }).fill('3');
    await page.keyboard.press('Enter');
    await as(page, '25');
    await toSmallFilm(page);
    for (const family of group)
      await test.step(family.name, () => becomesFilm(page, family, info.outputPath(`${family.id}.mp4`)));
  });
}

test('one moment is built step by step in columns, dragged on the strip, and becomes a film as previewed', async ({
  page,
}, info) => {
  await openAnew(page, table);
  await expect(words(page)).toContainText('Cirrus');
  await page.getByRole('button', { name: 'Tell it with columns', exact: true }).click();
  await goTo(page, 'Pace');
  await page.getByRole('radio', { name: 'One moment' }).click();
  await expect(words(page)).toContainText('2008:');
  const flag = (name: string) => page.getByRole('button', { name: new RegExp(`^${name} comes at`) });
  const secOf = async (name: string) =>
    Number(await page.getByRole('textbox', { name: `Seconds at which ${name} begins` }).inputValue());
  await expect(flag('2003')).toBeVisible();
  const before = await secOf('2003');
  const box = await flag('2003').boundingBox();
  if (!box) throw new Error('flag: must be on the strip');
  await page.mouse.move(box.x + 2, box.y + 4);
  await page.mouse.down();
  await page.mouse.move(box.x + 42, box.y + 4, { steps: 4 });
  await page.mouse.up();
  await expect.poll(() => secOf('2003')).toBeGreaterThan(before);
  await page.getByRole('button', { name: 'Space evenly' }).click();
  await expect.poll(() => secOf('2003')).toBe(before);
  await page.getByRole('spinbutton', { name: 'Film of the moment takes' }).fill('5');
  await page.keyboard.press('Enter');
  await toSmallFilm(page);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export MP4' }).click(),
  ]);
  const film = info.outputPath('built.mp4');
  await download.saveAs(film);
  await goTo(page, 'Dress');
  await pause(page);
  const shots: Buffer[] = [];
  // At the start nothing stands there yet; a second of single frames later the columns are half there.
  for (const keys of [['Home'], Array.from({ length: 60 }, () => 'ArrowRight'), ['End']]) {
    const last = await shownFrame(page);
    for (const key of keys) await page.keyboard.press(key);
    if (keys[0] !== 'Home') await expect.poll(() => shownFrame(page)).toBeGreaterThan(last);
    else await expect.poll(() => shownFrame(page)).toBe(0);
    if (keys.length > 1) await expect.poll(() => shownFrame(page)).toBe(60);
    shots.push(await sameAsPreview(page, film, 'built columns'));
  }
  expect(meanDifference(shots[0] as Buffer, shots[1] as Buffer), 'columns come').toBeGreaterThan(1);
  expect(meanDifference(shots[1] as Buffer, shots[2] as Buffer), 'and more of them').toBeGreaterThan(1);
});
