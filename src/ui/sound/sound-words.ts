import { heardPart, type Sound } from '@/core/project/sound';
import { clockWords } from '../beats/time-words';

/** How a sound and the film fit together, in a sentence. */
export function addedBeside(sound: Sound, start: number, end: number, filmSec: number): string {
  const [from, to] = heardPart(sound);
  const whole = `The file lasts ${clockWords(sound.fileSec)}.`;
  if (end <= start) return `${whole} It begins behind the end of the film, so it is not heard.`;
  if (sound.loop) return `${whole} It is heard ${timesWords((end - start) / (to - from))}.`;
  const left = start + to - from - filmSec;
  if (left > 0.05) return `${whole} It is longer than the film: the last ${clockWords(left)} are not heard.`;
  return filmSec - end > 0.05 ? `${whole} It ends ${clockWords(filmSec - end)} before the film.` : whole;
}

const timesWords = (times: number) => (times <= 1.0001 ? 'once' : `${times.toFixed(1).replace(/\.0$/, '')} times over`);

/** LUFS with a sign and one decimal. */
export const lufsWords = (lufs: number) => `${lufs.toFixed(1).replace('-', '−')} LUFS`;

/** dB with a sign and one decimal. */
export const dbWords = (db: number) => `${db.toFixed(1).replace('-', '−')} dB`;
