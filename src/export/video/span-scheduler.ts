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
  const { start, take, signal, onProgress } = schedule;
  const spans = cutSpans(schedule.from, schedule.to, schedule.spanFrames);
  const count = Math.max(1, Math.min(schedule.makers, spans.length));
  const waiting: Span[] = [...spans];
  const done = new Map<number, T>();
  const framesOf = new Map<number, number>();
  const tries = new Map<number, number>();
  const alive = new Set<SpanMaker<T>>();
  let nextToTake = 0;
  let taking: Promise<void> = Promise.resolve();
  const wake: (() => void)[] = [];
  let failure: unknown = null;
  const stir = () => {
    for (const resolve of wake.splice(0)) resolve();
  };
  const fail = (error: unknown) => {
    failure ??= error;
    stir();
  };
  const onAbort = () => fail(cancelledError());
  signal.addEventListener('abort', onAbort);
  if (signal.aborted) onAbort();
  const tell = () => onProgress([...framesOf.values()].reduce((sum, frames) => sum + frames, 0));

  const takeReady = () => {
    taking = taking
      .then(async () => {
        while (failure === null && done.has(nextToTake)) {
          const made = done.get(nextToTake) as T;
          done.delete(nextToTake);
          await take(made, spans[nextToTake] as Span);
          nextToTake++;
          stir();
        }
      })
      .catch(fail);
  };

  const work = async (): Promise<void> => {
    let maker: SpanMaker<T> | null = null;
    try {
      while (failure === null) {
        const span = waiting[0];
        if (!span) return;
        if (span.index >= nextToTake + count * AHEAD) {
          await new Promise<void>((resolve) => wake.push(resolve));
          continue;
        }
        waiting.shift();
        try {
          if (!maker) {
            maker = await start();
            alive.add(maker);
          }
          framesOf.set(span.index, 0);
          const made = await maker.make(span, (frames) => {
            framesOf.set(span.index, frames);
            tell();
          });
          framesOf.set(span.index, span.to - span.from);
          tell();
          done.set(span.index, made);
          takeReady();
        } catch (error) {
          if (!(error instanceof MakerLost)) throw error;
          const tried = (tries.get(span.index) ?? 0) + 1;
          tries.set(span.index, tried);
          if (tried > TRIES)
            throw new ExportError(
              'failed',
              `A worker was lost ${tried} times at the same frames (${error.message}). Close other pages and export again.`,
              { cause: error },
            );
          if (maker) alive.delete(maker);
          maker?.end();
          maker = null;
          framesOf.set(span.index, 0);
          waiting.unshift(span);
        }
      }
    } catch (error) {
      fail(error);
    } finally {
      if (maker) alive.delete(maker);
      maker?.end();
    }
  };

  const interrupted = new Promise<void>((resolve) => {
    const check = () => {
      if (failure !== null) resolve();
      else wake.push(check);
    };
    check();
  });
  const all = Promise.all(Array.from({ length: count }, work)).then(() => taking);
  await Promise.race([all, interrupted]);
  if (failure === null) await taking;
  signal.removeEventListener('abort', onAbort);
  for (const maker of alive) maker.end();
  if (failure !== null) throw failure;
}
