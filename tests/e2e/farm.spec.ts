import { type ChildProcess, execFile, spawn } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { promisify } from 'node:util';
import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import S3rver from 's3rver';
import type { JobStatus } from '../../src/core/project/farm-job';
import { Farm } from '../../src/farm/farm';
import { statusOf } from '../../src/farm/status';
import { freePort, TestRedis } from '../../src/farm/testing/redis';
import { ffmpeg, onsets, samplesOf } from './hearing';
import { goTo, leastPsnr, openFile, pause, pixels, probe, raceTable, words } from './support';

let folder = '';
let redis: TestRedis;
let farm: Farm;
const workers = new Set<ChildProcess>();
test.beforeAll(async () => {
  folder = mkdtempSync(path.join(os.tmpdir(), 'tempo-farm-'));
  redis = await TestRedis.start();
  farm = await Farm.open(redis.url);
  writeFileSync(at('boats.csv'), raceTable);
  const clicks = times.map((sec) => `between(t,${sec},${sec}+0.05)`).join('+');
  ffmpeg('-f', 'lavfi', '-i', `aevalsrc='0.8*sin(2*PI*1000*t)*(${clicks})':s=48000:d=14`, at('clicks.wav'));
});
test.afterAll(async () => {
  for (const worker of workers) worker.kill('SIGKILL');
  await farm.close();
  await redis.stop();
  rmSync(folder, { recursive: true, force: true });
});

const times = [0.5, 4.25, 9, 11.5];
const at = (name: string) => path.join(folder, name);
const run = promisify(execFile);
/** What is asked while a worker is in the middle of a span: on a quick machine that is over in less than a second. */
const often = { timeout: 120_000, intervals: [20] };

/** The command line, with a queue and a store of a test. */
function cli(store: string, more: Record<string, string> = {}) {
  const env = { ...process.env, TEMPO_QUEUE: redis.url, TEMPO_STORE: store, ...more };
  /** What workers have said. */
  const said: string[] = [];
  const tempo = async (...args: string[]) => (await run('node', ['scripts/tempo.mjs', ...args], { env })).stdout;
  return {
    tempo,
    async submit(...args: string[]): Promise<number> {
      return Number(await tempo('farm', 'submit', ...args));
    },
    /** Asked in this process: a command takes as long as a span. */
    status: (job: number): Promise<JobStatus> => statusOf(farm, job),
    /** Starts a worker; resolves once it works. */
    async work(name: string, own: Record<string, string> = {}): Promise<ChildProcess> {
      const args = ['scripts/tempo.mjs', 'farm', 'work', '--at-once', '1', '--name', name];
      const worker = spawn('node', args, { env: { ...env, ...own }, stdio: ['ignore', 'ignore', 'pipe'] });
      workers.add(worker);
      worker.once('exit', (code, signal) => {
        workers.delete(worker);
        said.push(`${name} ended: ${code ?? signal}`);
      });
      worker.stderr?.on('data', (text) => said.push(`${name}: ${text}`));
      await new Promise<void>((resolve, reject) => {
        worker.stderr?.on('data', (text) => String(text).includes(`${name} works`) && resolve());
        worker.once('exit', () => reject(new Error(`${name} ended at once`)));
      });
      return worker;
    },
    async ended(job: number): Promise<JobStatus> {
      // Says what stands in its way where it does not end.
      const told = async () => {
        const { state, hint, atWork, framesDone } = await this.status(job);
        if (/done|failed|cancelled/.test(state)) return 'ended';
        return JSON.stringify({ state, hint, atWork, framesDone, said });
      };
      await expect.poll(told, { timeout: 120_000 }).toBe('ended');
      return this.status(job);
    },
  };
}

async function exit(worker: ChildProcess, signal: NodeJS.Signals): Promise<void> {
  const ended = new Promise((resolve) => worker.once('exit', resolve));
  worker.kill(signal);
  await ended;
}

/** A film of two pieces with sound, of 12 s; its second piece has another title. */
function script(name: string, title: string): string {
  writeFileSync(
    at(name),
    [
      'format: plucky-tempo-film',
      'version: 1',
      'size: 640x360',
      'fps: 25',
      'sounds: [{ file: clicks.wav, kind: voice }]',
      'pieces:',
      '  - { table: boats.csv, seconds: 6 }',
      `  - { table: boats.csv, seconds: 7, chart: donut, title: "${title}", into: { how: dissolve, seconds: 1 } }`,
    ].join('\n'),
  );
  return at(name);
}

