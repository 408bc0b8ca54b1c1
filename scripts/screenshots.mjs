// npm run screenshots: makes docs/screenshots/ anew from the demo data.
import { spawn } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { chromiumArgs, chromiumPath } from './lib/chromium.mjs';
import { freePort, startServer } from './lib/server.mjs';
import { ensureBuild, ensurePackages, ensurePrograms, root } from './lib/set-up.mjs';

ensurePackages();
ensurePrograms({ tests: true });
await ensureBuild();
const { chromium } = await import('@playwright/test');
const folder = path.join(root, 'docs/screenshots');
mkdirSync(folder, { recursive: true });
const server = await startServer(await freePort(3400));
const browser = await chromium.launch({
  executablePath: chromiumPath(),
  args: chromiumArgs,
});

async function open(colorScheme) {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, colorScheme, reducedMotion: 'reduce' });
  await page.goto(server.url);
  await page.getByTestId('stage-words').filter({ hasText: '1. ' }).waitFor({ state: 'attached' });
  return page;
}

/** Scrolls the bench to a section. */
const showSection = (page, name) =>
  page.getByRole('heading', { name, exact: true }).evaluate((title) => title.scrollIntoView({ block: 'start' }));

const step = (page, name) => page.getByRole('navigation', { name: 'Steps' }).getByRole('button', { name }).click();

/** Puts the playhead at a part of the film. */
async function seek(page, share) {
  const strip = page.getByRole('slider', { name: 'Playhead' });
  const box = await strip.boundingBox();
  await page.mouse.click(box.x + box.width * share, box.y + box.height / 2);
  await page.mouse.move(640, 20);
}

async function shoot(page, name) {
  await page.waitForTimeout(500);
  await page.screenshot({ path: path.join(folder, `${name}.png`) });
  console.log(`docs/screenshots/${name}.png`);
}

/** Opens one of the tables that ship with the app. */
async function openSample(page, name) {
  await step(page, 'Gather');
  await page.getByRole('button', { name: new RegExp(`^${name}`) }).click();
  await page.getByTestId('stage-words').filter({ hasText: 'Gullhaven' }).waitFor({ state: 'attached' });
  await step(page, 'Dress');
}

/** One picture of all families of charts, from the demo data; bubbles from a table of several values. */
async function shootFamilies(page) {
  const pictures = [];
  const cards = page.getByRole('button', { name: /^Tell it with/ });
  for (let i = 0; i < (await cards.count()); i++) {
    const several = (await cards.nth(i).getAttribute('aria-label')) === 'Tell it with bubbles';
    if (several) await openSample(page, 'Harbours');
    await cards.nth(i).click();
    await seek(page, 0.62);
    await page.waitForTimeout(1200);
    const stage = page.getByRole('img', { name: 'The stage' }).locator('canvas');
    pictures.push((await stage.screenshot()).toString('base64'));
    if (several) await openSample(page, 'Ferry passengers');
  }
  await shootSheet(pictures, 3, 'charts');
}

/** Output with films that are being made at a farm: a queue, a store and a worker of their own. */
async function shootFarm() {
  const place = mkdtempSync(path.join(tmpdir(), 'tempo-pictures-'));
  const port = await freePort(6400);
  const queue = spawn('redis-server', ['--port', String(port), '--bind', '127.0.0.1', '--dir', place, '--save', ''], {
    stdio: 'ignore',
  });
  process.env.TEMPO_QUEUE = `redis://127.0.0.1:${port}/0`;
  process.env.TEMPO_STORE = path.join(place, 'films');
  const farmServer = await startServer(await freePort(3450));
  const tempo = path.join(root, 'scripts/tempo.mjs');
  const worker = spawn(process.execPath, [tempo, 'farm', 'work', '--at-once', '2', '--name', 'mill-3'], {
    stdio: 'ignore',
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, reducedMotion: 'reduce' });
  try {
    await page.goto(farmServer.url);
    await page.getByTestId('stage-words').filter({ hasText: '1. ' }).waitFor({ state: 'attached' });
    await seek(page, 0.62);
    await step(page, 'Output');
    await page.getByLabel('9:16').check();
    await page.getByLabel('1:1').check();
    await page.getByRole('button', { name: 'Send 3 films to the farm' }).click();
    await page.getByRole('button', { name: 'Send it' }).click();
    const jobs = page.getByRole('list', { name: 'Jobs' });
    // One film is there, the others are on their way.
    await jobs.getByText(/^[12] of 3 films/).waitFor({ timeout: 240_000 });
    await jobs.getByText(/ a second/).waitFor({ timeout: 60_000 });
    await showSection(page, 'Many at once');
    await shoot(page, 'farm');
  } finally {
    await page.close();
    worker.kill('SIGKILL');
    await farmServer.stop();
    queue.kill('SIGKILL');
    rmSync(place, { recursive: true, force: true });
    process.env.TEMPO_QUEUE = '';
  }
}

