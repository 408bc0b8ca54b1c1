import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { cancel, retry } from './change-job';
import { clean } from './clean';
import { Farm } from './farm';
import { FarmError } from './farm-error';
import { keysOf } from './film-record';
import { statusOf, statusOfAll } from './status';
import { FolderStore } from './store/folder-store';
import type { FarmStore } from './store/store';
import { type FarmFilm, submit } from './submit';
import { FakeRenderer } from './testing/fake-renderer';
import { farmFilm } from './testing/farm-films';
import { freePort, TestRedis } from './testing/redis';
import type { FarmVersion } from './version';
import { FarmWorker } from './worker/farm-worker';

const version: FarmVersion = { product: '1.0+a', chromium: '1.2.3', store: 'here' };
let redis: TestRedis;
let folder = '';
let farm: Farm;
let store: FarmStore;
let told: string[] = [];
let ends: (() => Promise<void>)[] = [];

beforeAll(async () => {
  redis = await TestRedis.start();
});
afterAll(() => redis.stop());
beforeEach(async () => {
  folder = mkdtempSync(path.join(os.tmpdir(), 'tempo-farm-'));
  farm = await Farm.open(redis.url);
  store = new FolderStore(folder, 'test');
  await store.write('store-mark.txt', new TextEncoder().encode(version.store));
  told = [];
  ends = [];
});
afterEach(async () => {
  for (const end of ends) await end();
  await farm.redis.flushall();
  await farm.close();
  rmSync(folder, { recursive: true, force: true });
});

async function until(ask: () => Promise<boolean>): Promise<void> {
  while (!(await ask())) await new Promise((resolve) => setTimeout(resolve, 20));
}
const ended = (job: number) => until(async () => /done|failed/.test((await statusOf(farm, job)).state));

const submitted = async (films: readonly FarmFilm[], more: { spanSec?: number; version?: FarmVersion } = {}) =>
  (await submit(farm, store, films, { name: 'films', version, spanSec: 5, priority: 500, ...more })).job;

/** A worker on a connection of its own, ended after the test. */
async function worker(
  renderer: FakeRenderer,
  {
    name = 'w1',
    slots = 2,
    at = store,
    silentMs = 60_000,
  }: { name?: string; slots?: number; at?: FarmStore; silentMs?: number } = {},
): Promise<FarmWorker> {
  const own = await Farm.open(redis.url);
  const setting = { name, id: name, slots, silentMs, tell: (line: string) => told.push(line) };
  const made = await FarmWorker.start(own, at, renderer, setting);
  let over: Promise<void> | null = null;
  const stop = made.stop.bind(made);
  made.stop = (graceMs, hurry) => {
    over ??= stop(graceMs, hurry);
    return over;
  };
  ends.push(async () => {
    await made.stop(0);
    await own.close();
  });
  return made;
}

const fake = (onSpan?: ConstructorParameters<typeof FakeRenderer>[1], of = version) => new FakeRenderer(of, onSpan);
const text = async (key: string) => new TextDecoder().decode((await store.read(key)) ?? new Uint8Array(0));
async function stored(): Promise<string[]> {
  const all: string[] = [];
  for await (const { key } of store.list('')) if (key !== 'store-mark.txt') all.push(key);
  return all.sort();
}
const whole = (widthPx = 640) => `${widthPx}:0-50;${widthPx}:50-100;${widthPx}:100-120;`;

