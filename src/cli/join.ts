import { existsSync, renameSync, rmSync } from 'node:fs';
import path from 'node:path';
import {
  ALL_FORMATS,
  EncodedPacket,
  EncodedPacketSink,
  EncodedVideoPacketSource,
  FilePathSource,
  FilePathTarget,
  Input,
  Mp4OutputFormat,
  Output,
  WebMOutputFormat,
} from 'mediabunny';
import { Refusal } from './refusal';

/**
 * Puts films behind each other without encoding again. They must have the same codec and size, and each starts with a key
 * frame, as `render --from --to` makes them.
 *
 * @throws Refusal if a film cannot be read, or they do not fit together.
 */
export async function join(files: readonly string[], out: string): Promise<{ readonly frames: number }> {
  const ending = path.extname(out).toLowerCase();
  if (ending !== '.mp4' && ending !== '.webm') throw new Refusal(`--out must end in .mp4 or .webm; “${out}” does not.`);
  for (const file of files)
    if (!existsSync(file)) throw new Refusal(`${file} could not be read: there is no such file.`);
  const draft = path.join(path.dirname(out), `.${path.basename(out)}.${process.pid}.part`);
  let output: Output | null = null;
  try {
    let source: EncodedVideoPacketSource | null = null;
    let first: { codec: string; width: number; height: number } | null = null;
    let [atSec, frames] = [0, 0];
    for (const file of files) {
      const input = new Input({ source: new FilePathSource(file), formats: ALL_FORMATS });
      const track = await input.getPrimaryVideoTrack().catch(() => null);
      const codec = track?.codec;
      if (!track || !codec) throw new Refusal(`${file} holds no film that can be read.`);
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
        await output.start();
      }
      let lastSec = 0;
      const startSec = await track.getFirstTimestamp();
      for await (const packet of new EncodedPacketSink(track).packets()) {
        const timestamp = atSec + packet.timestamp - startSec;
        const moved = new EncodedPacket(packet.data, packet.type, timestamp, packet.duration);
        await source.add(moved, frames === 0 && config ? { decoderConfig: config } : undefined);
        frames++;
        lastSec = Math.max(lastSec, timestamp + packet.duration);
      }
      atSec = lastSec;
    }
    if (!output) throw new Refusal('Name at least one film to join.');
    await output.finalize();
    renameSync(draft, out);
    return { frames };
  } catch (error) {
    if (output && output.state !== 'finalized') await output.cancel().catch(() => undefined);
    rmSync(draft, { force: true });
    throw error;
  }
}
