import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { plainCubes } from '@/core/film/film-data';
import type { FarmNews } from '@/core/project/farm-job';
import { Farm } from '@/farm/farm';
import { productVersion } from '@/farm/own-version';
import { FolderStore } from '@/farm/store/folder-store';
import { storeMark } from '@/farm/store/store-mark';
import { FakeRenderer } from '@/farm/testing/fake-renderer';
import { farmFilm } from '@/farm/testing/farm-films';
import { TestRedis } from '@/farm/testing/redis';
import type { FarmVersion } from '@/farm/version';
import { FarmWorker } from '@/farm/worker/farm-worker';
import { GET as getEvents } from './events/route';
import { POST as change } from './jobs/[job]/[change]/route';
import { GET as getFilm } from './jobs/[job]/films/[film]/route';
import { POST as send } from './jobs/route';
import { GET as getFarm } from './route';

let redis: TestRedis;
let folder = '';
let version: FarmVersion;
const ends: (() => Promise<void>)[] = [];
const environment = { ...process.env };
beforeAll(async () => {
  redis = await TestRedis.start();
  folder = mkdtempSync(path.join(os.tmpdir(), 'tempo-routes-'));
  const store = await storeMark(new FolderStore(folder, 'test'));
  version = { product: productVersion(process.cwd()), chromium: '1.2.3', store };
});
afterAll(async () => {
  for (const end of ends) await end();
  const kept = globalThis as unknown as { tempoFarm?: { farm: Promise<Farm> } };
  await (await kept.tempoFarm?.farm)?.close();
  process.env = environment;
  await redis.stop();
  rmSync(folder, { recursive: true, force: true });
});
beforeEach(() => {
  process.env = { ...environment, TEMPO_QUEUE: redis.url, TEMPO_STORE: folder };
});

async function startWorker(onSpan?: () => Promise<void>): Promise<void> {
  const farm = await Farm.open(redis.url);
  const setting = { name: 'w', id: 'w', slots: 1, tell: () => undefined };
  const worker = await FarmWorker.start(farm, new FolderStore(folder, 'w'), new FakeRenderer(version, onSpan), setting);
  ends.push(async () => {
    await worker.stop(0);
    await farm.close();
  });
}

const url = 'http://app.test/api/farm';
const own = { 'sec-fetch-site': 'same-origin' };
function order(change: object = {}, film: object = {}): FormData {
  const { project, cubes, form, name, assets } = farmFilm({ sound: true });
  const values = Object.values(plainCubes(cubes));
  const sent = { name: 'Boats', films: [{ name, project, cubes: { c1: 0 }, form, ...film }], values, ...change };
  const body = new FormData();
  body.append('order', JSON.stringify(sent));
  for (const [id, bytes] of assets) body.append(id, new Blob([bytes as BlobPart]), `${id}.wav`);
  return body;
}
function brokenForm(): FormData {
  const body = new FormData();
  body.append('order', '{');
  return body;
}
const post = (body: FormData | null, headers: Record<string, string> = own) =>
  send(new Request(`${url}/jobs`, { method: 'POST', body, headers }));
const at = (params: Record<string, string>) => ({ params: Promise.resolve(params) }) as never;

/** News of jobs until they satisfy a test. */
async function news(jobs: string, enough: (news: FarmNews) => boolean): Promise<FarmNews> {
  const ending = new AbortController();
  const answer = await getEvents(new Request(`${url}/events?jobs=${jobs}`, { signal: ending.signal }));
  expect(answer.headers.get('content-type')).toBe('text/event-stream');
  let text = '';
  for await (const chunk of answer.body as unknown as AsyncIterable<Uint8Array>) {
    text += new TextDecoder().decode(chunk);
    const last = [...text.matchAll(/^data: (.*)$/gm)].at(-1)?.[1];
    if (!last || !enough(JSON.parse(last))) continue;
    ending.abort();
    return JSON.parse(last);
  }
  throw new Error('The news ended.');
}

describe('without a farm', () => {
  it('nothing of it is there', async () => {
    process.env.TEMPO_STORE = '';
    expect(await getFarm().json()).toEqual({ farm: null });
    expect((await post(order())).status).toBe(404);
  });
});

