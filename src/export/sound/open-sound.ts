import { ALL_FORMATS, AudioSampleSink, BlobSource, EncodedPacketSink, Input, type InputAudioTrack } from 'mediabunny';
import { type SoundSource, stereoOf } from '@/core/sound/source';
import { ExportError } from '../export-error';
import { trimOfMp3 } from './mp3-trim';

/** Seconds of a file that are decoded together. Blocks lie at multiples of it, so what comes out never depends on what was asked first. */
const BLOCK_SEC = 12;
/** A coded sound is decoded from this far ahead of a block: what its decoder remembers has settled by then. */
const LEAD_SEC = 1;
/** Times that are this near to what follows without a gap are rounded, in seconds. */
const ROUNDED_SEC = 0.01;
/** Blocks that are kept. */
const KEPT_BLOCKS = 4;

/** A sound's file, open: its samples are decoded as they are read. */
export interface SoundFile extends SoundSource {
  readonly channels: number;
  /** Its length in seconds. */
  readonly sec: number;
  close(): void;
}

/** What is known of a file without decoding it. */
export interface SoundFacts {
  readonly sec: number;
  readonly rate: number;
  readonly channels: number;
  readonly codec: string;
}

/** Why a file cannot be heard. */
function notSound(name: string): ExportError {
  return new ExportError(
    'sound-unreadable',
    `${name} is not a sound that can be read. Take WAV, MP3, Ogg, FLAC or M4A, and a file that is whole.`,
  );
}

async function trackOf(bytes: Blob, name: string): Promise<{ input: Input; track: InputAudioTrack; codec: string }> {
  const input = new Input({ source: new BlobSource(bytes), formats: ALL_FORMATS });
  const track = await input.getPrimaryAudioTrack().catch(() => null);
  const codec = track?.codec;
  if (!track || !codec || !(track.sampleRate > 0)) {
    input.dispose();
    throw notSound(name);
  }
  return { input, track, codec };
}

/** Where the sound itself lies in what is decoded, in frames: coders put silence around it. */
async function spanOf(bytes: Blob, track: InputAudioTrack, codec: string): Promise<{ first: number; frames: number }> {
  const decoded = Math.round((await track.computeDuration()) * track.sampleRate);
  const trim = codec === 'mp3' ? await trimOfMp3(bytes) : null;
  if (!trim) return { first: 0, frames: decoded };
  return { first: trim.first, frames: Math.max(0, Math.min(decoded - trim.first, decoded - trim.all)) };
}

/**
 * Length, rate and channels of a file; works where nothing can be decoded.
 *
 * @throws ExportError for a file that holds no sound.
 */
export async function soundFacts(bytes: Blob, name: string): Promise<SoundFacts> {
  const { input, track, codec } = await trackOf(bytes, name);
  try {
    const { frames } = await spanOf(bytes, track, codec);
    if (frames < 1) throw notSound(name);
    return { sec: frames / track.sampleRate, rate: track.sampleRate, channels: track.numberOfChannels, codec };
  } finally {
    input.dispose();
  }
}

/**
 * Opens a file to be read anywhere. Memory stays small however long it is.
 *
 * @throws ExportError for a file that holds no sound, or one that this browser cannot decode.
 */
export async function openSound(bytes: Blob, name: string): Promise<SoundFile> {
  const { input, track, codec } = await trackOf(bytes, name);
  if (!(await track.canDecode())) {
    input.dispose();
    throw new ExportError(
      'sound-unreadable',
      `This browser cannot decode ${name} (${codec}). Save it as WAV, MP3 or FLAC, and add it again.`,
    );
  }
  const { first, frames } = await spanOf(bytes, track, codec);
  if (frames < 1) {
    input.dispose();
    throw notSound(name);
  }
  const exact = codec.startsWith('pcm') || codec === 'flac';
  const container = (await input.getFormat()).name;
  const reader = new BlockReader(track, { first, frames, lead: exact ? 0 : LEAD_SEC, container });
  return {
    rate: track.sampleRate,
    channels: track.numberOfChannels,
    frames,
    sec: frames / track.sampleRate,
    read: (from, to) => reader.read(from, to),
    close: () => input.dispose(),
  };
}

