import {
  ALL_FORMATS,
  type AudioCodec,
  EncodedAudioPacketSource,
  type EncodedPacket,
  EncodedPacketSink,
  FilePathSource,
  Input,
  type InputAudioTrack,
  type Output,
} from 'mediabunny';
import { ExportError } from '../export-error';

/** The sound of the whole, taken over packet by packet. */
export class JoinedSound {
  private readonly source: EncodedAudioPacketSource;
  private readonly packets: AsyncGenerator<EncodedPacket, void, unknown>;
  private next: EncodedPacket | null = null;
  private first = true;

  private constructor(
    private readonly input: Input,
    track: InputAudioTrack,
    codec: AudioCodec,
    private readonly config: AudioDecoderConfig | null,
    /** Packets that the file has. */
    readonly count: number,
  ) {
    this.source = new EncodedAudioPacketSource(codec);
    this.packets = new EncodedPacketSink(track).packets();
  }

  /** @throws ExportError for a file without sound. */
  static async open(file: string): Promise<JoinedSound> {
    const input = new Input({ source: new FilePathSource(file), formats: ALL_FORMATS });
    const track = await input.getPrimaryAudioTrack().catch(() => null);
    const codec = track?.codec;
    if (!track || !codec) throw new ExportError('failed', 'The sound of the film could not be mixed.');
    const { packetCount } = await track.computePacketStats();
    return new JoinedSound(input, track, codec, await track.getDecoderConfig(), packetCount);
  }

  addTo(output: Output): void {
    output.addAudioTrack(this.source, { maximumPacketCount: this.count });
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
