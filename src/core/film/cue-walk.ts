import type { Cue, CuePiece } from './cue-plan';

/** When a cue was given, in seconds since speaking began; pauses do not count. */
export interface TakenPiece {
  readonly piece: CuePiece;
  readonly startSec: number;
  readonly endSec: number;
  /** One for each cue that was given, in order. */
  readonly cueSec: readonly number[];
}

/** A place in the plan: a piece, and how many of its cues have been given. */
interface Place {
  readonly piece: number;
  readonly given: number;
}

/** What was done, and when: a cue or a piece begun, or the film let run from one time of the film to another. */
interface Done extends Place {
  readonly sec: number;
}

/**
 * A person's way along the cues of a film: the film runs after each cue until what it starts is there, and waits. While it is
 * let run freely, it goes on by itself, and cues are given as it reaches them. Knows no clock: whoever asks says the time, in
 * seconds since speaking began.
 */
export class CueWalk {
  /** The first entry is the start. */
  private done: Done[] = [{ sec: 0, piece: 0, given: 0 }];
  /** Since when, and from which time of the piece, the film runs freely; null while it does not. */
  private free: { readonly sec: number; readonly pieceSec: number } | null = null;
  private endedAt: number | null = null;

  /** @param plan At least one piece. */
  constructor(private readonly plan: readonly CuePiece[]) {}

  private get place(): Done {
    return this.done.at(-1) as Done;
  }

  private pieceAt({ piece }: Place): CuePiece {
    return this.plan[piece] as CuePiece;
  }

  /** What the next press starts: a cue of the piece, the next piece, or the end. */
  get next():
    | { readonly kind: 'cue'; readonly cue: Cue }
    | { readonly kind: 'piece'; readonly piece: CuePiece }
    | { readonly kind: 'end' } {
    const { piece, given } = this.place;
    const cue = this.plan[piece]?.cues[given];
    if (cue) return { kind: 'cue', cue };
    const following = this.plan[piece + 1];
    return following ? { kind: 'piece', piece: following } : { kind: 'end' };
  }

  /** How many presses are behind, and how many there are in all. */
  get progress(): { readonly given: number; readonly all: number } {
    const all = this.plan.reduce((sum, { cues }) => sum + cues.length + 1, 0);
    return { given: this.done.length - 1 + (this.endedAt === null ? 0 : 1), all };
  }

  get ended(): boolean {
    return this.endedAt !== null;
  }

  /** Starts what is next. */
  press(sec: number): void {
    if (this.ended) return;
    const { next, place } = this;
    if (next.kind === 'end') this.endedAt = sec;
    else if (next.kind === 'cue') this.done.push({ sec, piece: place.piece, given: place.given + 1 });
    else this.done.push({ sec, piece: place.piece + 1, given: 0 });
  }

  /** Lets the film run, or stops it. */
  run(sec: number, running: boolean): void {
    this.catchUp(sec);
    if (running) this.free ??= { sec, pieceSec: this.pieceSecAt(sec) };
    else if (this.free) {
      this.stoppedAt = { pieceSec: this.pieceSecAt(sec), place: this.done.length };
      this.free = null;
    }
  }

  /** Where the film was left when it was stopped within a cue. */
  private stoppedAt: { readonly pieceSec: number; readonly place: number } | null = null;

  /** Gives the cues that the film has come to by itself. */
  catchUp(sec: number): void {
    while (this.free && !this.ended) {
      const piece = this.pieceAt(this.place);
      const cue = piece.cues[this.place.given];
      const at = cue ? cue.fromSec : piece.lengthSec;
      const reached = this.free.sec + at - this.free.pieceSec;
      if (reached > sec) return;
      const last = !cue && !this.plan[this.place.piece + 1];
      this.press(Math.max(reached, this.place.sec));
      if (!cue && !last) this.free = { sec: reached, pieceSec: 0 };
    }
  }

  private pieceSecAt(sec: number): number {
    const { place, free } = this;
    const piece = this.pieceAt(place);
    if (free) return Math.min(piece.lengthSec, free.pieceSec + sec - free.sec);
    if (this.stoppedAt && this.stoppedAt.place === this.done.length) return this.stoppedAt.pieceSec;
    const cue = piece.cues[place.given - 1];
    // A piece that has begun waits where its first cue begins; one without cues runs by itself.
    const [from, to] = cue ? [cue.fromSec, cue.toSec] : [0, piece.cues[0]?.fromSec ?? piece.lengthSec];
    return Math.min(to, from + Math.max(0, sec - place.sec));
  }

  /** The time of the film that is on show. */
  filmSecAt(sec: number): number {
    this.catchUp(sec);
    return this.pieceAt(this.place).fromSec + this.pieceSecAt(sec);
  }

  /**
   * Takes back the last cue that was given, or the last few.
   *
   * @returns The time at which it was given: speaking goes on from there.
   */
  back(count = 1): number {
    this.free = null;
    this.stoppedAt = null;
    this.endedAt = null;
    let sec = this.place.sec;
    for (let i = 0; i < count && this.done.length > 1; i++) sec = this.done.pop()?.sec ?? 0;
    return this.done.length > 1 || sec > 0 ? sec : 0;
  }

  /** What was taken: pieces that were begun, with the times of their cues. @param sec Now; the end where it has ended. */
  taken(sec: number): TakenPiece[] {
    const end = this.endedAt ?? sec;
    const begun = this.done.filter(({ given }) => given === 0);
    return begun.map((start, i) => ({
      piece: this.pieceAt(start),
      startSec: start.sec,
      endSec: begun[i + 1]?.sec ?? end,
      cueSec: this.done.filter(({ piece, given }) => piece === start.piece && given > 0).map((each) => each.sec),
    }));
  }
}
