import { existsSync, renameSync, rmSync } from 'node:fs';
import path from 'node:path';
import {
  ALL_FORMATS,
  type AudioCodec,
  EncodedAudioPacketSource,
  EncodedPacket,
  EncodedPacketSink,
  EncodedVideoPacketSource,
  FilePathSource,
  FilePathTarget,
  Input,
  type InputAudioTrack,
  Mp4OutputFormat,
  Output,
  WebMOutputFormat,
} from 'mediabunny';
import { Refusal } from './refusal';
import { render } from './render';

/** Options of `join`, as they are typed. */
export interface JoinOptions {
  readonly out: string;
  /** The film whose sound is put under the pictures. */
  readonly soundOf?: string;
  /** Leaves out the sound of the parts. */
  readonly silent?: boolean;
}

/**
 * Puts films behind each other without encoding again. They must have the same codec and size, and each starts with a key
 * frame, as `render --from --to` makes them. Their sound cannot be put together without clicks, so it is mixed once for the whole.
 *
 * @param root The project's folder.
 * @throws Refusal if a film cannot be read, or they do not fit together.
 */
export async function join(
  root: string,
  files: readonly string[],
  { out, soundOf, silent }: JoinOptions,
): Promise<{ readonly frames: number }> {
  const ending = path.extname(out).toLowerCase();
  if (ending !== '.mp4' && ending !== '.webm') throw new Refusal(`--out must end in .mp4 or .webm; “${out}” does not.`);
  for (const file of files)
    if (!existsSync(file)) throw new Refusal(`${file} could not be read: there is no such file.`);
  const draft = path.join(path.dirname(out), `.${path.basename(out)}.${process.pid}.part`);
  const mixed = `${draft}${ending === '.mp4' ? '.m4a' : '.weba'}`;
  let output: Output | null = null;
  let sound: JoinedSound | null = null;
  try {
    if (soundOf !== undefined && !silent) {
      await render(root, soundOf, { out: mixed }, () => undefined);
      sound = await JoinedSound.open(mixed);
    }
    let source: EncodedVideoPacketSource | null = null;
    let first: { codec: string; width: number; height: number } | null = null;
    let [atSec, frames] = [0, 0];
    for (const file of files) {
      const input = new Input({ source: new FilePathSource(file), formats: ALL_FORMATS });
      const track = await input.getPrimaryVideoTrack().catch(() => null);
      const codec = track?.codec;
      if (!track || !codec) throw new Refusal(`${file} holds no film that can be read.`);
      if (!silent && !sound && (await input.getPrimaryAudioTrack()))
        throw new Refusal(
          `${file} has sound, and parts of sound cannot be put together without clicks. Name the whole film with --sound-of, so that it is mixed once, or take --silent.`,
        );
      const config = await track.getDecoderConfig();
      const is = { codec: config?.codec ?? codec, width: track.codedWidth, height: track.codedHeight };
      if (first && (first.codec !== is.codec || first.width !== is.width || first.height !== is.height)) {
        throw new Refusal(
          `${file} is ${is.codec}, ${is.width} x ${is.height}; the first film is ${first.codec}, ${first.width} x ${first.height}. Only films of one kind can be joined.`,
        );
      }
      if (!source) {
        first = is;
        source = new EncodedVideoPacketSource(codec);
        output = new Output({
          format: ending === '.mp4' ? new Mp4OutputFormat({ fastStart: 'in-memory' }) : new WebMOutputFormat(),
          target: new FilePathTarget(draft),
        });
        output.addVideoTrack(source);
        sound?.addTo(output);
        await output.start();
      }
      let lastSec = 0;
      const startSec = await track.getFirstTimestamp();
      for await (const packet of new EncodedPacketSink(track).packets()) {
        const timestamp = atSec + packet.timestamp - startSec;
        const moved = new EncodedPacket(packet.data, packet.type, timestamp, packet.duration);
        await sound?.until(timestamp);
        await source.add(moved, frames === 0 && config ? { decoderConfig: config } : undefined);
        frames++;
        lastSec = Math.max(lastSec, timestamp + packet.duration);
      }
      atSec = lastSec;
    }
    if (!output) throw new Refusal('Name at least one film to join.');
    await sound?.until(Number.POSITIVE_INFINITY);
    await output.finalize();
    renameSync(draft, out);
    return { frames };
  } catch (error) {
    if (output && output.state !== 'finalized') await output.cancel().catch(() => undefined);
    rmSync(draft, { force: true });
    throw error;
  } finally {
    sound?.close();
    rmSync(mixed, { force: true });
  }
}

/** The sound of the whole, taken over packet by packet. */
class JoinedSound {
  private readonly source: EncodedAudioPacketSource;
  private readonly packets: AsyncGenerator<EncodedPacket, void, unknown>;
  private next: EncodedPacket | null = null;
  private first = true;

  private constructor(
    private readonly input: Input,
    track: InputAudioTrack,
    codec: AudioCodec,
    private readonly config: AudioDecoderConfig | null,
  ) {
    this.source = new EncodedAudioPacketSource(codec);
    this.packets = new EncodedPacketSink(track).packets();
  }

  static async open(file: string): Promise<JoinedSound> {
    const input = new Input({ source: new FilePathSource(file), formats: ALL_FORMATS });
    const track = await input.getPrimaryAudioTrack();
    const codec = track?.codec;
    if (!track || !codec) throw new Refusal('The sound of the film could not be mixed.');
    return new JoinedSound(input, track, codec, await track.getDecoderConfig());
  }

  addTo(output: Output): void {
    output.addAudioTrack(this.source);
  }

  /** Takes over what is heard up to a time. */
  async until(sec: number): Promise<void> {
    for (;;) {
      this.next ??= (await this.packets.next()).value ?? null;
      if (!this.next || this.next.timestamp > sec) return;
      await this.source.add(this.next, this.first && this.config ? { decoderConfig: this.config } : undefined);
      this.first = false;
      this.next = null;
    }
  }

  close(): void {
    this.input.dispose();
  }
}
