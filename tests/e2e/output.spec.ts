import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { expect, type Page } from '@playwright/test';
import { unzipSync } from 'fflate';
import {
  as,
  goTo,
  meanDifference,
  onOpenApp,
  openRace,
  pixels,
  probe,
  raceTable,
  smallSize,
  test,
  toSmallFilm,
} from './support';

let folder = '';
test.beforeAll(() => {
  folder = mkdtempSync(path.join(os.tmpdir(), 'tempo-output-'));
});
test.afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** The race as a film of 50 frames. */
const openShortRace = (page: Page, table = raceTable) => openRace(page, '2', table);

async function take(page: Page, button: string | RegExp, name: string): Promise<string> {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: button }).click(),
  ]);
  const file = path.join(folder, name);
  await download.saveAs(file);
  return file;
}

const size = [480, 270] as const;
const look = (png: Buffer) => pixels({ png }, ...size);

/** The last frame, painted by itself. */
async function lastPng(page: Page): Promise<Buffer> {
  await goTo(page, 'Output');
  await as(page, 'Picture');
  await as(page, 'PNG');
  return readFileSync(await take(page, 'Export PNG', 'last.png'));
}

onOpenApp('pictures: PNG is exact, JPEG, SVG, PDF and GIF show the same', async ({ page, context }) => {
  await openShortRace(page);
  const png = await lastPng(page);
  expect(png.readUInt32BE(16)).toBe(1920);
  const again = readFileSync(await take(page, 'Export PNG', 'again.png'));
  expect(again.equals(png), 'the same picture, byte for byte').toBe(true);
  await as(page, '2×');
  expect(readFileSync(await take(page, 'Export PNG', 'twice.png')).readUInt32BE(16)).toBe(3840);
  await as(page, '1×');
  await as(page, 'JPEG');
  const jpeg = await take(page, 'Export JPG', 'last.jpg');
  const jpegPixels = execFileSync(
    'ffmpeg',
    [
      '-v',
      'error',
      '-i',
      jpeg,
      '-vf',
      `scale=${size.join(':')}:flags=area`,
      '-f',
      'rawvideo',
      '-pix_fmt',
      'rgb24',
      'pipe:1',
    ],
    { maxBuffer: 1e8 },
  );
  expect(meanDifference(jpegPixels, look(png))).toBeLessThan(3);

  await as(page, 'SVG');
  const svg = await take(page, 'Export SVG', 'last.svg');
  expect(readFileSync(svg, 'utf8')).toContain('>Bravo<');
  const viewer = await context.newPage();
  await viewer.setViewportSize({ width: 1920, height: 1080 });
  await viewer.goto(`file://${svg}`);
  await expect.poll(async () => meanDifference(look(await viewer.screenshot()), look(png))).toBeLessThan(2.5);

  await as(page, 'PDF');
  const pdf = await take(page, 'Export PDF', 'last.pdf');
  execFileSync('pdftoppm', ['-png', '-r', '96', '-singlefile', pdf, path.join(folder, 'page')]);
  const last = readFileSync(path.join(folder, 'page.png'));
  expect(last.readUInt32BE(16)).toBe(1920);
  expect(meanDifference(look(last), look(png))).toBeLessThan(2.5);
  // Shapes are shapes, and text is text in fonts that are inside.
  const said = (program: string, ...rest: string[]) => execFileSync(program, rest, { encoding: 'utf8' });
  expect(said('pdftotext', pdf, '-')).toContain('Bravo');
  expect(said('pdfimages', '-list', pdf).trim().split('\n')).toHaveLength(2);
  const fonts = said('pdffonts', pdf).trim().split('\n').slice(2);
  expect(fonts.length).toBeGreaterThan(0);
  for (const font of fonts) expect(font).toMatch(/ yes yes yes /);
  await as(page, 'A page for each period');
  const pages = await take(page, 'Export PDF', 'pages.pdf');
  expect(execFileSync('pdfinfo', [pages], { encoding: 'utf8' })).toMatch(/Pages:\s+3\n/);

  await as(page, 'GIF');
  const gif = await take(page, 'Export GIF', 'race.gif');
  const found = JSON.parse(
    execFileSync(
      'ffprobe',
      [
        '-v',
        'error',
        '-count_frames',
        '-show_entries',
        'stream=nb_read_frames,avg_frame_rate,width',
        '-of',
        'json',
        gif,
      ],
      { encoding: 'utf8' },
    ),
  ).streams[0];
  expect(found).toMatchObject({ nb_read_frames: '40', avg_frame_rate: '20/1', width: 800 });
  // Known colours come out within 12 of 255: the paper in the corner.
  const [r = 0, g = 0, b = 0] = pixels({ film: gif, frame: 39 }, ...size);
  expect(Math.max(Math.abs(r - 255), Math.abs(g - 252), Math.abs(b - 245))).toBeLessThanOrEqual(12);
});

