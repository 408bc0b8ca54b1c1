import { readFileSync } from 'node:fs';
import { expect, type Page } from '@playwright/test';
import { LOOK_VERSION } from '../../src/core/project/look';
import { openAnew, openFile, reloadKept, stageColour, onOpenApp as test, unfold, words } from './support';

test.beforeEach(({ page }) => openAnew(page));

const stage = (page: Page) => page.getByRole('img', { name: 'The stage' });
const undo = (page: Page) => page.getByRole('button', { name: 'Undo', exact: true }).click();

const colourAt = stageColour;

/** A square picture of one colour. */
async function picture(page: Page, colour: string): Promise<Buffer> {
  const url = await page.evaluate((fill) => {
    const canvas = document.createElement('canvas');
    canvas.width = 40;
    canvas.height = 40;
    const context = canvas.getContext('2d') as CanvasRenderingContext2D;
    context.fillStyle = fill;
    context.fillRect(0, 0, 40, 40);
    return canvas.toDataURL('image/png');
  }, colour);
  return Buffer.from(url.split(',')[1] ?? '', 'base64');
}

test('a look dresses the film, is kept under a name, saved, read again and undone', async ({ page }) => {
  await page.getByRole('button', { name: 'Look Big poster' }).click();
  await expect.poll(() => colourAt(page, 0.01, 0.5)).toBe('#c8401b');
  await expect(page.getByRole('button', { name: 'Look Big poster' })).toHaveAttribute('aria-pressed', 'true');
  await undo(page);
  await expect.poll(() => colourAt(page, 0.01, 0.5)).toBe('#fffcf5');
  await page.getByRole('button', { name: 'Look Studio news' }).click();
  await unfold(page, 'Looks of your own');
  await page.getByLabel('Name of the look').fill('Our news');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Look Our news' })).toBeVisible();
  await page.getByLabel('Name of the look').fill('Our news');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as a file' }).click(),
  ]);
  const text = readFileSync(await download.path(), 'utf8');
  expect(JSON.parse(text)).toMatchObject({ format: 'plucky-tempo-look', version: LOOK_VERSION, name: 'Our news' });
  await page.getByRole('button', { name: 'Look Paper' }).click();
  await page
    .getByLabel('File of a look')
    .setInputFiles({ name: 'look.json', mimeType: 'application/json', buffer: Buffer.from(text) });
  await expect.poll(() => colourAt(page, 0.01, 0.5)).not.toBe('#fffcf5');
  await page
    .getByLabel('File of a look')
    .setInputFiles({ name: 'broken.json', mimeType: 'application/json', buffer: Buffer.from('{') });
  await expect(page.getByText(/The look is not valid JSON/)).toBeVisible();
});

test('texts follow the film, are set in another type, and are edited where they stand', async ({ page }) => {
  await page.getByLabel('Title', { exact: true }).fill('Ahead:');
  await page.getByRole('button', { name: 'Insert what follows the film into the title' }).click();
  await page.getByRole('menuitem', { name: /^leader / }).click();
  await expect(page.getByLabel('Title', { exact: true })).toHaveValue('Ahead: {leader}');
  await unfold(page, 'Period, total and leader');
  await page.getByRole('switch', { name: 'Show the total' }).click();
  await expect(page.getByLabel('Words of the total')).toHaveValue('Total {total}');
  await unfold(page, 'Type');
  await page.getByRole('combobox', { name: 'Family' }).click();
  await page.getByRole('option', { name: /Caveat/ }).click();
  await expect(page.getByRole('combobox', { name: 'Family' })).toContainText('Caveat');
  const box = await stage(page).boundingBox();
  if (!box) throw new Error('no stage');
  await page.mouse.dblclick(box.x + box.width * 0.08, box.y + box.height * 0.085);
  const editor = page.getByLabel('Edit the title on stage');
  await editor.fill('Written on stage');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Title', { exact: true })).toHaveValue('Written on stage');
  await undo(page);
  await expect(page.getByLabel('Title', { exact: true })).toHaveValue('Ahead: {leader}');
});

