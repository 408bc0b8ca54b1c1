import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
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
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { joinFilms } from './join-films';

let folder = '';
beforeAll(() => {
  folder = mkdtempSync(path.join(os.tmpdir(), 'tempo-join-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const at = (name: string) => path.join(folder, name);

const config = (codedWidth: number): VideoDecoderConfig => ({ codec: 'vp09.00.10.08', codedWidth, codedHeight: 180 });

/** A film of made-up packets, each of one byte that says which it is; with transparency beside it where that is wanted. */
async function film(name: string, bytes: readonly number[], { widthPx = 320, alpha = false } = {}): Promise<string> {
  const format = name.endsWith('.mp4') ? new Mp4OutputFormat() : new WebMOutputFormat();
  const output = new Output({ format, target: new FilePathTarget(at(name)) });
  const source = new EncodedVideoPacketSource('vp9');
  output.addVideoTrack(source, { frameRate: 30 });
  await output.start();
  for (const [i, byte] of bytes.entries()) {
    const side = alpha ? { alpha: new Uint8Array([100 + byte]), alphaByteLength: 1 } : undefined;
    const packet = new EncodedPacket(new Uint8Array([byte]), i === 0 ? 'key' : 'delta', i / 30, 1 / 30, i, 1, side);
    await source.add(packet, i === 0 ? { decoderConfig: config(widthPx) } : undefined);
  }
  await output.finalize();
  return at(name);
}

async function packetsOf(file: string) {
  const input = new Input({ source: new FilePathSource(file), formats: ALL_FORMATS });
  const track = await input.getPrimaryVideoTrack();
  if (!track) throw new Error('no film');
  const packets: EncodedPacket[] = [];
  for await (const packet of new EncodedPacketSink(track).packets()) packets.push(packet);
  input.dispose();
  return packets;
}

const usual = { container: 'webm', sound: null, silent: false } as const;

describe('joining films', () => {
  it.each(['webm', 'mp4'] as const)('puts %s behind each other, each frame at its exact time', async (container) => {
    const parts = [
      await film(`a.${container}`, [1, 2, 3]),
      await film(`b.${container}`, [4, 5]),
      await film(`c.${container}`, [6]),
    ];
    const to = at(`joined.${container}`);
    expect(await joinFilms(parts, { ...usual, container, to, framesPerSec: 30 })).toEqual({ frames: 6 });
    const packets = await packetsOf(to);
    expect(packets.map(({ data }) => data[0])).toEqual([1, 2, 3, 4, 5, 6]);
    expect(packets.map(({ type }) => type === 'key')).toEqual([true, false, false, true, false, true]);
    for (const [i, { timestamp }] of packets.entries()) expect(Math.abs(timestamp - i / 30)).toBeLessThan(0.0006);
  });

  it('keeps transparency', async () => {
    const parts = [
      await film('clear-a.webm', [1, 2], { alpha: true }),
      await film('clear-b.webm', [3], { alpha: true }),
    ];
    await joinFilms(parts, { ...usual, to: at('clear.webm') });
    expect((await packetsOf(at('clear.webm'))).map(({ sideData }) => sideData.alpha?.[0])).toEqual([101, 102, 103]);
  });

  it('refuses what does not fit together, and what is no film', async () => {
    const one = await film('one.webm', [1]);
    const wide = await film('wide.webm', [1], { widthPx: 640 });
    const to = at('never.webm');
    await expect(joinFilms([one, wide], { ...usual, to })).rejects.toThrow(/640 x 180; the first film is .* 320 x 180/);
    await expect(joinFilms([one, import.meta.filename], { ...usual, to })).rejects.toThrow(/holds no film/);
    await expect(joinFilms([], { ...usual, to })).rejects.toThrow(/at least one film/);
    await expect(joinFilms([one], { ...usual, sound: one, to })).rejects.toThrow(/could not be mixed/);
  });
});