type Stereo = readonly [Float32Array, Float32Array];

/** Decodes a file in blocks and keeps the last ones. */
class BlockReader {
  private readonly sink: AudioSampleSink;
  private readonly packets: EncodedPacketSink;
  private readonly kept = new Map<number, Promise<Stereo>>();
  private readonly size: number;

  constructor(
    private readonly track: InputAudioTrack,
    private readonly span: {
      readonly first: number;
      readonly frames: number;
      readonly lead: number;
      readonly container: string;
    },
  ) {
    this.sink = new AudioSampleSink(track);
    this.packets = new EncodedPacketSink(track);
    this.size = BLOCK_SEC * track.sampleRate;
  }

  async read(from: number, to: number): Promise<Stereo> {
    const count = Math.max(0, to - from);
    const left = new Float32Array(count);
    let right: Float32Array | null = null;
    const [low, high] = [Math.max(0, from), Math.min(this.span.frames, to)];
    for (let at = low; at < high; ) {
      const block = Math.floor(at / this.size);
      const end = Math.min(high, (block + 1) * this.size);
      const [ownLeft, ownRight] = await this.block(block);
      const [a, b] = [at - block * this.size, end - block * this.size];
      left.set(ownLeft.subarray(a, b), at - from);
      if (ownLeft !== ownRight) {
        right ??= left.slice();
        right.set(ownRight.subarray(a, b), at - from);
      } else right?.set(ownRight.subarray(a, b), at - from);
      at = end;
    }
    return [left, right ?? left];
  }

  private block(index: number): Promise<Stereo> {
    const known = this.kept.get(index);
    const block = known ?? this.decode(index);
    this.kept.delete(index);
    this.kept.set(index, block);
    for (const old of this.kept.keys()) {
      if (this.kept.size <= KEPT_BLOCKS) break;
      this.kept.delete(old);
    }
    if (!known) block.catch(() => this.kept.delete(index));
    return block;
  }

  private async decode(index: number): Promise<Stereo> {
    const { sampleRate: rate, numberOfChannels } = this.track;
    const start = this.span.first + index * this.size;
    const count = Math.min(this.size, this.span.frames - index * this.size);
    const channels = Array.from({ length: numberOfChannels }, () => new Float32Array(count));
    const from = Math.max(await this.track.getFirstTimestamp(), start / rate - this.span.lead);
    const late = index > 0 ? await this.swallowed(from) : 0;
    let next = Number.NaN;
    for await (const sample of this.sink.samples(from, (start + count) / rate)) {
      const told = Math.round(sample.timestamp * rate) + late - start;
      // Some containers round times to milliseconds: what follows without a gap stays without one.
      const at = Math.abs(told - next) < ROUNDED_SEC * rate ? next : told;
      next = at + sample.numberOfFrames;
      const [low, high] = [Math.max(0, at), Math.min(count, at + sample.numberOfFrames)];
      if (high > low)
        channels.forEach((channel, planeIndex) => {
          sample.copyTo(channel.subarray(low, high), {
            planeIndex,
            format: 'f32-planar',
            frameOffset: low - at,
            frameCount: high - low,
          });
        });
      sample.close();
    }
    return stereoOf(channels);
  }

  /**
   * Frames that a decoder keeps to itself when it begins within a file, and does not count: Vorbis needs a packet before it gives
   * sound, Opus leaves out the start of whatever it is given. Sources: Vorbis I, 4.3.8; RFC 7845, 4.2.
   */
  private async swallowed(fromSec: number): Promise<number> {
    const { codec } = this.track;
    if (this.span.container !== 'Ogg') return 0;
    if (codec === 'opus') {
      const head = (await this.track.getDecoderConfig())?.description;
      if (!head) return 0;
      const bytes = ArrayBuffer.isView(head)
        ? new Uint8Array(head.buffer, head.byteOffset, head.byteLength)
        : new Uint8Array(head);
      return (bytes[10] ?? 0) + 256 * (bytes[11] ?? 0);
    }
    if (codec !== 'vorbis') return 0;
    const packet = await this.packets.getPacket(fromSec);
    return Math.round((packet?.duration ?? 0) * this.track.sampleRate);
  }
}
