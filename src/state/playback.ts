import { stopBeside } from '@/core/film/period-stops';
import type { PlayOptions, StageWorkerApi } from '@/workers/protocol';
import { playheadStore } from './playhead';
import type { Remote } from './remote';
import { sessionStore, setSession } from './session';

/** Plays, pauses and moves through the film on stage. */
export class Playback {
  constructor(private readonly stage: Remote<Pick<StageWorkerApi, 'play' | 'pause' | 'seek'>>) {}

  async play(): Promise<void> {
    const { overview, speed, looping, span } = sessionStore.getState();
    const { readout } = playheadStore.getState();
    if (!overview) return;
    const [from, to] = span ?? [0, overview.lengthSec];
    const at = readout?.timeSec ?? from;
    const atEnd = readout !== null && readout.frame >= overview.frameCount - 1;
    const outside = span !== null && (at < from || at >= to);
    const options: PlayOptions = {
      fromSec: atEnd || outside ? from : at,
      speed,
      loop: looping || span ? [from, to] : null,
    };
    setSession({ playing: true });
    await this.stage.play(options);
  }

  async pause(): Promise<void> {
    setSession({ playing: false });
    await this.stage.pause();
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
    await this.stage.seek(Math.min(overview.lengthSec, Math.max(0, timeSec)));
  }

  /** Moves by frames; the film pauses. */
  async stepFrames(count: number): Promise<void> {
    const { overview } = sessionStore.getState();
    const { readout } = playheadStore.getState();
    if (!overview || !readout) return;
    await this.pause();
    const frame = Math.min(overview.frameCount - 1, Math.max(0, readout.frame + count));
    await this.seek(frame / overview.framesPerSec);
  }

  /** Moves to the next or the last period; the film pauses. */
  async stepPeriods(direction: 1 | -1): Promise<void> {
    const { overview } = sessionStore.getState();
    const { readout } = playheadStore.getState();
    if (!overview || !readout) return;
    await this.pause();
    const { timeSec } = readout;
    const { lengthSec, framesPerSec, frameCount } = overview;
    const target = stopBeside(overview.periodSec, direction, { timeSec, lengthSec, framesPerSec });
    await this.seek(Math.min(target, (frameCount - 1) / framesPerSec));
  }
}