const spansIn = (store: string) =>
  existsSync(path.join(store, 'spans'))
    ? readdirSync(path.join(store, 'spans'), { recursive: true })
        .filter((name) => /\.\w+$/.test(String(name)))
        .map(String)
    : [];

/** A film is whole: all frames, like those that were never disturbed, and in step with its sound. */
function expectWhole(film: string, undisturbed: string, frames = 300): void {
  expect(probe(film)).toMatchObject({ nb_read_frames: String(frames), avg_frame_rate: '25/1' });
  expect(leastPsnr(film, undisturbed, at(`${path.basename(film)}.log`))).toBeGreaterThan(36);
  const heard = onsets(samplesOf(film));
  expect(heard).toHaveLength(times.length);
  for (const [i, sec] of heard.entries()) expect(Math.abs(sec - (times[i] ?? 0))).toBeLessThan(0.025);
}

test('films are whole whoever dies: workers killed in the middle, a queue cut off, clocks that differ', async () => {
  const desk = cli(at('store'));
  const film = script('film.yaml', 'One');
  await desk.tempo('render', film, '--out', at('undisturbed.mp4'));
  await desk.tempo('render', film, '--out', at('undisturbed.webm'));
  const job = await desk.submit(film, '--formats', 'mp4,webm', '--span-sec', '2');
  const first = await desk.work('first');
  const atWork = (name: string) => async () =>
    (await desk.status(job)).atWork.some(({ worker, done }) => worker === name && done > 0);
  await expect.poll(atWork('first'), often).toBe(true);
  await exit(first, 'SIGKILL');
  // One that believes it to be an hour later, and one that is right.
  writeFileSync(at('late.mjs'), 'const now = Date.now;\nDate.now = () => now() + 3_600_000;\n');
  const second = await desk.work('second', { NODE_OPTIONS: `--import=${at('late.mjs')}` });
  await desk.work('third');
  await expect.poll(async () => (await desk.status(job)).framesDone, often).toBeGreaterThan(50);
  await redis.halt();
  await redis.go();
  await exit(second, 'SIGKILL');
  const status = await desk.ended(job);
  expect(status).toMatchObject({ state: 'done', filmsDone: 2, frames: 600, framesDone: 600, failed: [] });
  await desk.tempo('farm', 'fetch', String(job), '--out', at('got'));
  for (const ending of ['mp4', 'webm']) expectWhole(at(`got/film.${ending}`), at(`undisturbed.${ending}`));

  // Another title of the second piece: what shows only the first one is not made again, nor is the sound.
  const before = new Set(spansIn(at('store')));
  const other = await desk.submit(script('film.yaml', 'Another'), '--span-sec', '2');
  expect((await desk.ended(other)).state).toBe('done');
  const made = spansIn(at('store')).filter((name) => !before.has(name));
  expect(made.length).toBeGreaterThan(0);
  expect(made.length).toBeLessThan([...before].filter((name) => name.endsWith('.mp4')).length);
  expect(readdirSync(at('store/sounds')).filter((name) => name.endsWith('.m4a'))).toHaveLength(1);

  await desk.tempo('farm', 'clean');
  const left = readdirSync(at('store'), { recursive: true, withFileTypes: true }).filter((entry) => entry.isFile());
  expect(left.map(({ parentPath, name }) => path.relative(at('store'), path.join(parentPath, name))).sort()).toEqual([
    `films/${job}/film.mp4`,
    `films/${job}/film.webm`,
    `films/${other}/film.mp4`,
    'store-mark.txt',
  ]);
  expect(await desk.tempo('farm', 'status')).toContain('There is no job.');
});

