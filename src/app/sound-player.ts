'use client';

import { MIX_RATE } from '@/core/sound/source';
import type { FilmSoundPlayer } from '@/state/playback';
import type { HeardSpan } from '@/workers/sound-protocol';

/** Seconds of a stretch that is mixed at once, and how far ahead of the loudspeaker that is done. */
const STRETCH_SEC = 0.5;
const AHEAD_SEC = 1.2;
/** Seconds from the start until the first sample is heard: time to hand it over. */
const START_SEC = 0.06;
/** A device that has not begun to play after so many milliseconds is not there. */
const NO_DEVICE_MS = 500;
/** How often it is looked whether sound and picture are in step, and how far apart they may be, in milliseconds. */
const LOOK_EVERY_MS = 200;
const APART_MS = 4;

/** What browsers take for a person. */
const GESTURES = ['pointerup', 'keyup'] as const;

/** Where the next stretch lies. */
interface Place {
  readonly fromSec: number;
  readonly toSec: number;
}

/** The stretch of the film that is heard next. @param atSec Where the last one ended. null at the end of a film that is not looped. */
export function nextStretch(atSec: number, filmSec: number, loop: readonly [number, number] | null): Place | null {
  const end = loop ? Math.min(loop[1], filmSec) : filmSec;
  if (atSec < end - 1e-6) return { fromSec: atSec, toSec: Math.min(end, atSec + STRETCH_SEC) };
  if (!loop || end - loop[0] < 0.02) return null;
  return { fromSec: loop[0], toSec: Math.min(end, loop[0] + STRETCH_SEC) };
}

/** Where the sound comes from. */
interface Mixing {
  /** Waits until the mix of the film as it is now is ready; its length in seconds, or null where nothing is heard. */
  ready(): Promise<number | null>;
  mix(from: number, to: number): Promise<HeardSpan | null>;
}

/** Plays the mix, stretch after stretch, by the clock of the loudspeaker, and says when what is heard. */
export class SoundPlayer implements FilmSoundPlayer {
  private context: AudioContext | null = null;
  private out: AnalyserNode | null = null;
  private turn = 0;
  private sources = new Set<AudioBufferSourceNode>();
  /** Somebody is waited for to press something, since the browser lets no page be heard before. */
  private awaited = false;
  private timer: ReturnType<typeof setInterval> | null = null;

  constructor(
    private readonly mixing: Mixing,
    /** Told when this computer cannot play sound. */
    private readonly onSilent: () => void,
    /** Told when sound may be heard that was not allowed before. */
    private readonly onAllowed: () => void = () => undefined,
  ) {}

  async start(
    fromSec: number,
    loop: readonly [number, number] | null,
    onTime: (heardAtMs: number) => void,
  ): Promise<number | null> {
    this.stop();
    const turn = ++this.turn;
    const filmSec = await this.mixing.ready();
    if (filmSec === null || turn !== this.turn) return null;
    if (this.mustWait()) return null;
    const context = await this.open();
    if (turn !== this.turn) return null;
    if (!context) {
      this.onSilent();
      return null;
    }
    const first = nextStretch(fromSec, filmSec, loop);
    const span = first && (await this.spanOf(first));
    if (!first || !span || turn !== this.turn) return null;
    const beginsAt = context.currentTime + START_SEC;
    this.put(context, span, beginsAt);
    let [filmAt, heardAt] = [first.toSec, beginsAt + lengthOf(first)];
    let busy = false;
    const fill = async () => {
      if (busy) return;
      busy = true;
      try {
        while (turn === this.turn && heardAt < context.currentTime + AHEAD_SEC) {
          const next = nextStretch(filmAt, filmSec, loop);
          if (!next) break;
          const mixed = await this.spanOf(next);
          if (turn !== this.turn) return;
          if (mixed) this.put(context, mixed, heardAt);
          heardAt += lengthOf(next);
          filmAt = next.toSec;
        }
      } finally {
        busy = false;
      }
    };
    void fill();
    const heardAtMs = () =>
      performance.timeOrigin +
      performance.now() +
      (beginsAt - context.currentTime + (context.outputLatency || 0)) * 1000;
    let told = heardAtMs();
    this.timer = setInterval(() => {
      void fill();
      const now = heardAtMs();
      if (Math.abs(now - told) < APART_MS) return;
      told = now;
      onTime(now);
    }, LOOK_EVERY_MS);
    return told;
  }

  stop(): void {
    this.turn++;
    if (this.timer !== null) clearInterval(this.timer);
    this.timer = null;
    for (const source of this.sources) source.stop();
    this.sources.clear();
  }

  /** How loud it is right now, in [0, 1] of full scale; 0 in silence. */
  level(): number {
    if (!this.out || this.sources.size === 0) return 0;
    const samples = new Float32Array(this.out.fftSize);
    this.out.getFloatTimeDomainData(samples);
    return samples.reduce((most, sample) => Math.max(most, Math.abs(sample)), 0);
  }

  /** Pages that nobody has pressed anything on are not heard: the picture plays alone until somebody does. */
  private mustWait(): boolean {
    if (globalThis.navigator?.userActivation?.hasBeenActive !== false) return false;
    if (!this.awaited) {
      this.awaited = true;
      const go = () => {
        for (const kind of GESTURES) window.removeEventListener(kind, go, true);
        this.awaited = false;
        this.onAllowed();
      };
      for (const kind of GESTURES) window.addEventListener(kind, go, true);
    }
    return true;
  }

  /** The loudspeaker, once its clock goes; null on a computer that has none. */
  private async open(): Promise<AudioContext | null> {
    try {
      this.context ??= new AudioContext({ sampleRate: MIX_RATE, latencyHint: 'interactive' });
      const { context } = this;
      if (!this.out) {
        this.out = context.createAnalyser();
        this.out.fftSize = 2048;
        this.out.connect(context.destination);
      }
      const resumed = context.state === 'running' ? Promise.resolve() : context.resume();
      const late = new Promise<'late'>((resolve) => setTimeout(() => resolve('late'), NO_DEVICE_MS));
      return (await Promise.race([resumed, late])) === 'late' ? null : context;
    } catch {
      return null;
    }
  }

  private spanOf({ fromSec, toSec }: Place): Promise<HeardSpan | null> {
    return this.mixing.mix(Math.round(fromSec * MIX_RATE), Math.round(toSec * MIX_RATE));
  }

  private put(context: AudioContext, { left, right }: HeardSpan, at: number): void {
    if (left.length === 0 || !this.out) return;
    const buffer = context.createBuffer(2, left.length, MIX_RATE);
    buffer.copyToChannel(left as Float32Array<ArrayBuffer>, 0);
    buffer.copyToChannel(right as Float32Array<ArrayBuffer>, 1);
    const source = context.createBufferSource();
    source.buffer = buffer;
    source.connect(this.out);
    source.onended = () => this.sources.delete(source);
    source.start(at);
    this.sources.add(source);
  }
}

/** Seconds of a stretch in whole samples, so that the next one follows without a gap. */
const lengthOf = ({ fromSec, toSec }: Place) =>
  (Math.round(toSec * MIX_RATE) - Math.round(fromSec * MIX_RATE)) / MIX_RATE;