describe('with a farm', () => {
  it('films are taken, followed, and handed out', async () => {
    expect(await getFarm().json()).toEqual({ farm: { queue: redis.url.replace(/\/$/, ''), store: folder } });
    await startWorker();
    const answer = await post(order());
    expect(answer.status).toBe(200);
    const { job } = await answer.json();
    const told = await news(`${job},999`, ({ jobs }) => jobs[0]?.state === 'done');
    expect(told).toMatchObject({ gone: [999], trouble: '', jobs: [{ job, name: 'Boats', films: 1, filmsDone: 1 }] });
    const film = await getFilm(new Request(url), at({ job: String(job), film: 'race.mp4' }));
    expect(film.headers.get('content-disposition')).toContain('race.mp4');
    expect(await film.text()).toMatch(/^640:0-120;sound$/);
    const none = await getFilm(new Request(url), at({ job: String(job), film: '../race.mp4' }));
    expect([none.status, (await none.json()).message]).toEqual([400, `Job ${job} has no finished film “../race.mp4”.`]);
  });

  it('jobs are cancelled and taken up again by the page', async () => {
    const { job } = await (await post(order({}, { form: { ...farmFilm().form, quality: 'best' } }))).json();
    const params = (what: string, number = String(job)) => at({ job: number, change: what });
    const ask = (what: string, number?: string) =>
      change(new Request(`${url}/jobs/${job}/${what}`, { method: 'POST', headers: own }), params(what, number));
    expect((await ask('cancel')).status).toBe(200);
    await news(String(job), ({ jobs }) => jobs[0]?.state === 'cancelled');
    expect((await ask('retry')).status).toBe(200);
    await news(String(job), ({ jobs }) => jobs[0]?.state === 'done');
    expect((await ask('explode')).status).toBe(404);
    for (const number of ['0', 'x', '999', '1.5']) expect((await ask('cancel', number)).status).toBe(400);
  });

  it('a film that was removed from the store by hand is said to be gone', async () => {
    const { job } = await (await post(order({}, { name: 'gone.mp4' }))).json();
    await news(String(job), ({ jobs }) => jobs[0]?.state === 'done');
    rmSync(path.join(folder, 'films', String(job), 'gone.mp4'));
    const film = await getFilm(new Request(url), at({ job: String(job), film: 'gone.mp4' }));
    expect([film.status, (await film.json()).message]).toEqual([410, expect.stringContaining('any more')]);
  });

  it('a job that cannot be read is told of, and the page may stop listening', async () => {
    const client = await Farm.open(redis.url);
    await client.redis.hset('tempo-farm:job:4711', { about: '{', state: 'queued' });
    await client.close();
    const { trouble } = await news('4711', (each) => each.trouble !== '');
    expect(trouble).toMatch(/JSON/);
    const answer = await getEvents(new Request(`${url}/events?jobs=4711`));
    const reader = (answer.body as ReadableStream<Uint8Array>).getReader();
    expect(new TextDecoder().decode((await reader.read()).value)).toContain('data: ');
    await reader.cancel();
  });

  it('another page that is open in the same browser can change nothing', async () => {
    for (const headers of [
      {},
      { 'sec-fetch-site': 'cross-site' },
      { 'sec-fetch-site': 'same-site' },
      { origin: 'http://elsewhere.test', host: 'app.test' },
      { origin: 'null' },
    ])
      expect((await post(order(), headers as Record<string, string>)).status, JSON.stringify(headers)).toBe(403);
    expect((await post(order({ films: [] }), { origin: 'http://app.test', host: 'app.test' })).status).toBe(400);
  });

  it.each([
    ['no form', null, /did not arrive whole/],
    ['no JSON', brokenForm(), /did not arrive whole/],
    ['no films', order({ films: [] }), /films/],
    ['a name with a folder', order({}, { name: '../x.mp4' }), /name/],
    ['a hidden name', order({}, { name: '.x.mp4' }), /name/],
    ['a project that is none', order({}, { project: { version: 3 } }), /race.mp4/],
    ['a chart without values', order({}, { cubes: {} }), /not whole/],
    [
      'values that are not whole',
      order({ values: [{ ...Object.values(plainCubes(farmFilm().cubes))[0], values: [1] }] }),
      /not whole/,
    ],
    ['a format that is none', order({}, { form: { ...farmFilm().form, formatId: 'exe' } }), /formatId/],
    ['odd pixels', order({}, { form: { ...farmFilm().form, widthPx: 641 } }), /even numbers/],
    ['something else beside', order({ run: 'rm' }), /run/],
  ])('what is wrong is said: %s', async (_, body, said) => {
    const answer = await post(body);
    expect(answer.status).toBe(400);
    expect((await answer.json()).message).toMatch(said);
  });

  it('a queue that is away is named', async () => {
    process.env.TEMPO_QUEUE = 'redis://127.0.0.1:1/0';
    const answer = await post(order());
    expect([answer.status, (await answer.json()).message]).toEqual([503, expect.stringContaining('cannot be reached')]);
  });
});
