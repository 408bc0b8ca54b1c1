/** Frames that are asked for ahead of the one being encoded. */
const AHEAD = 3;

/**
 * Frames in order, painted a little ahead by somebody else. The encoder's own thread has to stay free: encoders start
 * on the next frame only when their thread can take the last one's result.
 */
export class FrameQueue {
  private readonly pending: Promise<VideoFrame>[] = [];
  private next = 0;

  constructor(
    private readonly paint: (frame: number) => Promise<VideoFrame>,
    private readonly frameCount: number,
  ) {}

  /** The next frame; frames are taken one after the other, from 0. The caller closes it. */
  take(): Promise<VideoFrame> {
    while (this.next < this.frameCount && this.pending.length < AHEAD) {
      const frame = this.paint(this.next++);
      // Whoever takes the frame sees its failure; until then it must not count as unhandled.
      frame.catch(() => undefined);
      this.pending.push(frame);
    }
    return this.pending.shift() ?? Promise.reject(new RangeError('take: there are no more frames'));
  }

  /** Closes the frames that nobody took. */
  async drop(): Promise<void> {
    for (const frame of await Promise.allSettled(this.pending.splice(0))) {
      if (frame.status === 'fulfilled') frame.value.close();
    }
  }
}