test('pictures go to the categories of their names, and can be given to others', async ({ page }) => {
  const red = await picture(page, '#ff0000');
  const svg = Buffer.from(
    '<svg xmlns="http://www.w3.org/2000/svg" width="20" height="20"><script>document.title="hacked"</script><rect width="20" height="20" fill="#00ff00"/></svg>',
  );
  await page.getByLabel('Pictures of categories').setInputFiles([
    { name: 'Bravo.png', mimeType: 'image/png', buffer: red },
    { name: 'cirus.svg', mimeType: 'image/svg+xml', buffer: svg },
    { name: 'nobody.png', mimeType: 'image/png', buffer: red },
    { name: 'broken.png', mimeType: 'image/png', buffer: Buffer.from('no picture') },
  ]);
  await expect(page.getByText('3 pictures added: 1 by name, 1 by a similar name, 1 with no category.')).toBeVisible();
  await expect(page.getByText('Not read as pictures: broken.png')).toBeVisible();
  await unfold(page, 'Who has which');
  const list = page.getByRole('list', { name: 'Pictures by category' });
  await expect(list.getByRole('listitem').filter({ has: page.getByLabel('Picture of Bravo') })).toContainText(
    'same name',
  );
  await expect(list.getByRole('listitem').filter({ has: page.getByLabel('Picture of Cirrus') })).toContainText(
    'chosen or similar',
  );
  await page.getByLabel('Picture of Alpha').selectOption({ label: 'nobody.png' });
  await expect(page.getByLabel('Picture of Alpha')).not.toHaveValue('');
  expect(await page.title()).not.toBe('hacked');
  await reloadKept(page);
  await expect(words(page)).toContainText('Bravo');
  await unfold(page, 'Who has which');
  await expect(page.getByLabel('Picture of Bravo')).not.toHaveValue('');
});

test('the stage takes any size, backgrounds, and a box for the chart that is moved by mouse and keys', async ({
  page,
}) => {
  await page.getByRole('combobox', { name: 'Background is' }).click();
  await page.getByRole('option', { name: 'Transparent' }).click();
  await expect(page.getByText(/keep the transparency/)).toBeVisible();
  await page.getByRole('combobox', { name: 'Background is' }).click();
  await page.getByRole('option', { name: 'Picture' }).click();
  await page
    .getByLabel('Picture for the background')
    .setInputFiles({ name: 'bg.png', mimeType: 'image/png', buffer: await picture(page, '#0000ff') });
  await page.getByRole('spinbutton', { name: 'Dimmed' }).fill('0');
  await page.keyboard.press('Enter');
  await expect.poll(() => colourAt(page, 0.01, 0.01)).toBe('#0000ff');
  await unfold(page, 'Size, margins and guides');
  await page.getByRole('spinbutton', { name: 'Width of the stage' }).fill('3840');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Move and size the chart' }).click();
  const box = page.getByRole('group', { name: /Box of the chart/ });
  const left = page.getByLabel('Left %');
  const before = Number(await left.inputValue());
  await box.focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await expect
    .poll(async () => Number(await left.inputValue()))
    .toBeCloseTo(before + 2 * 1 > 100 ? before : before, -1);
  const width = Number(await page.getByLabel('Width %').inputValue());
  await page.keyboard.press('Shift+ArrowLeft');
  await expect.poll(async () => Number(await page.getByLabel('Width %').inputValue())).toBeLessThan(width);
  const place = await box.boundingBox();
  if (!place) throw new Error('no box');
  const height = Number(await page.getByLabel('Height %').inputValue());
  await page.mouse.move(place.x + place.width - 1, place.y + place.height - 1);
  await page.mouse.down();
  await page.mouse.move(place.x + place.width - 60, place.y + place.height - 40, { steps: 5 });
  await page.mouse.up();
  await expect.poll(async () => Number(await page.getByLabel('Height %').inputValue())).toBeLessThan(height);
  await undo(page);
  await expect.poll(async () => Number(await page.getByLabel('Height %').inputValue())).toBe(height);
  await page.getByRole('button', { name: 'All the room again' }).click();
  await expect(box).toBeHidden();
});

test('a font of one’s own travels in the project', async ({ page }) => {
  const font = readFileSync('node_modules/@fontsource-variable/fraunces/files/fraunces-latin-wght-normal.woff2');
  await unfold(page, 'Type');
  await page.getByLabel('Font file').setInputFiles({ name: 'My_Letters.woff2', mimeType: 'font/woff2', buffer: font });
  await expect(page.getByRole('combobox', { name: 'Family' })).toContainText('My Letters');
  await page
    .getByLabel('Font file')
    .setInputFiles({ name: 'broken.woff2', mimeType: 'font/woff2', buffer: Buffer.from('nothing') });
  await expect(page.getByText('broken.woff2 could not be read as a font.')).toBeVisible();
  const [download] = await Promise.all([page.waitForEvent('download'), page.keyboard.press('Control+s')]);
  const bytes = readFileSync(await download.path());
  expect(bytes.length).toBeGreaterThan(font.length * 0.9);
  await page.getByRole('button', { name: 'Look Paper' }).click();
  await expect(page.getByRole('combobox', { name: 'Family' })).toContainText('Bricolage Grotesque');
  await openFile(page, 'again.plucky', bytes);
  await expect(page.getByRole('combobox', { name: 'Family' })).toContainText('My Letters');
});
