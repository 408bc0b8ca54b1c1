import fc from 'fast-check';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { MIX_RATE } from '@/core/sound/source';
import { gathered, whyNoMicrophone } from './recorder';
import { nextStretch, SoundPlayer } from './sound-player';

describe('stretches that are heard', () => {
  const sec = fc.double({ min: 0, max: 20, noNaN: true });
  it('follow each other without a gap to the end, or round a loop', () => {
    fc.assert(
      fc.property(sec, sec, fc.option(fc.tuple(sec, sec)), (from, length, span) => {
        const film = length + 0.1;
        const loop = span ? ([Math.min(...span), Math.max(...span)] as const) : null;
        let at = Math.min(from, film);
        for (let i = 0; i < 60; i++) {
          const next = nextStretch(at, film, loop);
          if (!next) {
            if (!loop) expect(at).toBeGreaterThanOrEqual(film - 1e-6);
            return;
          }
          expect(next.toSec).toBeGreaterThan(next.fromSec);
          expect(next.toSec).toBeLessThanOrEqual(film + 1e-9);
          expect([at, loop?.[0]]).toContain(next.fromSec);
          at = next.toSec;
        }
      }),
    );
  });
});

/** A loudspeaker whose clock the test moves. */
class FakeSpeaker {
  static now = 0;
  static readonly started: { readonly at: number; readonly samples: number }[] = [];
  state = 'running';
  outputLatency = 0.02;
  get currentTime() {
    return FakeSpeaker.now;
  }
  createAnalyser = () => ({
    fftSize: 0,
    connect: () => undefined,
    getFloatTimeDomainData: (to: Float32Array) => to.fill(0.5),
  });
  createBuffer = (_: number, length: number) => ({ length, copyToChannel: () => undefined });
  createBufferSource() {
    const source = {
      buffer: { length: 0 },
      connect: () => undefined,
      stop: () => undefined,
      start: (at: number) => FakeSpeaker.started.push({ at, samples: source.buffer.length }),
    };
    return source;
  }
}

const mixing = (filmSec: number | null) => ({
  ready: async () => filmSec,
  mix: async (from: number, to: number) => ({ left: new Float32Array(to - from), right: new Float32Array(to - from) }),
});

afterEach(() => {
  vi.unstubAllGlobals();
  vi.useRealTimers();
  FakeSpeaker.now = 0;
  FakeSpeaker.started.length = 0;
});

describe('playing the mix', () => {
  it('hands stretches over one behind the other, by the clock of the loudspeaker, and says when they are heard', async () => {
    vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval', 'setTimeout', 'clearTimeout', 'performance'] });
    vi.stubGlobal('AudioContext', FakeSpeaker);
    const player = new SoundPlayer(mixing(4), () => undefined);
    const times: number[] = [];
    const heardAt = await player.start(1, null, (ms) => times.push(ms));
    expect((heardAt ?? 0) - performance.timeOrigin - performance.now()).toBeCloseTo(80, 0);
    expect(player.level()).toBeCloseTo(0.5);
    for (let i = 0; i < 30; i++) {
      // The device runs a little slow: the picture is told.
      FakeSpeaker.now += 0.19;
      await vi.advanceTimersByTimeAsync(200);
    }
    const { started } = FakeSpeaker;
    expect(started.reduce((sum, { samples }) => sum + samples, 0)).toBe(3 * MIX_RATE);
    started.slice(1).forEach(({ at }, i) => {
      const last = started[i];
      expect(at).toBeCloseTo((last?.at ?? 0) + (last?.samples ?? 0) / MIX_RATE, 9);
    });
    expect((times.at(-1) ?? 0) - (heardAt ?? 0)).toBeCloseTo(300, -1);
    player.stop();
    expect(player.level()).toBe(0);
  });

  it('gives way to the picture where there is no sound, no loudspeaker, or somebody has gone on meanwhile', async () => {
    vi.stubGlobal('AudioContext', FakeSpeaker);
    expect(await new SoundPlayer(mixing(null), () => undefined).start(0, null, () => undefined)).toBeNull();
    const player = new SoundPlayer(mixing(4), () => undefined);
    const first = player.start(0, null, () => undefined);
    const second = player.start(2, null, () => undefined);
    expect(await first).toBeNull();
    expect(await second).not.toBeNull();
    player.stop();
    vi.stubGlobal(
      'AudioContext',
      class {
        constructor() {
          throw new Error('no device');
        }
      },
    );
    let silent = 0;
    expect(await new SoundPlayer(mixing(4), () => silent++).start(0, null, () => undefined)).toBeNull();
    expect(silent).toBe(1);
  });
});

describe('a page that nobody has pressed anything on', () => {
  it('plays its picture alone, and is heard from the first press on', async () => {
    vi.stubGlobal('AudioContext', FakeSpeaker);
    const activation = { hasBeenActive: false };
    const listeners = new Map<string, () => void>();
    vi.stubGlobal('navigator', { userActivation: activation });
    vi.stubGlobal('window', {
      addEventListener: (kind: string, act: () => void) => listeners.set(kind, act),
      removeEventListener: (kind: string) => listeners.delete(kind),
    });
    const told: string[] = [];
    const player = new SoundPlayer(
      mixing(4),
      () => told.push('silent'),
      () => told.push('allowed'),
    );
    expect(await player.start(0, null, () => undefined)).toBeNull();
    expect(told).toEqual([]);
    activation.hasBeenActive = true;
    listeners.get('pointerup')?.();
    expect([told, listeners.size]).toEqual([['allowed'], 0]);
    expect(await player.start(0, null, () => undefined)).not.toBeNull();
    player.stop();
  });
});

describe('what a microphone heard', () => {
  it('is taken from the stretches that were spoken, sample by sample, silent where nothing came', () => {
    const chunks = [0, 1, 3].map((i) => ({ atMs: i * 10, samples: new Float32Array(480).fill(i + 1) }));
    const heard = gathered(chunks, [
      [5, 15],
      [25, 35],
    ]);
    expect(heard).toHaveLength(960);
    expect([heard[0], heard[239], heard[240], heard[479]]).toEqual([1, 1, 2, 2]);
    expect([heard[480], heard[720], heard[959]]).toEqual([0, 4, 4]);
    expect(gathered([], [])).toHaveLength(0);
  });

  it('that cannot be heard is explained with what to do', () => {
    expect(whyNoMicrophone({ name: 'NotAllowedError' })).toMatch(/refused.*Allow it/);
    expect(whyNoMicrophone({ name: 'NotFoundError' })).toMatch(/not there/);
    expect(whyNoMicrophone({ name: 'NotReadableError' })).toMatch(/another program/);
    expect(whyNoMicrophone(new Error('odd'))).toMatch(/odd/);
  });
});
