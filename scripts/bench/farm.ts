// Measures what a farm's queue costs by itself: handing in, and how busy it keeps many workers. Prints JSON.
import { mkdtempSync, rmSync } from 'node:fs';
import { writeFile } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import type { FilmSpan } from '@/core/film/cut-film';
import { Farm } from '@/farm/farm';
import { statusOf } from '@/farm/status';
import { FolderStore } from '@/farm/store/folder-store';
import { submit } from '@/farm/submit';
import { FakeRenderer, spanText } from '@/farm/testing/fake-renderer';
import { farmFilm } from '@/farm/testing/farm-films';
import { TestRedis } from '@/farm/testing/redis';
import { FarmWorker } from '@/farm/worker/farm-worker';
import type { FilmAtHand, RenderWatch } from '@/farm/worker/renderer';

const version = { product: 'bench', chromium: '1', store: 'here' };
const WORKERS = 100;
const FILMS = 1000;
/** Seconds that the pretended drawing of a span takes: a tenth of a real one of half a minute. */
const SPAN_SEC = 1;
/** How long many workers are watched. */
const WATCHED_SEC = 25;

/** Pretends to draw, and counts how long it does. */
class IdleRenderer extends FakeRenderer {
  drawnMs = 0;

  override async span(
    film: FilmAtHand,
    _form: unknown,
    span: FilmSpan,
    to: string,
    _watch: RenderWatch,
  ): Promise<void> {
    const startedMs = performance.now();
    await new Promise((resolve) => setTimeout(resolve, SPAN_SEC * 1000));
    await writeFile(to, spanText(film, span));
    this.drawnMs += performance.now() - startedMs;
  }
}

/** Films that differ, of so many spans each. */
const films = (spans: number, from: number) =>
  Array.from({ length: FILMS }, (_, i) => farmFilm({ name: `film-${i}.mp4`, title: `Film ${from + i}`, sec: spans }));

const folder = mkdtempSync(path.join(os.tmpdir(), 'tempo-bench-queue-'));
const redis = await TestRedis.start();
const farm = await Farm.open(redis.url);
const store = new FolderStore(folder, 'bench');
const workers: FarmWorker[] = [];
try {
  const handIn = async (spans: number, from: number) => {
    const startedMs = performance.now();
    const made = films(spans, from);
    const { job } = await submit(farm, store, made, { name: 'bench', version, spanSec: 1, priority: 500 });
    return { job, sec: (performance.now() - startedMs) / 1000 };
  };
  const submits = [await handIn(20, 0), await handIn(20, FILMS), await handIn(20, 2 * FILMS)].map(({ sec }) => sec);
  await farm.redis.flushall();
  const { job } = await handIn(100, 3 * FILMS);
  const renderer = new IdleRenderer(version);
  const startedMs = performance.now();
  for (let i = 0; i < WORKERS; i++) {
    const setting = { name: `w${i}`, id: `w${i}`, slots: 1, tell: (line: string) => process.stderr.write(`${line}\n`) };
    workers.push(await FarmWorker.start(await Farm.open(redis.url), store, renderer, setting));
  }
  const startSec = (performance.now() - startedMs) / 1000;
  const [fromMs, before] = [performance.now(), renderer.drawnMs];
  await new Promise((resolve) => setTimeout(resolve, WATCHED_SEC * 1000));
  const busy = (renderer.drawnMs - before) / (WORKERS * (performance.now() - fromMs));
  const askedMs = performance.now();
  await statusOf(farm, job);
  const statusMs = performance.now() - askedMs;
  process.stdout.write(JSON.stringify({ submits, busy: [busy], startSec, statusMs: [statusMs] }));
} finally {
  await farm.close();
  await redis.stop();
  rmSync(folder, { recursive: true, force: true });
  process.exit(0);
}
