import { existsSync } from 'node:fs';
import path from 'node:path';
import type { BrowserContext, Page } from 'playwright-core';
import type { FilmSpan } from '@/core/film/cut-film';
import { joinFilms } from '@/export/join/join-films';
import type { FilmForm } from '@/farm/film-record';
import type { FarmVersion } from '@/farm/version';
import type { FarmRenderer, FilmAtHand, JoinedFilm, RenderWatch } from '@/farm/worker/renderer';
import { KeptBrowser } from '../browser';
import { pageOrderOf } from '../page-order';
import { type RenderServer, startRenderServer } from '../render-server';

type PageFunctions = {
  renderOrder(): Promise<string>;
  openSpans(): Promise<string>;
  encodeSpan(from: number, to: number): Promise<string>;
};

/** A page that makes one thing at a time, and keeps the film that it made last. */
class Slot {
  busy = false;
  /** The film that is open in it, by its pack and form; '' for none. */
  open = '';
  private page: Page | null = null;
  private server: RenderServer | null = null;
  private order = '';
  private result = '';
  private film: FilmAtHand | null = null;
  private onFrames: (done: number) => void = () => undefined;

  constructor(
    private readonly root: string,
    private readonly browser: () => Promise<BrowserContext>,
  ) {}

  /** Makes a file. @throws what went wrong; what the signal was aborted with. */
  async make(
    film: FilmAtHand,
    order: () => string,
    to: string,
    { signal, onFrames }: RenderWatch,
    call: (page: Page) => Promise<string>,
  ): Promise<void> {
    this.film = film;
    this.order = order();
    this.result = to;
    this.onFrames = onFrames;
    let interrupt: (reason: unknown) => void = () => undefined;
    const interrupted = new Promise<never>((_, reject) => {
      interrupt = reject;
    });
    interrupted.catch(() => undefined);
    const stop = () => interrupt(signal.reason);
    const crash = () => interrupt(new Error('Chromium ran out of memory. Take a smaller size, or fewer slots.'));
    let page: Page | null = null;
    const made = async () => {
      page = await this.openPage();
      page.on('crash', crash);
      return call(page);
    };
    signal.addEventListener('abort', stop);
    try {
      signal.throwIfAborted();
      const failed = await Promise.race([made(), interrupted]);
      if (failed) throw new Error(failed);
      if (!existsSync(to)) throw new Error('The page handed nothing over.');
    } catch (error) {
      await this.drop();
      throw error;
    } finally {
      signal.removeEventListener('abort', stop);
      (page as Page | null)?.off('crash', crash);
      this.order = '';
    }
  }

  private async openPage(): Promise<Page> {
    if (this.page) return this.page;
    this.server ??= await startRenderServer(
      this.root,
      () => this.order,
      () => this.result,
      (assetId) => this.film?.assets.get(assetId),
    );
    const page = await (await this.browser()).newPage();
    await page.exposeFunction('tellProgress', (done: number) => this.onFrames(done));
    await page.goto(this.server.url);
    this.page = page;
    return page;
  }

  /** Lets go of the page: what it was doing ends with it. */
  async drop(): Promise<void> {
    this.open = '';
    const page = this.page;
    this.page = null;
    await page?.close().catch(() => undefined);
  }

  close(): void {
    this.server?.close();
  }
}

/** Draws and encodes in Chromium, one page for each slot; a single browser stays open for all. */
export class ChromiumRenderer implements FarmRenderer {
  private readonly browser = new KeptBrowser();
  private readonly slots: readonly Slot[];

  /**
   * @param root The product's folder, with the page built.
   * @param slots Things that may be made at once.
   */
  constructor(
    readonly version: FarmVersion,
    root: string,
    slots: number,
  ) {
    this.slots = Array.from({ length: slots }, () => new Slot(root, () => this.browser.opened()));
  }

  /** A free slot: one that has the film open, before an empty one, before others. */
  private take(film: string): Slot {
    const free = this.slots.filter(({ busy }) => !busy);
    const slot = free.find(({ open }) => open === film) ?? free.find(({ open }) => open === '') ?? free[0];
    if (!slot) throw new RangeError('slots: more was asked for at once than there are');
    slot.busy = true;
    return slot;
  }

  async span(
    film: FilmAtHand,
    form: FilmForm,
    { from, to }: FilmSpan,
    file: string,
    watch: RenderWatch,
  ): Promise<void> {
    const id = `${film.pack} ${JSON.stringify(form)}`;
    const slot = this.take(id);
    try {
      // The order is read once a film.
      const isOpen = slot.open === id;
      const order = () => (isOpen ? '' : JSON.stringify({ ...pageOrderOf(film, form), sounds: [] }));
      await slot.make(film, order, file, watch, async (page) => {
        if (!isOpen) {
          slot.open = '';
          const failed = await page.evaluate(() => (window as unknown as PageFunctions).openSpans());
          if (failed) return failed;
          slot.open = id;
        }
        return page.evaluate((span) => (window as unknown as PageFunctions).encodeSpan(span.from, span.to), {
          from,
          to,
        });
      });
    } finally {
      slot.busy = false;
    }
  }

  async sound(film: FilmAtHand, file: string, watch: RenderWatch): Promise<void> {
    const format = path.extname(file) === '.m4a' ? 'm4a' : 'weba';
    const slot = this.take('');
    try {
      const order = () => JSON.stringify(pageOrderOf(film, { kind: 'sound', format }));
      await slot.make(film, order, file, watch, (page) =>
        page.evaluate(() => (window as unknown as PageFunctions).renderOrder()),
      );
    } finally {
      slot.busy = false;
    }
  }

  async join(files: readonly string[], sound: string | null, film: JoinedFilm, to: string): Promise<number> {
    const { frames } = await joinFilms(files, { ...film, to, sound, silent: sound === null });
    return frames;
  }

  async close(): Promise<void> {
    for (const slot of this.slots) slot.close();
    await this.browser.close();
  }
}