onOpenApp('a web page plays from a folder, alone, and is safe whatever the data says', async ({ page, context }) => {
  const nasty = '</script><script>alert(1)</script>';
  await openShortRace(page, raceTable.replaceAll('Bravo', `"${nasty}"`));
  await goTo(page, 'Output');
  await as(page, 'Web page');
  const file = await take(page, 'Export web page', 'film.html');
  // The page holds what draws the one family that plays, and besides its letters a film of so few values takes next to nothing.
  const bytesOf = (player: string) => readFileSync(`public/player/${player}.js`).length;
  expect(readFileSync(file).length).toBeLessThan(bytesOf('ranked-bars') + 105_000);
  expect(bytesOf('ranked-bars')).toBeLessThan(bytesOf('player') / 2);
  const viewer = await context.newPage();
  const problems: string[] = [];
  viewer.on('dialog', (dialog) => problems.push(dialog.message()));
  viewer.on('pageerror', (error) => problems.push(error.message));
  viewer.on('console', (message) => message.type() === 'error' && problems.push(message.text()));
  const requests: string[] = [];
  viewer.on('request', (request) => /^(https?|wss?):/.test(request.url()) && requests.push(request.url()));
  await viewer.emulateMedia({ reducedMotion: 'reduce' });
  await viewer.goto(`file://${file}`);
  await expect(viewer.locator('#words')).toContainText('2012: 1. ');
  await expect(viewer.locator('#words')).toContainText(nasty);
  await expect(viewer.getByRole('button', { name: 'Play' })).toBeVisible();
  // The first step goes back to where the last period was reached.
  await viewer.getByRole('button', { name: 'Last period' }).click();
  await viewer.getByRole('button', { name: 'Last period' }).click();
  await expect(viewer.locator('#words')).toContainText('2011: 1. Alpha');
  await viewer.keyboard.press('Home');
  await expect(viewer.locator('#words')).toContainText('2010: 1. ');
  await viewer.getByRole('button', { name: 'Play' }).click();
  await expect(viewer.getByRole('button', { name: 'Pause' })).toBeVisible();
  await expect(viewer.getByRole('table')).toContainText('Alpha');
  expect(problems).toEqual([]);
  expect(requests).toEqual([]);
});

onOpenApp('an image sequence keeps transparency, and so does a transparent film', async ({ page }) => {
  await openShortRace(page);
  await goTo(page, 'Dress');
  await page.getByRole('combobox', { name: 'Background is' }).click();
  await page.getByRole('option', { name: 'Transparent' }).click();
  await goTo(page, 'Output');
  await as(page, 'Image sequence');
  await smallSize(page);
  const zip = unzipSync(readFileSync(await take(page, 'Export image sequence', 'frames.zip')));
  const names = Object.keys(zip);
  expect(names).toHaveLength(50);
  expect([...names].sort()).toEqual(names);
  const frame = path.join(folder, 'frame.png');
  execFileSync('tee', [frame], { input: zip[names[0] ?? ''], stdio: ['pipe', 'ignore', 'inherit'] });
  const alphaOf = (input: string[]) => {
    const args = [
      '-v',
      'error',
      ...input,
      '-frames:v',
      '1',
      '-vf',
      'extractplanes=a,scale=64:36:flags=area',
      '-f',
      'rawvideo',
      '-pix_fmt',
      'gray',
      'pipe:1',
    ];
    return execFileSync('ffmpeg', args, { maxBuffer: 1e8 });
  };
  const still = alphaOf(['-i', frame]);
  expect(still[0]).toBeLessThan(3);
  expect(Math.max(...still)).toBeGreaterThan(252);
  await as(page, 'Film');
  await as(page, 'WebM, transparent');
  const film = await take(page, /^Export WEBM/, 'clear.webm');
  const moving = alphaOf(['-c:v', 'libvpx-vp9', '-i', film]);
  expect(moving[0]).toBeLessThan(12);
  expect(Math.max(...moving)).toBeGreaterThan(240);
  expect(probe(film).nb_read_frames).toBe('50');
});

