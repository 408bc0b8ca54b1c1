import {
  ALL_FORMATS,
  EncodedPacket,
  EncodedPacketSink,
  EncodedVideoPacketSource,
  FilePathSource,
  FilePathTarget,
  Input,
  type InputVideoTrack,
  Mp4OutputFormat,
  Output,
  WebMOutputFormat,
} from 'mediabunny';
import { ExportError } from '../export-error';
import { JoinedSound } from './joined-sound';

/** How films are put together. */
export interface JoinSetting {
  readonly container: 'mp4' | 'webm';
  /** Where to write; nothing is left there when it fails. */
  readonly to: string;
  /** A file with the sound of the whole; null for none. */
  readonly sound: string | null;
  /** Leaves out the sound of the parts, which could not be joined. */
  readonly silent: boolean;
  /** Frames a second, where they are known: then no rounding of the parts adds up. */
  readonly framesPerSec?: number;
}

interface Part {
  readonly file: string;
  readonly input: Input;
  readonly track: InputVideoTrack;
  readonly config: VideoDecoderConfig | null;
  readonly is: { readonly codec: string; readonly widthPx: number; readonly heightPx: number };
}

/**
 * Puts films behind each other without encoding again. They must have the same codec and size, and each starts with a key frame.
 * Their sound cannot be put together without clicks: it is that of one file for the whole, or none.
 *
 * @param files On this machine, in order; at least one.
 * @returns Frames of the whole.
 * @throws ExportError for a film that cannot be read, or films that do not fit together.
 */
export async function joinFilms(files: readonly string[], setting: JoinSetting): Promise<{ readonly frames: number }> {
  const parts: Part[] = [];
  let output: Output | null = null;
  let sound: JoinedSound | null = null;
  try {
    if (setting.sound !== null && !setting.silent) sound = await JoinedSound.open(setting.sound);
    for (const file of files) parts.push(await openPart(file, parts[0], sound === null && !setting.silent));
    const [first] = parts;
    const codec = first?.track.codec;
    if (!first || !codec) throw new ExportError('failed', 'Name at least one film to join.');
    const counts = await Promise.all(parts.map(({ track }) => track.computePacketStats()));
    const maximumPacketCount = counts.reduce((sum, { packetCount }) => sum + packetCount, 0);
    output = new Output({
      format: setting.container === 'mp4' ? new Mp4OutputFormat({ fastStart: 'reserve' }) : new WebMOutputFormat(),
      target: new FilePathTarget(setting.to),
    });
    const source = new EncodedVideoPacketSource(codec);
    const rate = setting.framesPerSec === undefined ? {} : { frameRate: setting.framesPerSec };
    output.addVideoTrack(source, { ...rate, maximumPacketCount });
    sound?.addTo(output);
    await output.start();
    const frames = await takeAll(parts, source, sound, setting.framesPerSec);
    await sound?.until(Number.POSITIVE_INFINITY);
    await output.finalize();
    return { frames };
  } catch (error) {
    if (output && output.state !== 'finalized') await output.cancel().catch(() => undefined);
    throw error;
  } finally {
    sound?.close();
    for (const { input } of parts) input.dispose();
  }
}

async function openPart(file: string, first: Part | undefined, mayNotSound: boolean): Promise<Part> {
  const input = new Input({ source: new FilePathSource(file), formats: ALL_FORMATS });
  const track = await input.getPrimaryVideoTrack().catch(() => null);
  const codec = track?.codec;
  if (!track || !codec) throw new ExportError('failed', `${file} holds no film that can be read.`);
  if (mayNotSound && (await input.getPrimaryAudioTrack()))
    throw new ExportError(
      'failed',
      `${file} has sound, and parts of sound cannot be put together without clicks. Name the whole film with --sound-of, so that it is mixed once, or take --silent.`,
    );
  const config = await track.getDecoderConfig();
  const is = { codec: config?.codec ?? codec, widthPx: track.codedWidth, heightPx: track.codedHeight };
  const other = first?.is;
  if (other && (other.codec !== is.codec || other.widthPx !== is.widthPx || other.heightPx !== is.heightPx))
    throw new ExportError(
      'failed',
      `${file} is ${is.codec}, ${is.widthPx} x ${is.heightPx}; the first film is ${other.codec}, ${other.widthPx} x ${other.heightPx}. Only films of one kind can be joined.`,
    );
  return { file, input, track, config, is };
}

async function takeAll(
  parts: readonly Part[],
  source: EncodedVideoPacketSource,
  sound: JoinedSound | null,
  framesPerSec: number | undefined,
): Promise<number> {
  let [atSec, frames] = [0, 0];
  for (const { track, config } of parts) {
    let lastSec = 0;
    const startSec = await track.getFirstTimestamp();
    for await (const packet of new EncodedPacketSink(track).packets()) {
      const timestamp = framesPerSec === undefined ? atSec + packet.timestamp - startSec : frames / framesPerSec;
      const duration = framesPerSec === undefined ? packet.duration : 1 / framesPerSec;
      // What lies beside the colours is their transparency.
      const moved = new EncodedPacket(
        packet.data,
        packet.type,
        timestamp,
        duration,
        undefined,
        undefined,
        packet.sideData,
      );
      await sound?.until(timestamp);
      await source.add(moved, frames === 0 && config ? { decoderConfig: config } : undefined);
      frames++;
      lastSec = Math.max(lastSec, timestamp + duration);
    }
    atSec = lastSec;
  }
  return frames;
}