describe('a farm', () => {
  it('makes films of their spans and their sound, and hands them over', async () => {
    const job = await submitted([farmFilm({ sound: true }), farmFilm({ widthPx: 320 })]);
    expect(await statusOf(farm, job)).toMatchObject({
      state: 'waiting',
      films: 2,
      frames: 240,
      hint: expect.stringContaining('No worker is there'),
    });
    await worker(fake());
    await ended(job);
    const status = await statusOf(farm, job);
    expect(status).toMatchObject({ state: 'done', filmsDone: 2, framesDone: 240, failed: [], hint: '' });
    // Two of the same name do not take each other's place.
    expect(status.finished.map(({ key }) => key)).toEqual([`films/${job}/race.mp4`, `films/${job}/race-2.mp4`]);
    expect(await text(`films/${job}/race.mp4`)).toBe(`${whole()}sound`);
    expect(await text(`films/${job}/race-2.mp4`)).toBe(whole(320));
    expect(status.finished[0]?.bytes).toBe(whole().length + 5);
  });

  it('leaves nothing but the films in store and queue after cleaning', async () => {
    const job = await submitted([farmFilm()]);
    await worker(fake());
    await ended(job);
    writeFileSync(path.join(folder, '.drafts', 'dead~1-1'), 'half');
    expect(await clean(farm, store)).toMatchObject({ jobs: 1, drafts: 1, busy: [] });
    expect(await stored()).toEqual([`films/${job}/race.mp4`]);
    expect(
      (await farm.redis.keys('*')).filter((key) => !/count$|workers$/.test(key) && !key.includes('stalled')),
    ).toEqual([]);
    expect(await statusOfAll(farm)).toEqual([]);
    await clean(farm, store, { films: true });
    expect(await stored()).toEqual([]);
    await expect(statusOf(farm, job)).rejects.toThrow(/no job .* none at all/s);
  });

  it('makes nothing twice: not in another job, nor by two at once', async () => {
    const first = fake(() => new Promise((resolve) => setTimeout(resolve, 30)));
    const second = fake(() => new Promise((resolve) => setTimeout(resolve, 30)));
    const jobs = [
      await submitted([farmFilm({ sound: true })]),
      await submitted([farmFilm({ name: 'same.mp4', sound: true })]),
    ];
    await Promise.all([worker(first), worker(second, { name: 'w2' })]);
    for (const job of jobs) await ended(job);
    expect([...first.made, ...second.made].sort()).toEqual(
      [
        ...whole()
          .split(/(?<=;)/)
          .filter(Boolean),
        'sound',
      ].sort(),
    );
    const third = await submitted([farmFilm({ name: 'again.mp4', sound: true })]);
    await ended(third);
    expect(first.made.length + second.made.length).toBe(4);
    expect(await text(`films/${third}/again.mp4`)).toBe(`${whole()}sound`);
    // Another title makes all of its pictures anew, and not its sound; other values too.
    for (const change of [{ title: 'Other' }, { last: 41 }]) {
      const before = first.made.length + second.made.length;
      await ended(await submitted([farmFilm({ ...change, sound: true })]));
      expect(first.made.length + second.made.length).toBe(before + 3);
    }
  });

  it('gives up what fails three times, names it, and goes on with the rest; retry takes it up again', async () => {
    let broken = true;
    const renderer = fake(async (span) => {
      if (broken && span === '320:50-100;') throw new Error('The font is gone.');
    });
    const job = await submitted([
      farmFilm(),
      farmFilm({ name: 'bad.mp4', widthPx: 320 }),
      farmFilm({ name: 'c.mp4', sec: 8 }),
    ]);
    await worker(renderer);
    await ended(job);
    const status = await statusOf(farm, job);
    expect(status).toMatchObject({ state: 'failed', filmsDone: 2, films: 3 });
    expect(status.failed).toEqual([
      { film: 'bad.mp4', stage: 'span', frames: [50, 100], tries: 3, why: 'The font is gone.' },
    ]);
    expect(told.filter((line) => line.includes('frames 50 to 100 of bad.mp4, try'))).toHaveLength(3);
    // A failed job stays, with what was made of it, until it is tried again or cleaned away.
    expect((await clean(farm, store)).jobs).toBe(0);
    broken = false;
    const before = renderer.made.length;
    expect(await retry(farm, job)).toBe(1);
    await ended(job);
    expect(await statusOf(farm, job)).toMatchObject({ state: 'done', failed: [], filmsDone: 3 });
    expect(renderer.made.slice(before)).toEqual(['320:50-100;']);
    expect(await text(`films/${job}/bad.mp4`)).toBe(whole(320));
  });

  it('stops what is cancelled, at once and for good', async () => {
    let begun = 0;
    const renderer = fake(async (_span, { signal }) => {
      begun++;
      await new Promise((_, reject) => signal.addEventListener('abort', () => reject(signal.reason)));
    });
    const job = await submitted([farmFilm(), farmFilm({ widthPx: 320 })]);
    await worker(renderer);
    await until(async () => begun === 2);
    expect((await statusOf(farm, job)).state).toBe('working');
    await cancel(farm, job);
    expect((await statusOf(farm, job)).state).toBe('cancelled');
    await until(async () => (await clean(farm, store)).busy.length === 0);
    expect(begun).toBe(2);
    expect(renderer.made).toEqual([]);
    expect(await stored()).toEqual([]);
    expect((await farm.redis.keys('tempo-queue:*')).filter((key) => !key.includes('stalled'))).toEqual([]);
    await expect(cancel(farm, job)).rejects.toMatchObject({ code: 'bad-job' });
  });

  it('takes up at once what was cancelled a moment ago, and what the queue has lost', async () => {
    for (const slots of [1, 2]) {
      const job = await submitted([
        farmFilm({ title: `Slots ${slots}` }),
        farmFilm({ title: `More ${slots}`, name: 'b.mp4' }),
      ]);
      const quick = await worker(fake(), { name: `quick-${slots}`, slots });
      await cancel(farm, job);
      await retry(farm, job);
      await ended(job);
      expect(await statusOf(farm, job)).toMatchObject({ state: 'done', filmsDone: 2, failed: [] });
      await quick.stop(0);
    }
    const lost = await submitted([farmFilm({ title: 'Lost' })]);
    await farm.queueOf(version).obliterate({ force: true });
    expect(await retry(farm, lost)).toBe(1);
    await worker(fake(), { name: 'finder' });
    await ended(lost);
    expect((await statusOf(farm, lost)).state).toBe('done');
  });

  it('leaves work for another version alone, and says so on both sides', async () => {
    const other = { ...version, chromium: '9.9' };
    const job = await submitted([farmFilm()], { version: other });
    const renderer = fake();
    await worker(renderer);
    expect(told.join()).toContain(
      `Job ${job} is left alone: it is for Plucky Tempo 1.0+a with Chromium 9.9 at the store here`,
    );
    expect((await statusOf(farm, job)).hint).toMatch(
      /only of Plucky Tempo 1\.0\+a with Chromium 1\.2\.3 at the store here\. It waits for .* 9\.9/,
    );
    expect(renderer.made).toEqual([]);
    await worker(fake(undefined, other), { name: 'w2' });
    await ended(job);
    expect(renderer.made).toEqual([]);
    expect((await statusOf(farm, job)).state).toBe('done');
  });

  it('goes on where it was after the queue was cut off and started again', async () => {
    let cut: Promise<void> | null = null;
    const renderer = fake(async () => {
      cut ??= (async () => {
        await redis.halt();
        await redis.go();
      })();
      await cut;
    });
    const job = await submitted([farmFilm(), farmFilm({ widthPx: 320, name: 'b.mp4' })]);
    await worker(renderer);
    await ended(job);
    expect(await statusOf(farm, job)).toMatchObject({ state: 'done', filmsDone: 2, failed: [] });
    expect(await text(`films/${job}/race.mp4`)).toBe(whole());
    expect(await text(`films/${job}/b.mp4`)).toBe(whole(320));
  });

  it('waits for a store that is full, without blaming the film', async () => {
    let full = true;
    const trouble = new FarmError('store-full', 'The store is full. Make room.');
    const at = new Proxy(store, {
      get(target, name, self) {
        if ((name === 'writeFile' || name === 'write') && full && started) return () => Promise.reject(trouble);
        const value = Reflect.get(target, name, self);
        return typeof value === 'function' ? value.bind(target) : value;
      },
    });
    let started = false;
    const job = await submitted([farmFilm()]);
    const renderer = fake(async () => {
      started = true;
    });
    await worker(renderer, { at });
    await until(async () => (await statusOf(farm, job)).hint.includes('The store is full'));
    full = false;
    await ended(job);
    expect(await statusOf(farm, job)).toMatchObject({ state: 'done', failed: [] });
    expect(told).toContain('The store is full. Make room.');
    expect(told.join()).toContain('can be used again');
    expect(told.join()).not.toContain('try 1');
  });

  it('gives back what a stopped worker has in work, or ends it first', async () => {
    let begun = 0;
    const slow = fake(async (_span, { signal }) => {
      begun++;
      await new Promise((_, reject) => signal.addEventListener('abort', () => reject(signal.reason)));
    });
    const job = await submitted([farmFilm()]);
    const first = await worker(slow, { slots: 1 });
    await until(async () => begun === 1);
    await first.stop(0);
    expect(slow.closed).toBe(true);
    expect((await farm.workers()).size).toBe(0);
    const quick = fake(() => new Promise((resolve) => setTimeout(resolve, 50)));
    const second = await worker(quick, { name: 'w2', slots: 1 });
    await until(async () => quick.made.length === 1);
    await second.stop(60_000);
    // What it had begun it has ended.
    expect(await farm.framesDone(job)).toBe(50 * quick.made.length);
    await worker(fake(), { name: 'w3' });
    await ended(job);
    expect(await statusOf(farm, job)).toMatchObject({ state: 'done', failed: [] });
    expect(await text(`films/${job}/race.mp4`)).toBe(whole());
  });

  it('leaves work that lies in another store alone', async () => {
    const job = await submitted([farmFilm()], { version: { ...version, store: 'there' } });
    const renderer = fake();
    await worker(renderer);
    expect(told.join()).toContain(
      `Job ${job} is left alone: it is for Plucky Tempo 1.0+a with Chromium 1.2.3 at the store there`,
    );
    expect(renderer.made).toEqual([]);
  });

  it('gives up what says nothing any more', async () => {
    const silent = fake(async (_span, { signal }) => {
      await new Promise((_, reject) => signal.addEventListener('abort', () => reject(signal.reason)));
    });
    const job = await submitted([farmFilm({ sec: 4 })]);
    // So short that most of them are stopped before the renderer has begun.
    await worker(silent, { silentMs: 1 });
    await ended(job);
    expect((await statusOf(farm, job)).failed).toMatchObject([
      { tries: 3, why: expect.stringContaining('said nothing') },
    ]);
  });

  it('does not mind when two finish the same span at once', async () => {
    const job = await submitted([farmFilm()]);
    const record = await farm.film(job, 0);
    if (!record) throw new Error('no record');
    // Both believe that nobody else is at it, as one does that was away for long.
    const renderers = [fake(), fake()];
    const { StageMaker } = await import('./worker/stage-maker');
    const work = mkdtempSync(path.join(os.tmpdir(), 'tempo-both-'));
    await Promise.all(
      renderers.map(async (renderer, i) => {
        const careless = Object.assign(Object.create(farm), { take: async () => true });
        const maker = new StageMaker(
          careless,
          new FolderStore(folder, `w${i}`),
          renderer,
          `w${i}`,
          mkdtempSync(path.join(work, 'w')),
        );
        const watch = { signal: new AbortController().signal, onFrames: () => undefined };
        for (const span of record.spans.keys()) await maker.make('span', { job, film: 0, span }, record, watch);
      }),
    );
    rmSync(work, { recursive: true });
    await worker(fake(), { name: 'w2' });
    await ended(job);
    expect(await text(`films/${job}/race.mp4`)).toBe(whole());
    expect((await stored()).filter((key) => key.startsWith('spans/'))).toHaveLength(3);
  });
});

