import type { FilmOverview } from '@/core/film/overview';
import { stopBeside } from '@/core/film/stop-beside';
import { frameAt } from '@/core/pace/film-clock';
import type { PlayOptions, StageWorkerApi } from '@/workers/protocol';
import { playheadStore } from './playhead';
import type { Remote } from './remote';
import { sessionStore, setSession } from './session';

/** What is heard while the film plays. */
export interface FilmSoundPlayer {
  /**
   * Begins at a time of the film.
   *
   * @param loop Seconds between which to play over and over; null for none.
   * @param onTime Told when the sound has turned out to be elsewhere in time than it said.
   * @returns When that time is heard, in milliseconds since 1970; null where nothing is heard.
   */
  start(
    fromSec: number,
    loop: readonly [number, number] | null,
    onTime: (heardAtMs: number) => void,
  ): Promise<number | null>;
  stop(): void;
}

/** A playhead that has not been moved for so long rests, in milliseconds. */
const RESTS_MS = 150;

/** A film of which nothing is heard. */
export const silence: FilmSoundPlayer = { start: async () => null, stop: () => undefined };

/** Plays, pauses and moves through the film on stage. */
export class Playback {
  /** What was begun in an earlier turn is given up. */
  private turn = 0;
  /** It plays as soon as its sound is ready; until then the stage still tells that it stands. */
  private waiting = false;
  /** Something is heard, or may be in a moment. */
  private mayBeHeard = false;
  /**
   * Where the playhead of a film was last sent; keys that are pressed before it is there count from it. null once the film
   * plays.
   */
  private sent: { readonly timeSec: number; readonly overview: FilmOverview } | null = null;

  constructor(
    private readonly stage: Remote<Pick<StageWorkerApi, 'play' | 'keepTime' | 'pause' | 'seek'>>,
    private readonly sound: FilmSoundPlayer = silence,
  ) {}

  async play(): Promise<void> {
    const { overview, speed, looping, span } = sessionStore.getState();
    const { readout } = playheadStore.getState();
    if (!overview) return;
    const [from, to] = span ?? [0, overview.filmSec];
    const at = readout?.timeSec ?? from;
    const atEnd = readout !== null && readout.frame >= overview.frameCount - 1;
    const outside = span !== null && (at < from || at >= to);
    const options: PlayOptions = {
      fromSec: atEnd || outside ? from : at,
      speed,
      loop: looping || span ? [from, to] : null,
    };
    setSession({ playing: true });
    this.sent = null;
    await this.begin(options);
  }

  /** Sound is heard at its own speed only; the picture waits for it. */
  private async begin(options: PlayOptions): Promise<void> {
    this.sound.stop();
    const turn = ++this.turn;
    this.waiting = true;
    this.mayBeHeard = true;
    const { muted } = sessionStore.getState();
    const onTime = (heardAtMs: number) => {
      if (turn === this.turn) void this.stage.keepTime(heardAtMs);
    };
    const heardAtMs =
      options.speed === 1 && !muted ? await this.sound.start(options.fromSec, options.loop, onTime) : null;
    // Whoever has paused or gone elsewhere meanwhile wants neither.
    if (turn !== this.turn) return;
    this.mayBeHeard = heardAtMs !== null;
    await this.stage.play(heardAtMs === null ? options : { ...options, heardAtMs });
    if (turn === this.turn) this.waiting = false;
  }

  /** Begun, and not on its way yet: what the stage tells of standing still is of before. */
  get starting(): boolean {
    return this.waiting;
  }

  async pause(): Promise<void> {
    this.turn++;
    this.waiting = false;
    this.sound.stop();
    setSession({ playing: false });
    await this.stage.pause();
  }

  /** The film has come to its end by itself. */
  ended(): void {
    this.turn++;
    this.sound.stop();
  }

  async toggle(): Promise<void> {
    await (sessionStore.getState().playing ? this.pause() : this.play());
  }

  /** Starts again with changed speed or loop, when playing. */
  async replay(): Promise<void> {
    if (sessionStore.getState().playing) await this.play();
  }

  async seek(timeSec: number): Promise<void> {
    const { overview } = sessionStore.getState();
    if (!overview) return;
    const target = Math.min(overview.filmSec, Math.max(0, timeSec));
    this.sent = { timeSec: target, overview };
    if (sessionStore.getState().playing && this.mayBeHeard) this.hearSoon(overview);
    await this.stage.seek(target);
  }

  /** Silent while somebody scrubs; heard again once the playhead rests. */
  private hearSoon(overview: FilmOverview): void {
    this.sound.stop();
    const turn = ++this.turn;
    setTimeout(() => {
      const { playing, speed, looping, span } = sessionStore.getState();
      if (turn !== this.turn || !playing) return;
      const fromSec = playheadStore.getState().readout?.timeSec ?? 0;
      void this.begin({ fromSec, speed, loop: looping || span ? (span ?? [0, overview.filmSec]) : null });
    }, RESTS_MS);
  }

  /** Shows a time of the film while it stands still, as quickly as can be; sound stays as it is. */
  async show(timeSec: number): Promise<void> {
    this.sent = null;
    await this.stage.seek(timeSec);
  }

  /** Goes to a time of the piece that is edited; the film pauses. @param pieceSec Seconds from the piece's start. */
  async visit(pieceSec: number): Promise<void> {
    const from = sessionStore.getState().overview?.fromSec ?? 0;
    await this.pause();
    await this.seek(from + pieceSec);
  }

  /** Moves by frames; the film pauses. */
  async stepFrames(count: number): Promise<void> {
    const { overview } = sessionStore.getState();
    const { readout } = playheadStore.getState();
    if (!overview || !readout) return;
    const from = this.sent?.overview === overview ? frameAt(overview, this.sent.timeSec) : readout.frame;
    const frame = Math.min(overview.frameCount - 1, Math.max(0, from + count));
    await this.moveTo(frame / overview.framesPerSec, overview);
  }

  /** Moves to the next or the last period; the film pauses. */
  async stepPeriods(direction: 1 | -1): Promise<void> {
    const { overview } = sessionStore.getState();
    const { readout } = playheadStore.getState();
    if (!overview || !readout) return;
    const timeSec = this.sent?.overview === overview ? this.sent.timeSec : readout.timeSec;
    const { filmSec, framesPerSec, frameCount, stops } = overview;
    const target = stopBeside(stops, direction, { timeSec, lengthSec: filmSec, framesPerSec });
    await this.moveTo(Math.min(target, (frameCount - 1) / framesPerSec), overview);
  }

  private async moveTo(timeSec: number, overview: FilmOverview): Promise<void> {
    const sent = { timeSec, overview };
    this.sent = sent;
    await this.pause();
    // Whoever was sent farther meanwhile goes there at once.
    if (this.sent === sent) await this.stage.seek(timeSec);
  }
}