/** The shelf with some work and a version. */
async function shootKeeping() {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, reducedMotion: 'reduce' });
  const page = await context.newPage();
  await page.goto(server.url);
  await page.getByTestId('stage-words').filter({ hasText: '1. ' }).waitFor({ state: 'attached' });
  for (const [sample, name] of [
    ['Tide power', 'Tides, for the evening news'],
    ['Catch by species', 'Catch, first try'],
    ['Ferry passengers', 'Ferries'],
  ]) {
    await step(page, 'Gather');
    await page.getByRole('button', { name: new RegExp(`^${sample}`) }).click();
    await page.waitForTimeout(2500);
    await page.getByLabel('Name of the project').fill(name);
    await step(page, 'Dress');
    await page.waitForTimeout(2500);
  }
  await page.getByRole('button', { name: /^Shelf/ }).click();
  await page.getByRole('button', { name: 'Earlier versions' }).click();
  await page.getByLabel('Name of this version').fill('As sent to the editor');
  await page.getByRole('button', { name: 'Keep as it is now' }).click();
  await page.getByText('As sent to the editor').waitFor();
  // Notices go by themselves.
  await page.waitForTimeout(9000);
  await shoot(page, 'shelf');
  await page.keyboard.press('Escape');
  await context.close();
}

/** The film among the samples: its first card. */
async function shootCard() {
  const page = await open('light');
  await step(page, 'Gather');
  await page.getByRole('button', { name: /^Isles at work/ }).click();
  await page.getByTestId('stage-words').filter({ hasText: 'Opening card' }).waitFor({ state: 'attached' });
  await step(page, 'Dress');
  await showSection(page, 'Design');
  await page.waitForTimeout(9000);
  await shoot(page, 'card');
  await page.close();
}

