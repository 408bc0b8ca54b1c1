import { rm } from 'node:fs/promises';
import path from 'node:path';
import type { Stage } from '@/core/project/farm-job';
import type { Farm } from '../farm';
import { FarmError } from '../farm-error';
import { openPack } from '../film-pack';
import { type FilmRecord, handedKey, type StageOrder, stageId } from '../film-record';
import type { FarmStore } from '../store/store';
import type { FarmRenderer, FilmAtHand, RenderWatch } from './renderer';

/** How long nobody else makes what a worker makes, unless it renews that. */
export const MAKING_MS = 12_000;
/** How long one waits before a thing that somebody else makes is looked at again. */
const LOOK_AGAIN_MS = 250;
/** Films that are kept at hand; a worker seldom goes between more. */
const AT_HAND = 4;

/** Somebody else makes the same thing right now. */
export class BeingMade extends Error {}

/** Waits a little, so that the same stage is not asked for over and over. @throws BeingMade always. */
async function beingMade(key: string): Promise<never> {
  await new Promise((resolve) => setTimeout(resolve, LOOK_AGAIN_MS));
  throw new BeingMade(key);
}

/** Makes single stages of films, and puts them into the store. */
export class StageMaker {
  private readonly films = new Map<string, Promise<FilmAtHand>>();
  private count = 0;
  /** What this worker makes right now. */
  readonly making = new Set<string>();

  constructor(
    private readonly farm: Farm,
    private readonly store: FarmStore,
    private readonly renderer: FarmRenderer,
    private readonly who: string,
    private readonly folder: string,
  ) {}

  /** @throws BeingMade where somebody else is at the same thing; FarmError for the store's trouble; or what went wrong. */
  async make(stage: Stage, order: StageOrder, film: FilmRecord, watch: RenderWatch): Promise<void> {
    switch (stage) {
      case 'span': {
        const span = film.spans[order.span];
        if (!span) throw new RangeError(`span: must be one of ${film.spans.length}, received ${order.span}`);
        await this.once(span.part, watch, async (to) =>
          this.renderer.span(await this.atHand(film.pack, watch), film.form, span, to, watch),
        );
        return this.farm.countFrames(order.job, stageId(order, stage), span.to - span.from);
      }
      case 'sound':
        if (film.sound === null) return;
        return this.once(film.sound, watch, async (to) =>
          this.renderer.sound(await this.atHand(film.pack, watch), to, watch),
        );
      case 'join':
        return this.once(film.joined, watch, (to) => this.join(film, to));
      case 'hand-over':
        return this.handOver(order, film);
    }
  }

  /** Makes a thing and puts it into the store, unless it is there. */
  private async once(key: string, { signal }: RenderWatch, make: (to: string) => Promise<void>): Promise<void> {
    if (await this.store.has(key)) return;
    // Another slot of this worker is told by the set, another worker by the queue.
    if (this.making.has(key)) return beingMade(key);
    this.making.add(key);
    const isFree = await this.farm.take(key, this.who, MAKING_MS).catch((error) => {
      this.making.delete(key);
      throw error;
    });
    if (!isFree) {
      this.making.delete(key);
      return beingMade(key);
    }
    // Whoever was at it may have ended between the two questions.
    const isThere = await this.store.has(key).catch(() => false);
    const file = path.join(this.folder, `${++this.count}${path.extname(key)}`);
    try {
      if (isThere) return;
      await make(file);
      signal.throwIfAborted();
      await this.store.writeFile(key, file);
    } finally {
      this.making.delete(key);
      await rm(file, { force: true });
      await this.farm.release(key, this.who);
    }
  }

  /** Opens a film, or has it from before. @throws why the stage was stopped meanwhile: no renderer begins with what is over. */
  private async atHand(pack: string, { signal }: RenderWatch): Promise<FilmAtHand> {
    const film = await this.opened(pack);
    signal.throwIfAborted();
    return film;
  }

  private opened(pack: string): Promise<FilmAtHand> {
    const known = this.films.get(pack);
    const film = known ?? openPack(this.store, pack).then((source) => ({ ...source, pack }));
    // The one that was wanted last goes last.
    this.films.delete(pack);
    this.films.set(pack, film);
    film.catch(() => this.films.delete(pack));
    for (const each of [...this.films.keys()].slice(0, -AT_HAND)) this.films.delete(each);
    return film;
  }

  private async join({ spans, sound, form, framesPerSec, frames, name }: FilmRecord, to: string): Promise<void> {
    const fetched: string[] = [];
    const fetch = async (key: string) => {
      const file = path.join(this.folder, `${++this.count}${path.extname(key)}`);
      fetched.push(file);
      if (await this.store.readInto(key, file)) return file;
      throw new FarmError(
        'store-missing',
        `${this.store.place} has no ${key} any more. Retry the job, and it is made again.`,
      );
    };
    try {
      const files: string[] = [];
      for (const { part } of spans) files.push(await fetch(part));
      const heard = sound === null ? null : await fetch(sound);
      const container = form.formatId.startsWith('mp4') ? 'mp4' : 'webm';
      const made = await this.renderer.join(files, heard, { container, framesPerSec }, to);
      if (made !== frames) throw new Error(`${name} came to ${made} frames instead of ${frames}. Retry the job.`);
    } finally {
      for (const file of fetched) await rm(file, { force: true });
    }
  }

  private async handOver({ job, film }: StageOrder, record: FilmRecord): Promise<void> {
    const key = handedKey(job, record);
    await this.store.copy(record.joined, key);
    let bytes = 0;
    for await (const thing of this.store.list(key)) if (thing.key === key) bytes = thing.bytes;
    await this.farm.handOver(job, film, { key, bytes, atMs: await this.farm.nowMs() });
  }
}