describe('handing in', () => {
  it('refuses what no machine could make', async () => {
    const film = farmFilm();
    const sized = (widthPx: number, formatId = 'mp4') => ({ ...film, form: { ...film.form, widthPx, formatId } });
    await expect(submitted([sized(641)])).rejects.toThrow(/even numbers of pixels, and the film is 641 x 360/);
    await expect(submitted([sized(8)])).rejects.toThrow(/at least 16 x 16/);
    await expect(submitted([sized(641, 'webm-vp9')])).resolves.toBeGreaterThan(0);
  });

  it('puts everything into the store before the queue, and each thing once', async () => {
    const job = await submitted([farmFilm({ sound: true }), farmFilm({ sound: true, title: 'Other' })]);
    const films = await farm.films(job);
    const there = new Set(await stored());
    for (const film of films) for (const key of film.needs) expect(there.has(key)).toBe(true);
    expect([...there].filter((key) => key.startsWith('values/'))).toHaveLength(1);
    expect([...there].filter((key) => key.startsWith('assets/'))).toHaveLength(1);
    expect(films[0]?.sound).toBe(films[1]?.sound);
    expect(new Set(films.flatMap(keysOf)).size).toBe(films.flatMap(keysOf).length - 3);
  });

  it('puts a job that is more pressing first', async () => {
    const late = await submitted([farmFilm()]);
    const { job: early } = await submit(farm, store, [farmFilm({ widthPx: 320 })], {
      name: 'now',
      version,
      spanSec: 5,
      priority: 1,
    });
    const renderer = fake();
    await worker(renderer, { slots: 1 });
    await ended(late);
    await ended(early);
    expect(renderer.made.slice(0, 3).join('')).toBe(whole(320));
  });

  it('keeps cleaning away from what is just being handed in, and cancels what was cut off', async () => {
    const { job, over } = await farm.whileSubmitting('me', async () => {
      await expect(clean(farm, store)).rejects.toThrow(/submitting a job right now/);
      const begun = await farm.begin({ name: 'half', version, films: 2, frames: 100, priority: 500 });
      return { job: begun, over: true };
    });
    expect(over).toBe(true);
    expect(await statusOf(farm, job)).toMatchObject({ state: 'adding', hint: expect.stringContaining('cut off') });
    await expect(retry(farm, job)).rejects.toThrow(/never submitted whole/);
    await cancel(farm, job);
    expect(await clean(farm, store)).toMatchObject({ jobs: 1 });
  });

  it('leaves a job cancelled that was cancelled while it was handed in', async () => {
    const flow = farm.flow;
    const add = flow.addBulk.bind(flow);
    flow.addBulk = async (flows) => {
      await cancel(farm, 1);
      return add(flows);
    };
    expect((await statusOf(farm, await submitted([farmFilm()]))).state).toBe('cancelled');
  });

  it('leaves jobs of another store to whoever cleans that', async () => {
    const job = await submitted([farmFilm()], { version: { ...version, store: 'there' } });
    await cancel(farm, job);
    expect(await clean(farm, store)).toMatchObject({ jobs: 0 });
    expect((await statusOf(farm, job)).state).toBe('cancelled');
  });

  it('keeps spans for the next job where that is wished', async () => {
    const renderer = fake();
    await worker(renderer);
    await ended(await submitted([farmFilm()]));
    expect(await clean(farm, store, { keepDays: 1 })).toMatchObject({ jobs: 1, things: 0 });
    const job = await submitted([farmFilm()]);
    await ended(job);
    expect(renderer.made).toHaveLength(3);
    expect(await text(`films/${job}/race.mp4`)).toBe(whole());
  });
});

describe('a queue that cannot be used', () => {
  it('is named, with what to do', async () => {
    const port = await freePort();
    await expect(Farm.open(`redis://127.0.0.1:${port}/0`)).rejects.toMatchObject({
      code: 'queue-unreachable',
      message: expect.stringContaining(`redis://127.0.0.1:${port}/0 cannot be reached: ECONNREFUSED`),
    });
    for (const bad of ['', 'localhost:6379', 'http://host', 'redis://'])
      await expect(Farm.open(bad)).rejects.toMatchObject({ code: 'bad-place' });
    const locked = await TestRedis.start('open-sesame');
    try {
      for (const pass of ['', ':wrong@']) {
        const url = locked.url.replace(':open-sesame@', pass);
        const refused = await Farm.open(url).catch((error) => error);
        expect(refused).toMatchObject({ code: 'queue-refused' });
        expect(refused.message).not.toContain('wrong');
      }
      await (await Farm.open(locked.url)).close();
    } finally {
      await locked.stop();
    }
  });
});
