import { AudioSample, AudioSampleSource, canEncodeAudio, type Output } from 'mediabunny';
import { MIX_RATE } from '@/core/sound/source';
import { ExportError } from '../export-error';
import type { FilmSound } from './film-sound';

/** Samples that are mixed and encoded together. */
const PIECE = MIX_RATE;
const BITS_A_SEC = { aac: 192_000, opus: 160_000 } as const;
/** Samples of a packet: containers that reserve room ahead ask for it. */
const LEAST_PACKET = 960;

export type SoundCodec = keyof typeof BITS_A_SEC | 'pcm-s16';

/** Samples by which what the library encodes comes late: a frame of AAC that it puts ahead. The file begins so much earlier. */
const LIBRARY_LATE = 1024;
let libraryEncodes = false;

/**
 * Makes sure that sound can be encoded: browsers without AAC get it from a library.
 *
 * @returns Samples by which what is encoded comes late.
 * @throws ExportError where it cannot.
 */
async function ready(codec: SoundCodec): Promise<number> {
  if (codec === 'pcm-s16') return 0;
  const config = { numberOfChannels: 2, sampleRate: MIX_RATE, bitrate: BITS_A_SEC[codec] };
  const late = () => (codec === 'aac' && libraryEncodes ? LIBRARY_LATE : 0);
  if (await canEncodeAudio(codec, config)) return late();
  if (codec === 'aac') {
    const { registerAacEncoder } = await import('@mediabunny/aac-encoder');
    registerAacEncoder();
    libraryEncodes = true;
    if (await canEncodeAudio(codec, config)) return late();
  }
  throw new ExportError(
    'codec-missing',
    `This browser cannot encode sound (${codec}). Choose MP4, or export without sound and add it elsewhere.`,
  );
}

/** Sound on its way into a file: mixed and encoded as far as the picture has come. */
export class SoundTrack {
  private at: number;

  private constructor(
    private readonly source: AudioSampleSource,
    private readonly sound: FilmSound,
    private readonly from: number,
    private readonly to: number,
    private readonly late: number,
  ) {
    this.at = from;
  }

  /**
   * Adds a track to a file that has not been started yet.
   *
   * @param from,to Samples of the film.
   * @throws ExportError where this browser cannot encode it.
   */
  static async add(output: Output, codec: SoundCodec, sound: FilmSound, from: number, to: number): Promise<SoundTrack> {
    const late = await ready(codec);
    const source = new AudioSampleSource(codec === 'pcm-s16' ? { codec } : { codec, bitrate: BITS_A_SEC[codec] });
    output.addAudioTrack(source, { maximumPacketCount: Math.ceil((to - from) / LEAST_PACKET) + 8 });
    return new SoundTrack(source, sound, from, to, late);
  }

  /** Mixes and encodes up to a sample of the film. */
  async until(sample: number): Promise<void> {
    const end = Math.min(this.to, sample);
    while (this.at < end) {
      const next = Math.min(end, this.at + PIECE);
      const { left, right } = await this.sound.mix(this.at, next);
      const data = new Float32Array(left.length * 2);
      data.set(left);
      data.set(right, left.length);
      const audio = new AudioSample({
        data,
        format: 'f32-planar',
        numberOfChannels: 2,
        sampleRate: MIX_RATE,
        timestamp: (this.at - this.from - this.late) / MIX_RATE,
      });
      try {
        await this.source.add(audio);
      } finally {
        audio.close();
      }
      this.at = next;
    }
  }

  /** All of it. */
  async finish(): Promise<void> {
    await this.until(this.to);
    this.source.close();
  }
}
