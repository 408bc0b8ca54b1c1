import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { filmFormat } from './film-format';
import type { FilmJob } from './film-job';
import { SpanEncoder } from './span-encoder';

const job: FilmJob = {
  format: filmFormat('mp4'),
  widthPx: 640,
  heightPx: 360,
  framesPerSec: 25,
  quality: 'good',
  from: 0,
  to: 130,
};

/** What the stand-in for the browser's encoder does, and what it has seen. */
const world = { supported: true, failsAt: -1, most: 0, keys: [] as number[], encoded: 0, open: 0, resets: 0 };

class FakeEncoder extends EventTarget {
  static async isConfigSupported(config: VideoEncoderConfig) {
    return { supported: world.supported, config };
  }
  state = 'unconfigured';
  encodeQueueSize = 0;
  constructor(private readonly init: VideoEncoderInit) {
    super();
  }
  configure() {
    this.state = 'configured';
  }
  encode(frame: VideoFrame, { keyFrame }: { keyFrame: boolean }) {
    const number = world.encoded++;
    const { timestamp } = frame;
    if (keyFrame) world.keys.push(number);
    world.most = Math.max(world.most, ++this.encodeQueueSize);
    setTimeout(() => {
      if (number === world.failsAt) {
        this.state = 'closed';
        this.init.error(new DOMException('out of room', 'EncodingError'));
      }
      if (this.state === 'closed') return;
      this.encodeQueueSize--;
      const chunk = { byteLength: 3, type: keyFrame ? 'key' : 'delta', timestamp, duration: 40_000, copyTo() {} };
      this.init.output(chunk as unknown as EncodedVideoChunk, {
        decoderConfig: { codec: 'avc1.64001e', codedWidth: 640, codedHeight: 360 },
      });
      this.dispatchEvent(new Event('dequeue'));
    });
  }
  reset() {
    world.resets++;
    this.state = 'unconfigured';
  }
  async flush() {
    while (this.encodeQueueSize > 0 && this.state !== 'closed') await new Promise((resolve) => setTimeout(resolve));
  }
  close() {
    this.state = 'closed';
  }
}

async function paint(frame: number): Promise<VideoFrame> {
  world.open++;
  return { timestamp: frame * 40_000, close: () => world.open-- } as unknown as VideoFrame;
}

const encode = async (span: SpanEncoder, from: number, to: number, painter = paint) =>
  span.encode({ from, to }, painter);

describe('encoding a span', () => {
  beforeEach(() => {
    Object.assign(world, { supported: true, failsAt: -1, most: 0, keys: [], encoded: 0, open: 0, resets: 0 });
    vi.stubGlobal('VideoEncoder', FakeEncoder);
  });
  afterEach(() => {
    vi.unstubAllGlobals();
  });

  it('keeps the queue short, closes every frame, and sets key frames at most two seconds apart', async () => {
    const encoder = await SpanEncoder.open(job);
    const { chunks, config } = await encode(encoder, 10, 130);
    expect(chunks.map(({ timestampUs }) => timestampUs)).toEqual(
      Array.from({ length: 120 }, (_, i) => (i + 10) * 40_000),
    );
    expect(world.most).toBeLessThanOrEqual(4);
    expect(world.keys).toEqual([0, 50, 100]);
    expect(world.open).toBe(0);
    expect(config?.colorSpace).toMatchObject({ matrix: 'bt709', fullRange: false });
    // The next span starts with a key frame of its own, and has nothing of the first.
    const next = await encode(encoder, 0, 7);
    expect(next.chunks).toHaveLength(7);
    expect(next.chunks[0]?.key).toBe(true);
    // It does not go by what the encoder has seen before.
    expect(world.resets).toBe(1);
    encoder.close();
  });

  it('names an encoder that gives up half-way, and leaves no frame open', async () => {
    world.failsAt = 30;
    const encoder = await SpanEncoder.open(job);
    await expect(encode(encoder, 0, 130)).rejects.toMatchObject({ code: 'encoder-failed' });
    expect(world.encoded).toBeLessThan(40);
    expect(world.open).toBe(0);
    encoder.close();
  });

  it('passes on what goes wrong while painting', async () => {
    const encoder = await SpanEncoder.open(job);
    const broken = async (frame: number) => {
      if (frame === 5) throw new Error('a picture is gone');
      return paint(frame);
    };
    await expect(encode(encoder, 0, 20, broken)).rejects.toMatchObject({
      code: 'failed',
      message: expect.stringContaining('a picture is gone'),
    });
    expect(world.open).toBe(0);
    encoder.close();
  });

  it('refuses before it starts what cannot be encoded', async () => {
    await expect(SpanEncoder.open({ ...job, widthPx: 641 })).rejects.toMatchObject({ code: 'bad-size' });
    await expect(SpanEncoder.open({ ...job, heightPx: 8 })).rejects.toMatchObject({ code: 'bad-size' });
    world.supported = false;
    await expect(SpanEncoder.open(job)).rejects.toMatchObject({ code: 'codec-missing' });
    vi.stubGlobal('VideoEncoder', undefined);
    await expect(SpanEncoder.open(job)).rejects.toMatchObject({ code: 'codec-missing' });
  });
});