onOpenApp('every format that this browser encodes comes out whole', async ({ page }) => {
  await openShortRace(page);
  await toSmallFilm(page);
  for (const [name, codec] of [
    ['MP4 (H.264)', 'h264'],
    ['WebM (VP8)', 'vp8'],
    ['MP4 (AV1)', 'av1'],
    ['MP4 (VP9)', 'vp9'],
  ] as const) {
    await as(page, name);
    const film = await take(page, /^Export (MP4|WEBM)/, `film-${codec}`);
    expect(probe(film)).toMatchObject({
      codec_name: codec,
      nb_read_frames: '50',
      width: 854,
      height: 480,
      color_space: 'bt709',
      color_range: 'tv',
    });
    execFileSync('ffmpeg', ['-v', 'error', '-xerror', '-i', film, '-f', 'null', '-']);
  }
});

onOpenApp('numbers go out as CSV, workbook and JSON', async ({ page }) => {
  await openShortRace(page, raceTable.replaceAll('Alpha', '=Alpha'));
  await goTo(page, 'Output');
  await as(page, 'Numbers');
  await as(page, 'Ranking per period');
  const csv = readFileSync(await take(page, 'Export CSV', 'ranking.csv'), 'utf8').split('\n');
  expect(csv.slice(0, 3)).toEqual(['period,rank,category,value,change', '2010,1,Bravo,30,', '2010,2,Cirrus,20,']);
  expect(csv.join('\n')).toContain("'=Alpha");
  await as(page, 'Values per frame');
  await as(page, 'JSON');
  const frames = JSON.parse(readFileSync(await take(page, 'Export JSON', 'frames.json'), 'utf8'));
  expect(frames).toHaveLength(150);
  expect(frames[0]).toEqual({ frame: 0, seconds: 0, period: '2010', rank: 1, category: 'Bravo', value: 30 });
  await as(page, 'XLSX');
  expect(
    readFileSync(await take(page, 'Export XLSX', 'frames.xlsx'))
      .subarray(0, 2)
      .toString(),
  ).toBe('PK');
});

/** The race of several groups in Output, small, with a file for each group. */
async function openGroups(page: Page, groups: readonly string[]): Promise<void> {
  const grouped = raceTable
    .trim()
    .split('\n')
    .map((line, i) => (i === 0 ? `${line},isle` : groups.map((group) => `${line},${group}`).join('\n')))
    .join('\n');
  await openShortRace(page, grouped);
  await goTo(page, 'Shape');
  await page.getByRole('button', { name: /Notation, parts/ }).click();
  await page.getByRole('combobox', { name: 'One chart for each' }).click();
  await page.getByRole('option', { name: 'isle' }).click();
  await goTo(page, 'Output');
  await smallSize(page);
  await page.getByRole('switch', { name: 'A file for each group' }).click();
}

test('several forms go in one go, under names of their own, and stay as they were when they were added', async ({
  page,
}) => {
  // Two groups whose names differ in a sign that no file name can carry.
  await openGroups(page, ['In/Out', 'In:Out']);
  await page.getByLabel('Web page', { exact: true }).last().check();
  await page.getByLabel('Numbers', { exact: true }).last().check();
  await page.getByRole('button', { name: 'Export 6 files' }).click();
  // What is edited meanwhile is not in them.
  await goTo(page, 'Dress');
  await page.getByRole('textbox', { name: 'Title', exact: true }).fill('Another title');
  await goTo(page, 'Output');
  const files = page.getByRole('list', { name: 'Files' }).getByRole('listitem');
  await expect(files.filter({ hasText: 'done in' })).toHaveCount(6, { timeout: 90_000 });
  const zip = unzipSync(readFileSync(await take(page, 'Save all as ZIP', 'forms.zip')));
  expect(Object.keys(zip).sort()).toEqual([
    'Boats-In-Out-2.csv',
    'Boats-In-Out-2.html',
    'Boats-In-Out-2.mp4',
    'Boats-In-Out.csv',
    'Boats-In-Out.html',
    'Boats-In-Out.mp4',
  ]);
  expect(new TextDecoder().decode(zip['Boats-In-Out.csv'])).toContain('Alpha');
  // The last page is made long after the edit.
  const web = new TextDecoder().decode(zip['Boats-In-Out-2.html']);
  expect(web).toContain('Boats: In');
  expect(web).not.toContain('Another title');
});
