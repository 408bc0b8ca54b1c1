import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest';
import type { JobStatus } from '@/core/project/farm-job';
import { Farm } from '@/farm/farm';
import { statusOf } from '@/farm/status';
import { FolderStore } from '@/farm/store/folder-store';
import { FakeRenderer } from '@/farm/testing/fake-renderer';
import { TestRedis } from '@/farm/testing/redis';
import { FarmWorker } from '@/farm/worker/farm-worker';
import { fetchFilms } from './fetch-films';
import { bytesWords, leftWords, lineOf, listWords, statusWords } from './status-words';
import { type SubmitOptions, submitFilms } from './submit-films';
import { watchStatus } from './watch-status';

let redis: TestRedis;
let farm: Farm;
let folder = '';
beforeAll(async () => {
  redis = await TestRedis.start();
});
afterAll(() => redis.stop());
beforeEach(async () => {
  folder = mkdtempSync(path.join(os.tmpdir(), 'tempo-commands-'));
  farm = await Farm.open(redis.url);
  const rows = ['Year,Isle,Boats,Shore'];
  for (let year = 2001; year <= 2004; year++)
    for (const [i, isle] of ['Oyle', 'Quay', 'Pell'].entries())
      for (const shore of ['North/East', 'South']) rows.push(`${year},${isle},${10 + i * year},${shore}`);
  writeFileSync(at('boats.csv'), rows.join('\n'));
});
afterEach(async () => {
  vi.restoreAllMocks();
  await farm.redis.flushall();
  await farm.close();
  rmSync(folder, { recursive: true, force: true });
});

const at = (name: string) => path.join(folder, name);
const mapping = { period: 'Year', category: 'Isle', value: 'Boats', length: '4', fps: '25' };
const submitted = (files: readonly string[], options: Partial<SubmitOptions> = {}) => {
  const all = { ...mapping, spanSec: '2', priority: '500', chromium: '1.2.3', ...options };
  return submitFilms(files, all, { root: process.cwd(), queue: redis.url, store: at('store') });
};

const status: JobStatus = {
  job: 7,
  name: 'boats.csv',
  state: 'working',
  films: 2,
  filmsDone: 1,
  frames: 400,
  framesDone: 150,
  framesPerSec: 50,
  leftSec: 65,
  priority: 500,
  submittedMs: 0,
  version: 'Plucky Tempo 1 with Chromium 2',
  atWork: [{ id: '7-0-s0', worker: 'mill', film: 'a.mp4', stage: 'span', done: 25, count: 100, framesPerSec: 50 }],
  failed: [],
  finished: [{ name: 'b.mp4', key: 'films/7/b.mp4', bytes: 1_234_567, atMs: 0 }],
  hint: '',
};

describe('farm submit', () => {
  it('plans each group in each size and form, under names of its own', async () => {
    const { job, films, frames } = await submitted([at('boats.csv')], {
      groups: 'Shore',
      sizes: '320x180, 180x320',
      formats: 'mp4,webm,mp4-av1',
    });
    expect([films, frames]).toEqual([12, 12 * 100]);
    const names = (await farm.films(job)).map(({ name }) => name);
    expect(names.slice(0, 6)).toEqual([
      'boats-North-East-320x180.mp4',
      'boats-North-East-320x180.webm',
      'boats-North-East-320x180-mp4-av1.mp4',
      'boats-North-East-180x320.mp4',
      'boats-North-East-180x320.webm',
      'boats-North-East-180x320-mp4-av1.mp4',
    ]);
    expect(await farm.about(job)).toMatchObject({ state: 'queued', about: { name: 'boats.csv', priority: 500 } });
    // The values of a group are stored once for all of its films.
    expect(readdirSync(at('store/values'))).toHaveLength(2);
  });

  it.each([
    [{ spanSec: '0' }, /--span-sec must be a number from 1 to 600/],
    [{ priority: '1.5' }, /--priority must be a whole number/],
    [{ sizes: '99999x10' }, /does not fit/],
    [{ formats: 'gif' }, /--formats must be one of mp4/],
    [{ quality: 'superb' }, /--quality must be one of/],
    [{ groups: 'Nothing' }, /no column “Nothing”/],
  ] as const)('refuses %o', async (options, said) => {
    await expect(submitted([at('boats.csv')], options)).rejects.toThrow(said);
    expect(await farm.jobs()).toEqual([]);
  });

  it('takes the Chromium of the workers that are there, and says so where nobody has any', async () => {
    const { productVersion, versionForJob } = await import('@/farm/own-version');
    const product = productVersion(process.cwd());
    expect(product).toMatch(/^0\.1\.0\+[0-9a-f]{12}$/);
    await expect(versionForJob(farm, { product, store: 'here' }, null, false)).rejects.toMatchObject({
      code: 'no-version',
    });
    expect((await versionForJob(farm, { product, store: 'here' }, '5', false)).chromium).toBe('5');
    for (const [id, chromium] of [
      ['a', '6'],
      ['b', '6'],
      ['c', '7'],
    ] as const)
      await farm.report(id, { name: id, version: { product, chromium, store: 'here' }, slots: 1, trouble: '' });
    await farm.report('d', {
      name: 'd',
      version: { product: 'other', chromium: '8', store: 'here' },
      slots: 1,
      trouble: '',
    });
    expect((await versionForJob(farm, { product, store: 'here' }, '5', false)).chromium).toBe('6');
    expect((await versionForJob(farm, { product, store: 'here' }, '7', false)).chromium).toBe('7');
    expect((await versionForJob(farm, { product, store: 'here' }, '9', true)).chromium).toBe('9');
    expect(() => productVersion(folder)).toThrow(/from a whole checkout/);
  });
});

