import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { expect, type Page } from '@playwright/test';
import {
  addCard,
  addChart,
  as,
  blocks,
  goTo,
  leastPsnr,
  openAnew,
  openRace,
  pause,
  probe,
  raceTable,
  sameAsPreview,
  seekTo,
  shownFrame,
  onOpenApp as test,
  toSmallFilm,
  words,
} from './support';
import { commandLine } from './tempo';

const tempo = commandLine();

/** What is handed over by a press, as a file of a name. */
async function taken(page: Page, button: string, file: string): Promise<string> {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: button, exact: true }).click(),
  ]);
  await download.saveAs(file);
  return file;
}

test('a film of four pieces is made by hand, looks and moves as previewed, and is the same from its script', async ({
  page,
}, info) => {
  await openRace(page, '4');
  await pause(page);
  await addCard(page, 'Opening card');
  await expect(words(page)).toContainText('Opening card: ');
  await goTo(page, 'Dress');
  await page.getByRole('textbox', { name: 'Title of the card' }).fill('Isles at work');
  await expect(words(page)).toContainText('Opening card: Isles at work');
  // The words are edited where they stand, too.
  const stage = page.getByRole('img', { name: 'The stage' });
  const box = await stage.boundingBox();
  if (!box) throw new Error('There is no stage.');
  await page.mouse.dblclick(box.x + box.width * 0.2, box.y + box.height * 0.63);
  await page.getByRole('textbox', { name: /^Edit the title on stage/ }).fill('Boats at work');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: 'Title of the card' })).toHaveValue('Boats at work');

  await blocks(page).nth(1).click();
  await addChart(page, 'Pie');
  await addCard(page, 'Closing card');
  await expect(blocks(page)).toHaveText([/Opening card/, /Ranked bars/, /Pie/, /Closing card/]);
  await page.getByRole('button', { name: 'Look Night ferry' }).click();
  await expect(page.getByText(/of 0:14\.20/)).toBeVisible();

  await toSmallFilm(page);
  const film = await taken(page, 'Export MP4', info.outputPath('film.mp4'));
  expect(probe(film)).toMatchObject({ nb_read_frames: '355', avg_frame_rate: '25/1' });
  await goTo(page, 'Dress');
  await page.getByRole('button', { name: 'Whole film on the strip' }).click();
  for (const [what, share] of [
    ['the words of the card', 0.15],
    ['from the card into the race', 0.254],
    ['marks on their way', 0.465],
    ['the end', 0.93],
  ] as const) {
    await seekTo(page, share);
    await sameAsPreview(page, film, what);
  }

  // The film as a script, rendered without the app, is the same film as the project.
  await goTo(page, 'Output');
  const zip = await taken(page, 'Save as a script', info.outputPath('film.zip'));
  execFileSync('unzip', ['-q', zip, '-d', info.outputPath('script')]);
  const script = info.outputPath('script/film.json');
  const project = await taken(page, 'Save', info.outputPath('film.plucky'));
  const [one, other] = [info.outputPath('one.mp4'), info.outputPath('other.mp4')];
  for (const [input, out] of [
    [project, one],
    [script, other],
  ] as const)
    await tempo('render', input, '--out', out, '--size', '640x360', '--fps', '5');
  expect(leastPsnr(one, other, info.outputPath('likeness.txt'))).toBeGreaterThan(60);
  const lines = await tempo('frames', script, '--at', '1,3.6');
  const [first, passing] = lines
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line));
  expect(first).toMatchObject({ piece: { number: 0, name: 'Boats at work' }, pieceSec: 1, card: 'opening' });
  expect(passing).toMatchObject({ progress: expect.closeTo(0.5, 6), next: { piece: { number: 1 } } });

  // The order is changed by a script as well: what is written is what is shown.
  await page.getByLabel('Open a table or a project file').setInputFiles(zip);
  await expect(words(page)).toContainText('Opening card: Boats at work');
  await expect(blocks(page)).toHaveText([/Opening card/, /Ranked bars/, /Pie/, /Closing card/]);
});

test('the web page of a film with cards plays alone', async ({ page, context }, info) => {
  await openRace(page, '3');
  await pause(page);
  await addCard(page, 'Opening card');
  await goTo(page, 'Output');
  await as(page, 'Web page');
  const file = await taken(page, 'Export web page', info.outputPath('film.html'));
  const viewer = await context.newPage();
  const problems: string[] = [];
  viewer.on('pageerror', (error) => problems.push(error.message));
  await viewer.emulateMedia({ reducedMotion: 'reduce' });
  await viewer.goto(`file://${file}`);
  await expect(viewer.locator('#words')).toContainText('2012: 1. ');
  await viewer.keyboard.press('Home');
  await expect(viewer.locator('#words')).toContainText('Opening card: ');
  await expect(viewer.getByRole('table')).toContainText('Alpha');
  expect(problems).toEqual([]);
});

test('a film script asks for its files, and becomes the film that the command line makes of it', async ({
  page,
}, info) => {
  const film = {
    format: 'plucky-tempo-film',
    version: 1,
    name: 'From a script',
    size: '640x360',
    fps: 25,
    look: 'Night ferry',
    pieces: [
      { card: 'opening', title: 'Isles at work', design: 'halves', seconds: 2 },
      { table: 'boats.csv', title: 'Boats', seconds: 3, into: { how: 'wipe', seconds: 0.4 } },
      { table: 'boats.csv', chart: 'donut', built: 'last', seconds: 2, into: { how: 'carry-over', seconds: 0.8 } },
    ],
  };
  const script = info.outputPath('film.json');
  writeFileSync(script, JSON.stringify(film));
  writeFileSync(info.outputPath('boats.csv'), raceTable);
  await openAnew(page);
  await page.getByLabel('Open a table or a project file').setInputFiles(script);
  const dialog = page.getByRole('dialog', { name: 'The film needs its files' });
  await expect(dialog.getByRole('listitem')).toHaveText(['boats.csv']);
  await dialog.getByLabel('Files of the film').setInputFiles(info.outputPath('boats.csv'));
  await expect(words(page)).toContainText('Opening card: Isles at work');
  await expect(page.getByText(/of 0:05\.80/)).toBeVisible();
  const made = info.outputPath('made.mp4');
  await tempo('render', script, '--out', made);
  expect(probe(made)).toMatchObject({ nb_read_frames: '145', width: 640, height: 360 });
  await pause(page);
  await sameAsPreview(page, made, 'the start');
  for (const block of [0, 1, 2]) {
    await blocks(page).nth(block).click();
    await expect.poll(() => shownFrame(page)).toBeGreaterThan(block === 0 ? 10 : 40);
    await sameAsPreview(page, made, `piece ${block}`);
  }
  // A picture of each piece.
  const stills = await tempo('render', script, '--stills', '--out', info.outputPath('stills'));
  expect(
    stills
      .trim()
      .split('\n')
      .map((line) => line.replace(/^.*\//, '')),
  ).toEqual(['01-Isles-at-work.png', '02-Boats.png', '03-Boats.png']);
});