/** Marks on their way between several pairs of charts: a row of moments for each pair. */
async function shootCarryOver() {
  const charts = ['ranked-bars', 'donut', 'tree-map', 'words', 'lines', 'ranked-bars'];
  const [pieceSec, carrySec] = [4, 2];
  const pieces = charts.map((chart) => ({
    table: 'ferry-passengers.csv',
    chart,
    ...(chart === 'lines' ? {} : { built: 'last' }),
    seconds: pieceSec,
    into: { how: 'carry-over', seconds: carrySec, ease: 'even' },
  }));
  const film = { format: 'plucky-tempo-film', version: 1, name: 'Carried over', pieces };
  const page = await open('light');
  await page.getByLabel('Open a table or a project file').setInputFiles([
    { name: 'film.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(film)) },
    {
      name: 'ferry-passengers.csv',
      mimeType: 'text/csv',
      buffer: readFileSync(path.join(root, 'public/samples/ferry-passengers.csv')),
    },
  ]);
  await page.getByRole('list', { name: 'Programme' }).waitFor();
  await page.getByRole('button', { name: 'Whole film on the strip' }).click();
  const lengthSec = charts.length * pieceSec - (charts.length - 1) * carrySec;
  const pictures = [];
  for (let pair = 1; pair < charts.length; pair++)
    for (const share of [0.15, 0.4, 0.6, 0.85]) {
      await seek(page, (pair * (pieceSec - carrySec) + share * carrySec) / lengthSec);
      await page.waitForTimeout(700);
      const stage = page.getByRole('img', { name: 'The stage' }).locator('canvas');
      pictures.push((await stage.screenshot()).toString('base64'));
    }
  await page.close();
  await shootSheet(pictures, 4, 'carry-over');
}

/** Several pictures as one. */
async function shootSheet(pictures, across, name) {
  const sheet = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const images = pictures.map((data) => `<img src="data:image/png;base64,${data}">`).join('');
  await sheet.setContent(
    `<style>body{margin:0;padding:16px;display:grid;grid-template-columns:repeat(${across},1fr);gap:16px;background:#e8e2d2}img{width:100%;display:block}</style>${images}`,
  );
  const height = Math.ceil(await sheet.evaluate(() => document.body.scrollHeight));
  await sheet.setViewportSize({ width: 1280, height });
  await shoot(sheet, name);
  await sheet.close();
}

/** Music and a voice under the beats, with bars; and somebody who speaks along, in the dark theme. */
async function shootSound() {
  const page = await open('light');
  await step(page, 'Pace');
  await page.getByRole('button', { name: 'Market day' }).click();
  await page.getByRole('button', { name: /^Find the tempo/ }).click();
  await page.getByRole('switch', { name: 'This piece goes by the beat' }).click();
  await page.getByRole('button', { name: '2', exact: true }).click();
  await page.getByRole('switch', { name: 'Play the data' }).click();
  await speak(page, 4);
  await page.getByRole('button', { name: 'Keep it' }).click();
  await page.getByRole('button', { name: /^Voice 1, voice/ }).waitFor();
  await page.getByRole('switch', { name: 'This piece goes by the beat' }).click();
  await page.getByRole('button', { name: /^Market day, music/ }).click();
  await seek(page, 0.4);
  await showSection(page, 'Sound');
  await page.waitForTimeout(5000);
  await shoot(page, 'sound');
  await page.close();
  const dark = await open('dark');
  await dark.getByRole('button', { name: 'Background #12191E' }).click();
  await step(dark, 'Pace');
  await speak(dark, 5);
  await showSection(dark, 'Sound');
  await shoot(dark, 'speaking');
  await dark.close();
}

/** Speaks along some periods with the made-up voice. */
async function speak(page, count) {
  await page.getByRole('button', { name: 'Speak along', exact: true }).click();
  await page.getByRole('combobox', { name: 'Voice from' }).click();
  await page.getByRole('option', { name: /Made-up voice/ }).click();
  await page.getByRole('button', { name: 'Begin', exact: true }).click();
  await page.locator('button:enabled', { hasText: 'Hold' }).waitFor();
  for (let i = 0; i < count; i++) {
    await page.keyboard.press('Space');
    await page.waitForTimeout(700);
  }
}

/** Everything but what needs servers of its own. */
async function shootAll() {
  await shootCard();
  await shootCarryOver();
  const families = await open('light');
  await shootFamilies(families);
  await families.close();
  const beside = await open('light');
  await openSample(beside, 'Harbours');
  await step(beside, 'Shape');
  await beside.getByRole('button', { name: 'Notation, parts, groups and colours' }).click();
  await beside.getByRole('combobox', { name: 'One chart for each' }).click();
  await beside.getByRole('option', { name: /^Island/ }).click();
  await beside.getByRole('switch', { name: 'Side by side' }).click();
  await beside.getByTestId('stage-words').filter({ hasText: 'Pell:' }).waitFor({ state: 'attached' });
  await step(beside, 'Dress');
  await beside.getByRole('button', { name: 'Tell it with areas' }).click();
  await seek(beside, 0.86);
  await beside.waitForTimeout(5000);
  await shoot(beside, 'side-by-side');
  await beside.close();
  const closer = await open('light');
  await step(closer, 'Pace');
  await closer
    .getByRole('button', { name: /^Look closer at: New Mole/ })
    .first()
    .click();
  await closer.getByRole('switch', { name: 'A ring around it' }).click();
  await closer.getByLabel('A note with a line to it').fill('The youngest harbour');
  await seek(closer, 0.5);
  await closer.getByRole('list', { name: 'Focuses of the film' }).getByRole('button').first().click();
  await closer.getByRole('list', { name: 'Focuses of the film' }).getByRole('button').first().click();
  await showSection(closer, 'Focus');
  await closer.waitForTimeout(1500);
  await shoot(closer, 'focus');
  await closer.close();
  await shootKeeping();
  const light = await open('light');
  await seek(light, 0.56);
  // A canvas that nothing has been drawn on is 300 wide.
  await light.waitForFunction(() =>
    [...document.querySelectorAll('[aria-label^="Tell it with"] canvas')].every((canvas) => canvas.width !== 300),
  );
  await shoot(light, 'dress');
  const emblems = path.join(root, 'public/samples/emblems');
  await light
    .getByLabel('Pictures of categories')
    .setInputFiles(readdirSync(emblems).map((name) => path.join(emblems, name)));
  await light.getByText(/pictures added/).waitFor();
  await light.getByRole('button', { name: 'Who has which' }).click();
  await showSection(light, 'Pictures');
  await light.waitForTimeout(9000);
  await shoot(light, 'dress-pictures');
  await light.getByRole('button', { name: 'Who has which' }).click();
  await light.getByRole('button', { name: 'Look Columns at dusk' }).click();
  await showSection(light, 'Looks');
  await light.waitForTimeout(2000);
  await shoot(light, 'looks');
  await light.getByRole('button', { name: 'Look Paper' }).click();
  await step(light, 'Pace');
  await light.getByRole('spinbutton', { name: 'Slower where places change' }).fill('4');
  await light.keyboard.press('Enter');
  const strip = await light.getByRole('slider', { name: 'Playhead' }).boundingBox();
  await light.mouse.move(strip.x + strip.width * 0.34, strip.y + 5);
  await light.mouse.down();
  await light.mouse.move(strip.x + strip.width * 0.52, strip.y + 5, { steps: 4 });
  await light.mouse.up();
  await light.getByRole('button', { name: 'Pause', exact: true }).click();
  await light.getByRole('button', { name: 'Caption here' }).click();
  await light.getByLabel('Text of the caption').fill('{leader} carries {value} people in {period}');
  await seek(light, 0.44);
  await showSection(light, 'Captions');
  await shoot(light, 'pace');
  await showSection(light, 'Moments');
  await shoot(light, 'moments');
  await light.getByRole('radio', { name: 'One moment' }).click();
  await light.getByRole('list', { name: 'Steps of the opening' }).waitFor();
  await seek(light, 0.22);
  await shoot(light, 'steps');
  await light.getByRole('radio', { name: 'How it went' }).click();
  await light.getByText('Each period').first().waitFor();
  await step(light, 'Gather');
  await light.getByRole('button', { name: /A workbook of harbours/ }).click();
  await light.getByRole('radio', { name: /^Passengers/ }).waitFor();
  await seek(light, 0.4);
  await light.getByRole('button', { name: /Market turnover/ }).click();
  await light.getByTestId('stage-words').filter({ hasText: 'All districts' }).waitFor({ state: 'attached' });
  await light.getByRole('heading', { name: 'Problems', exact: true }).evaluate((heading) => heading.scrollIntoView());
  await shoot(light, 'gather');
  await step(light, 'Shape');
  for (const apply of ['Leave out', 'Roll', 'Combine']) {
    await light.getByRole('button', { name: new RegExp(`Apply: ${apply}`) }).click();
  }
  await light.getByRole('button', { name: /^Show the table after: Roll/ }).click();
  await light.getByRole('heading', { name: 'Steps', exact: true }).scrollIntoViewIfNeeded();
  await seek(light, 0.4);
  await shoot(light, 'shape');
  await step(light, 'Gather');
  await light.getByRole('button', { name: /Tide power/ }).click();
  await light.getByText('sensor wet').first().waitFor();
  await step(light, 'Shape');
  await light.getByRole('radio', { name: 'Ranks and findings' }).click();
  await light.getByRole('region', { name: 'Ranks and values' }).waitFor();
  await light.waitForTimeout(500);
  await seek(light, 0.4);
  await shoot(light, 'ranks');
  const film = await open('light');
  for (const chart of ['Pie', 'Boxes', 'Words']) {
    await film.getByRole('button', { name: 'Add a piece' }).press('Enter');
    await film.getByRole('menuitem', { name: 'This table as another chart' }).press('ArrowRight');
    await film.getByRole('menuitem', { name: chart, exact: true }).press('Enter');
    await film.getByRole('button', { name: new RegExp(`, ${chart}, \\d`) }).waitFor();
  }
  await film.getByRole('button', { name: /, Boxes, \d/ }).click();
  await film.locator('[aria-current="true"]', { hasText: 'Boxes' }).waitFor();
  await seek(film, 0.974);
  await film.waitForTimeout(1500);
  await shoot(film, 'programme');
}

try {
  // `npm run screenshots -- farm` makes the picture of the farm alone.
  if (!process.argv.includes('farm')) {
    await shootAll();
    await shootSound();
  }
  await shootFarm();
} finally {
  await browser.close();
  await server.stop();
}
