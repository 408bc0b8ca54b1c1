import fc from 'fast-check';
import { describe, expect, it, vi } from 'vitest';
import { cutSpans, MakerLost, runSpans, type Span, type SpanMaker } from './span-scheduler';

const pause = (turns: number) => new Promise((resolve) => setTimeout(resolve, turns));

interface Setting {
  readonly frames: number;
  readonly spanFrames: number;
  readonly makers: number;
  readonly makerFrames?: number;
  readonly delays?: readonly number[];
  /** Makers that are lost at these calls. */
  readonly lost?: readonly number[];
  readonly fails?: (span: Span) => Error | null;
  readonly take?: (span: Span) => Promise<void>;
}

function run(
  { frames, spanFrames, makers, makerFrames = 1e9, delays = [0], lost = [], fails, take }: Setting,
  signal = new AbortController().signal,
) {
  const taken: Span[] = [];
  let [calls, running, most, started, ended, held, mostHeld] = [0, 0, 0, 0, 0, 0, 0];
  const start = async (): Promise<SpanMaker<Span>> => {
    started++;
    return {
      async make(span, onFrames) {
        const call = calls++;
        running++;
        most = Math.max(most, running);
        await pause(delays[call % delays.length] ?? 0);
        running--;
        if (lost.includes(call)) throw new MakerLost('gone');
        const error = fails?.(span);
        if (error) throw error;
        onFrames(Math.floor((span.to - span.from) / 2));
        mostHeld = Math.max(mostHeld, ++held);
        return span;
      },
      end() {
        ended++;
      },
    };
  };
  let progress = 0;
  const done = runSpans<Span>({
    from: 0,
    to: frames,
    spanFrames,
    makers,
    makerFrames,
    start,
    signal,
    onProgress: (framesDone) => {
      progress = framesDone;
    },
    async take(made, span) {
      await take?.(span);
      held--;
      taken.push(made);
    },
  });
  return { done, taken, count: () => ({ most, started, ended, progress, mostHeld }) };
}

/** Six spans of two makers, for tests that have makers of their own and take nothing. */
function sixSpans(signal: AbortSignal, start: () => Promise<SpanMaker<Span>>, makerFrames = 1e9): Promise<void> {
  const rest = { take: async () => undefined, onProgress: () => undefined };
  return runSpans<Span>({ from: 0, to: 12, makerFrames, spanFrames: 2, makers: 2, start, signal, ...rest });
}

describe('makers', () => {
  it('are replaced by fresh ones after so many frames, and the film is whole', async () => {
    const { done, taken, count } = run({ frames: 100, spanFrames: 5, makers: 1, makerFrames: 12, lost: [4] });
    await done;
    expect(taken).toEqual(cutSpans(0, 100, 5));
    const { started, ended } = count();
    // Three spans each; the one that was lost after four calls had made one.
    expect([started, ended]).toEqual([8, 8]);
  });
});

describe('spans', () => {
  it('are taken in order and whole, however long each takes', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.integer({ min: 1, max: 60 }),
        fc.integer({ min: 1, max: 9 }),
        fc.integer({ min: 1, max: 5 }),
        fc.array(fc.integer({ min: 0, max: 4 }), { minLength: 1, maxLength: 7 }),
        async (frames, spanFrames, makers, delays) => {
          const { done, taken, count } = run({ frames, spanFrames, makers, delays });
          await done;
          expect(taken).toEqual(cutSpans(0, frames, spanFrames));
          const { most, started, ended, progress, mostHeld } = count();
          expect(most).toBeLessThanOrEqual(makers);
          expect(ended).toBe(started);
          expect(progress).toBe(frames);
          // Memory is bounded by the makers, not by the film.
          expect(mostHeld).toBeLessThanOrEqual(makers * 2 + 1);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('are made again when their maker is lost', async () => {
    const { done, taken, count } = run({ frames: 30, spanFrames: 5, makers: 2, lost: [1, 3] });
    await done;
    expect(taken).toEqual(cutSpans(0, 30, 5));
    expect(count().started).toBeGreaterThan(2);
  });

  it('give up when the same span loses its maker again and again', async () => {
    const { done } = run({ frames: 5, spanFrames: 5, makers: 1, lost: [0, 1, 2, 3, 4, 5] });
    await expect(done).rejects.toThrow(/lost 4 times/);
  });

  it('end with the cause when a maker or the disk fails, and leave no maker running', async () => {
    const failing = run({
      frames: 40,
      spanFrames: 4,
      makers: 3,
      fails: ({ index }) => (index === 4 ? new Error('encoder broke') : null),
    });
    await expect(failing.done).rejects.toThrow('encoder broke');
    await pause(20);
    expect(failing.count().ended).toBeGreaterThanOrEqual(failing.count().started);
    const full = run({
      frames: 40,
      spanFrames: 4,
      makers: 3,
      take: async ({ index }) => {
        if (index === 2) throw new DOMException('full', 'QuotaExceededError');
      },
    });
    await expect(full.done).rejects.toThrow('full');
    expect(full.taken.length).toBe(2);
  });

  it.each([0, 3, 12])('stop when they are cancelled after %d ms', async (afterMs) => {
    const controller = new AbortController();
    const { done } = run({ frames: 400, spanFrames: 2, makers: 2, delays: [2] }, controller.signal);
    setTimeout(() => controller.abort(), afterMs);
    await expect(done).rejects.toMatchObject({ code: 'cancelled' });
  });

  it('begin nothing any more where they are cancelled while a maker is still starting, and end it once', async () => {
    const controller = new AbortController();
    const starting: (() => void)[] = [];
    const [made, ended] = [vi.fn(), vi.fn()];
    const done = sixSpans(controller.signal, async () => {
      await new Promise<void>((resolve) => starting.push(resolve));
      return { make: async (span) => made(span), end: ended };
    });
    controller.abort();
    await expect(done).rejects.toMatchObject({ code: 'cancelled' });
    for (const resolve of starting) resolve();
    await vi.waitFor(() => expect(ended).toHaveBeenCalledTimes(2));
    expect(made).not.toHaveBeenCalled();
  });

  it('end each maker once, whenever they are cancelled', async () => {
    await fc.assert(
      fc.asyncProperty(fc.integer({ min: 0, max: 40 }), async (turns) => {
        const controller = new AbortController();
        let [alive, begun, most, twice] = [0, 0, 0, false];
        const start = async () => {
          begun++;
          most = Math.max(most, ++alive);
          let over = false;
          const end = () => {
            twice ||= over;
            over = true;
            alive--;
          };
          return { make: async (span: Span) => span, end };
        };
        const done = sixSpans(controller.signal, start, 4);
        // Turns of promises alone: the work is somewhere in its middle.
        const aborted = (async () => {
          for (let i = 0; i < turns; i++) await null;
          controller.abort();
        })();
        await Promise.allSettled([done, aborted]);
        await pause(0);
        expect([twice, alive]).toEqual([false, 0]);
        expect(most).toBeLessThanOrEqual(2);
        expect(begun).toBeGreaterThanOrEqual(2);
      }),
    );
  });

  it('stop at once when they are cancelled, though a maker never comes to an end', async () => {
    const controller = new AbortController();
    let ended = 0;
    const done = sixSpans(controller.signal, async () => ({
      make: (span) => (span.index < 2 ? Promise.resolve(span) : new Promise(() => undefined)),
      end: () => ended++,
    }));
    setTimeout(() => controller.abort(), 5);
    await expect(done).rejects.toMatchObject({ code: 'cancelled' });
    expect(ended).toBe(2);
  });
});