test('an object store does as well as a folder, and a worker that is stopped ends what it has', async () => {
  const port = await freePort();
  mkdirSync(at('s3'));
  const server = new S3rver({
    address: '127.0.0.1',
    port,
    silent: true,
    directory: at('s3'),
    configureBuckets: [{ name: 'films', configs: [] }],
  });
  await server.run();
  try {
    const keys = { AWS_ACCESS_KEY_ID: 'S3RVER', AWS_SECRET_ACCESS_KEY: 'S3RVER' };
    const desk = cli('s3://films/farm', { ...keys, AWS_ENDPOINT_URL_S3: `http://127.0.0.1:${port}` });
    const film = script('s3.yaml', 'One');
    await desk.tempo('render', film, '--out', at('s3.mp4'));
    const job = await desk.submit(film, '--span-sec', '3');
    const worker = await desk.work('bucket');
    await expect.poll(async () => (await desk.status(job)).atWork.length, often).toBe(1);
    await exit(worker, 'SIGTERM');
    expect((await desk.status(job)).atWork).toEqual([]);
    await desk.work('bucket-2');
    expect(await desk.ended(job)).toMatchObject({ state: 'done', failed: [] });
    await desk.tempo('farm', 'fetch', String(job), '--out', at('from-s3'));
    expectWhole(at('from-s3/s3.mp4'), at('s3.mp4'));
  } finally {
    await server.close();
  }
});

test('the app sends a film to the farm, follows it, and hands it over as previewed', async ({ page }) => {
  const store = at('app-store');
  const desk = cli(store);
  const port = await freePort();
  const server = spawn('node', ['node_modules/next/dist/bin/next', 'start', '-p', String(port)], {
    env: { ...process.env, TEMPO_QUEUE: redis.url, TEMPO_STORE: store },
    stdio: 'ignore',
  });
  try {
    const url = `http://localhost:${port}`;
    await expect
      .poll(() =>
        fetch(url).then(
          ({ ok }) => ok,
          () => false,
        ),
      )
      .toBe(true);
    const worker = desk.work('app-worker');
    await page.goto(url);
    await expect(words(page)).toContainText('1. ');
    await openFile(page, 'boats.csv', raceTable);
    await expect(words(page)).toContainText('Bravo');
    await worker;
    await goTo(page, 'Output');
    await page.getByRole('combobox', { name: 'Size' }).click();
    await page.getByRole('option', { name: /^854 × 480/ }).click();
    await page.getByRole('button', { name: 'Send the film to the farm' }).click();
    await expect(page.getByRole('dialog')).toContainText(redis.url.replace(/^redis:\/\//, ''));
    const readable = async (theme: 'light' | 'dark') => {
      await expect(page.locator('html')).toHaveAttribute('data-theme', theme);
      const { violations } = await new AxeBuilder({ page }).analyze();
      expect(violations.map(({ id, nodes }) => `${theme}: ${id}: ${nodes[0]?.html.slice(0, 160)}`)).toEqual([]);
    };
    await readable('light');
    await page.getByRole('button', { name: 'Send it' }).click();
    const jobs = page.getByRole('list', { name: 'Jobs' });
    await expect(jobs).toContainText('is done', { timeout: 240_000 });
    await readable('light');
    const [film] = await Promise.all([
      page.waitForEvent('download'),
      jobs.getByRole('link', { name: /\.mp4$/ }).click(),
    ]);
    await film.saveAs(at('from-app.mp4'));
    const { nb_read_frames: frames, width, height } = probe(at('from-app.mp4'));
    await pause(page);
    await page.keyboard.press('End');
    const [png] = await Promise.all([
      page.waitForEvent('download'),
      (async () => {
        await page.getByRole('radio', { name: 'Picture', exact: true }).click();
        await page.getByRole('button', { name: 'Export PNG' }).click();
      })(),
    ]);
    await png.saveAs(at('last.png'));
    const size = [Number(width), Number(height)] as const;
    const previewed = pixels({ png: readFileSync(at('last.png')) }, ...size);
    const made = pixels({ film: at('from-app.mp4'), frame: Number(frames) - 1 }, ...size);
    const error = previewed.reduce((sum, value, i) => sum + (value - (made[i] ?? 0)) ** 2, 0) / previewed.length;
    expect(10 * Math.log10(255 ** 2 / error)).toBeGreaterThan(30);
    // It is still known after a reload.
    await page.emulateMedia({ colorScheme: 'dark' });
    await page.reload();
    await goTo(page, 'Output');
    await expect(page.getByRole('list', { name: 'Jobs' })).toContainText('is done');
    await readable('dark');
  } finally {
    server.kill('SIGTERM');
  }
});
