import { afterEach, describe, expect, it, vi } from 'vitest';
import { filmFormats } from './film-format';
import { supportedFormats } from './supported-formats';

afterEach(() => vi.unstubAllGlobals());

/** A browser that encodes some codecs. Returns what it was asked. */
function browserThat(encodes: (codec: string) => boolean): string[] {
  const asked: string[] = [];
  vi.stubGlobal('VideoEncoder', {
    isConfigSupported: async (config: VideoEncoderConfig) => {
      asked.push(`${config.codec} ${config.width}`);
      if (config.codec === 'vp8') throw new TypeError('VP8 is not known');
      return { supported: encodes(config.codec), config };
    },
  });
  return asked;
}

const idsOf = async (...film: Parameters<typeof supportedFormats>) =>
  (await supportedFormats(...film)).map(({ id }) => id);

describe('the formats that a browser encodes', () => {
  it('are those of its codecs, in the usual order', async () => {
    browserThat((codec) => codec.startsWith('vp09') || codec.startsWith('avc1'));
    expect(await idsOf(640, 360, 30)).toEqual(['mp4', 'webm-vp9', 'webm-alpha', 'mp4-vp9']);
  });

  it('are asked for once for each codec, size and rate, however often and by however many at once', async () => {
    const asked = browserThat(() => true);
    const [one, other] = await Promise.all([idsOf(320, 180, 25), idsOf(320, 180, 25)]);
    expect(other).toEqual(one);
    expect(await idsOf(320, 180, 25)).toEqual(one);
    expect(asked).toHaveLength(new Set(filmFormats.map(({ codec }) => codec)).size);
    await idsOf(322, 180, 25);
    expect(asked.filter((each) => each.endsWith(' 322'))).toHaveLength(asked.length / 2);
  });

  it('are none without an encoder, and none of a codec that it does not know', async () => {
    vi.stubGlobal('VideoEncoder', undefined);
    expect(await idsOf(640, 480, 30)).toEqual([]);
    browserThat(() => true);
    expect(await idsOf(640, 480, 30)).not.toContain('webm-vp8');
  });
});