describe('farm status and fetch', () => {
  it('tell a job until it has ended, and bring its films', async () => {
    const { job } = await submitted([at('boats.csv')]);
    const told: string[] = [];
    vi.spyOn(process.stdout, 'write').mockImplementation((text) => {
      told.push(String(text));
      return true;
    });
    await expect(fetchFilms(farm, at('store'), job, at('out'))).rejects.toThrow(
      `No film of job ${job} is finished: it is waiting.`,
    );
    const watching = watchStatus(farm, job, false);
    const version = (await farm.about(job))?.about.version;
    if (!version) throw new Error('no version');
    const own = await Farm.open(redis.url);
    const setting = { name: 'w', id: 'w', slots: 1, tell: () => undefined };
    const worker = await FarmWorker.start(own, new FolderStore(at('store'), 'w'), new FakeRenderer(version), setting);
    await watching;
    await worker.stop(0);
    await own.close();
    expect(told[0]).toBe(`Job ${job} (boats.csv): waiting, 0 of 1 films, 0 % drawn\n`);
    expect(told.join('')).toContain('done, 1 of 1 films, 100 % drawn');
    const [file] = await fetchFilms(farm, at('store'), job, at('out'));
    expect(file).toBe(at('out/boats.mp4'));
    expect(readFileSync(at('out/boats.mp4'), 'utf8')).toBe('1920:0-50;1920:50-100;');
    expect(readdirSync(at('out'))).toEqual(['boats.mp4']);
    expect((await statusOf(farm, job)).finished[0]?.bytes).toBe(22);
  });

  it('say in words what there is to know', () => {
    expect(lineOf(status)).toBe(
      'Job 7 (boats.csv): working, 1 of 2 films, 37 % drawn, 50 frames a second, 1:05 min left',
    );
    const failed = {
      ...status,
      state: 'failed' as const,
      leftSec: null,
      failed: [
        { film: 'a.mp4', stage: 'span' as const, frames: [0, 50] as const, tries: 3, why: 'No font.' },
        { film: 'a.mp4', stage: 'sound' as const, frames: null, tries: 3, why: 'No file.' },
      ],
      hint: 'mill: the store is full',
    };
    const words = statusWords(failed);
    expect(words).toContain('mill makes span of a.mp4: 25 %, 50 frames a second');
    expect(words).toContain('FAILED after 3 tries: frames 0 to 50 of a.mp4: No font.');
    expect(words).toContain('FAILED after 3 tries: sound of a.mp4: No file.');
    expect(words).toContain('b.mp4  1.2 MB  films/7/b.mp4');
    expect(words).toContain('  mill: the store is full\n');
    expect(listWords([], new Map())).toBe('There is no job.\nNo worker is there.\n');
    const report = {
      name: 'mill',
      version: { product: '1', chromium: '2', store: 'here' },
      slots: 2,
      atMs: 0,
      trouble: 'full',
    };
    expect(listWords([status], new Map([['w', report]]))).toContain(
      'mill: 2 at once, Plucky Tempo 1 with Chromium 2 at the store here; full',
    );
  });

  it('count bytes and seconds as people do', () => {
    expect([999, 1500, 2.5e6, 3e9].map(bytesWords)).toEqual(['999 B', '1.5 kB', '2.5 MB', '3.0 GB']);
    expect([0.2, 59, 60, 3599, 3600, 7384].map(leftWords)).toEqual([
      '1 s',
      '59 s',
      '1:00 min',
      '59:59 min',
      '1:00 h',
      '2:03 h',
    ]);
  });
});
