import { encoderConfig, type FilmCodec, type FilmFormat, filmFormats } from './film-format';

/** What the browser has answered, by the configuration. It sets up an encoder for an answer, which takes up to 0.2 s. */
const answers = new Map<string, Promise<boolean>>();

/** Whether this browser encodes so. It is asked once. */
async function encodes(config: VideoEncoderConfig): Promise<boolean> {
  const key = JSON.stringify(config);
  const known = answers.get(key);
  if (known) return known;
  // The browser holds up the thread meanwhile: what the person does comes in between.
  await new Promise((resolve) => setTimeout(resolve));
  const answer =
    answers.get(key) ??
    VideoEncoder.isConfigSupported(config).then(
      ({ supported }) => supported === true,
      () => false,
    );
  answers.set(key, answer);
  return answer;
}

/**
 * The formats that this browser can encode; none where it has no encoder at all.
 *
 * @param widthPx Width of the film, in pixels.
 * @param heightPx Height of the film, in pixels.
 * @param framesPerSec Of the film.
 */
export async function supportedFormats(widthPx: number, heightPx: number, framesPerSec: number): Promise<FilmFormat[]> {
  if (typeof VideoEncoder === 'undefined') return [];
  const encoded = new Set<FilmCodec>();
  for (const codec of new Set(filmFormats.map((format) => format.codec))) {
    const config = encoderConfig({ codec, widthPx, heightPx, framesPerSec, quality: 'good' });
    if (await encodes(config)) encoded.add(codec);
  }
  return filmFormats.filter(({ codec }) => encoded.has(codec));
}
