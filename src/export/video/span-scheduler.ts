import { ExportError } from '../export-error';
import { cancelledError } from '../watch';

/** A stretch of frames, from `from` up to `to` without the end. */
export interface Span {
  readonly index: number;
  readonly from: number;
  readonly to: number;
}

/** Somebody who makes spans, one at a time. */
export interface SpanMaker<T> {
  /** @param onFrames Told the frames of the span that are done, now and then. */
  make(span: Span, onFrames: (done: number) => void): Promise<T>;
  end(): void;
}

/** A maker that is gone: it crashed, or says nothing any more. Its span is done again by another one. */
export class MakerLost extends Error {
  constructor(why: string) {
    super(why);
    this.name = 'MakerLost';
  }
}

/** How a film is shared out. */
export interface Schedule<T> {
  readonly from: number;
  readonly to: number;
  readonly spanFrames: number;
  readonly makers: number;
  /** After so many frames a fresh maker takes the place of one: a browser keeps what it has drawn for as long as a worker lives. */
  readonly makerFrames: number;
  readonly start: () => Promise<SpanMaker<T>>;
  /** Takes finished spans, strictly in order. */
  readonly take: (made: T, span: Span) => Promise<void>;
  readonly signal: AbortSignal;
  readonly onProgress: (framesDone: number) => void;
}

/** Finished spans that may wait for an earlier one, for each maker: this bounds the memory. */
const AHEAD = 2;
/** Times that a span is tried again after its maker was lost. */
const TRIES = 3;

/** Cuts a film into spans. */
export function cutSpans(from: number, to: number, spanFrames: number): Span[] {
  const spans: Span[] = [];
  for (let at = from; at < to; at += spanFrames)
    spans.push({ index: spans.length, from: at, to: Math.min(to, at + spanFrames) });
  return spans;
}

/**
 * Has the spans of a film made by several makers at once, and takes them in order. A lost maker is replaced and its span
 * made again; any other failure ends everything.
 *
 * @throws What a maker or `take` threw; ExportError `cancelled` after an abort.
 */
export async function runSpans<T>(schedule: Schedule<T>): Promise<void> {
  await new SpanRun(schedule).run();
}

class SpanRun<T> {
  private readonly spans: readonly Span[];
  private readonly makers: number;
  private readonly waiting: Span[];
  private readonly done = new Map<number, T>();
  private readonly framesOf = new Map<number, number>();
  private readonly tries = new Map<number, number>();
  private readonly alive = new Set<SpanMaker<T>>();
  private nextToTake = 0;
  private taking: Promise<void> = Promise.resolve();
  private readonly wake: (() => void)[] = [];
  private failure: unknown = null;

  constructor(private readonly schedule: Schedule<T>) {
    this.spans = cutSpans(schedule.from, schedule.to, schedule.spanFrames);
    this.makers = Math.max(1, Math.min(schedule.makers, this.spans.length));
    this.waiting = [...this.spans];
  }

  async run(): Promise<void> {
    const { signal } = this.schedule;
    const onAbort = () => this.fail(cancelledError());
    signal.addEventListener('abort', onAbort);
    if (signal.aborted) onAbort();
    const interrupted = new Promise<void>((resolve) => {
      const check = () => {
        if (this.failure !== null) resolve();
        else this.wake.push(check);
      };
      check();
    });
    const all = Promise.all(Array.from({ length: this.makers }, () => this.work())).then(() => this.taking);
    await Promise.race([all, interrupted]);
    if (this.failure === null) await this.taking;
    signal.removeEventListener('abort', onAbort);
    for (const maker of [...this.alive]) this.dismiss(maker);
    if (this.failure !== null) throw this.failure;
  }

  /** One maker's work, from its start to the end of the film. */
  private async work(): Promise<void> {
    let maker: SpanMaker<T> | null = null;
    let frames = 0;
    try {
      while (this.failure === null) {
        const span = this.waiting[0];
        if (!span) return;
        if (span.index >= this.nextToTake + this.makers * AHEAD) {
          await new Promise<void>((resolve) => this.wake.push(resolve));
          continue;
        }
        this.waiting.shift();
        try {
          maker ??= await this.hire();
          // It may have taken its time: what was cancelled meanwhile is not begun.
          if (this.failure !== null) return;
          await this.makeOne(maker, span);
          frames += span.to - span.from;
          if (frames < this.schedule.makerFrames) continue;
          this.dismiss(maker);
          maker = null;
          frames = 0;
        } catch (error) {
          this.tryAgain(span, error);
          this.dismiss(maker);
          maker = null;
          frames = 0;
        }
      }
    } catch (error) {
      this.fail(error);
    } finally {
      this.dismiss(maker);
    }
  }

  private async hire(): Promise<SpanMaker<T>> {
    const maker = await this.schedule.start();
    this.alive.add(maker);
    return maker;
  }

  /** Ends a maker, once: whoever works with it may find only later that all is over. */
  private dismiss(maker: SpanMaker<T> | null): void {
    if (maker && this.alive.delete(maker)) maker.end();
  }

  private async makeOne(maker: SpanMaker<T>, span: Span): Promise<void> {
    this.framesOf.set(span.index, 0);
    const made = await maker.make(span, (frames) => this.tell(span, frames));
    this.tell(span, span.to - span.from);
    this.done.set(span.index, made);
    this.takeReady();
  }

  /** Puts the span of a lost maker back. @throws What is no loss, and a loss at the same span once too often. */
  private tryAgain(span: Span, error: unknown): void {
    if (!(error instanceof MakerLost)) throw error;
    const tried = (this.tries.get(span.index) ?? 0) + 1;
    this.tries.set(span.index, tried);
    if (tried > TRIES)
      throw new ExportError(
        'failed',
        `A worker was lost ${tried} times at the same frames (${error.message}). Close other pages and export again.`,
        { cause: error },
      );
    this.framesOf.set(span.index, 0);
    this.waiting.unshift(span);
  }

  private takeReady(): void {
    const takeAll = async () => {
      while (this.failure === null && this.done.has(this.nextToTake)) {
        const made = this.done.get(this.nextToTake) as T;
        this.done.delete(this.nextToTake);
        await this.schedule.take(made, this.spans[this.nextToTake] as Span);
        this.nextToTake++;
        this.stir();
      }
    };
    this.taking = this.taking.then(takeAll).catch((error) => this.fail(error));
  }

  private tell(span: Span, frames: number): void {
    this.framesOf.set(span.index, frames);
    this.schedule.onProgress([...this.framesOf.values()].reduce((sum, each) => sum + each, 0));
  }

  private fail(error: unknown): void {
    this.failure ??= error;
    this.stir();
  }

  private stir(): void {
    for (const resolve of this.wake.splice(0)) resolve();
  }
}
