import type { CuePiece } from '@/core/film/cue-plan';
import { CueWalk, type TakenPiece } from '@/core/film/cue-walk';

/** A stretch of recording, in milliseconds of the page's clock. */
export type RecordedStretch = readonly [fromMs: number, toMs: number];

/** Somebody who speaks along a film: cues, pauses, and which stretches of the recording count. Times are those of the page's clock. */
export class Narrator {
  private readonly walk: CueWalk;
  private readonly stretches: [number, number][] = [];
  /** Since when it runs; null while it is held. */
  private sinceMs: number | null = null;

  /** @param plan At least one piece. */
  constructor(plan: readonly CuePiece[]) {
    this.walk = new CueWalk(plan);
  }

  get next() {
    return this.walk.next;
  }

  get progress() {
    return this.walk.progress;
  }

  get ended(): boolean {
    return this.walk.ended;
  }

  get running(): boolean {
    return this.sinceMs !== null;
  }

  /** Seconds of speaking, pauses left out. */
  secAt(nowMs: number): number {
    const before = this.stretches.reduce((sum, [from, to]) => sum + to - from, 0);
    return (before + (this.sinceMs === null ? 0 : Math.max(0, nowMs - this.sinceMs))) / 1000;
  }

  /** Begins, or goes on after a pause. */
  goOn(nowMs: number): void {
    if (!this.walk.ended) this.sinceMs ??= nowMs;
  }

  hold(nowMs: number): void {
    if (this.sinceMs === null) return;
    this.walk.run(this.secAt(nowMs), false);
    this.stretches.push([this.sinceMs, Math.max(this.sinceMs, nowMs)]);
    this.sinceMs = null;
  }

  /** Starts what is next. */
  press(nowMs: number): void {
    if (this.sinceMs === null) return;
    this.walk.press(this.secAt(nowMs));
    if (this.walk.ended) this.hold(nowMs);
  }

  /** Lets the film run while a key is held. */
  run(nowMs: number, running: boolean): void {
    if (this.sinceMs !== null) this.walk.run(this.secAt(nowMs), running);
  }

  /** The time of the film that is on show. */
  filmSecAt(nowMs: number): number {
    const sec = this.walk.filmSecAt(this.secAt(nowMs));
    if (this.walk.ended) this.hold(nowMs);
    return sec;
  }

  /** Takes back the last cue and what was said since; held until it goes on. */
  back(nowMs: number): void {
    this.hold(nowMs);
    let keep = this.walk.back() * 1000;
    for (let i = 0; i < this.stretches.length; i++) {
      const stretch = this.stretches[i] as [number, number];
      const length = stretch[1] - stretch[0];
      if (length >= keep) {
        stretch[1] = stretch[0] + keep;
        this.stretches.length = i + 1;
        return;
      }
      keep -= length;
    }
  }

  /** What was taken, and the stretches of the recording in which it was said. */
  taken(nowMs: number): { readonly pieces: readonly TakenPiece[]; readonly stretches: readonly RecordedStretch[] } {
    this.hold(nowMs);
    return { pieces: this.walk.taken(this.secAt(nowMs)), stretches: this.stretches.filter(([from, to]) => to > from) };
  }
}
