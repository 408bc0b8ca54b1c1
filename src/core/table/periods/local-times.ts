import { isMissingText } from '../number-text';

/** A moment with the distance of its place from Greenwich at its end. */
const ZONED = /^(.*\d{2}:\d{2}.*?)\s*(?:UTC|GMT)?([+-])(\d{1,2}?):?(\d{2})?$/i;
/** Clocks of one place differ by an hour over the year. */
const SUMMER_MIN = 60;

/**
 * Moments as the clocks of their place had them: midnight there is the day there, not the evening before in Greenwich. Where
 * moments are of several places, or some say no place, they stay as they are.
 */
export function localTimes(texts: readonly string[]): readonly string[] {
  let [least, most] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  const local: string[] = [];
  for (const text of texts) {
    const match = ZONED.exec(text);
    if (!match) {
      if (!isMissingText(text)) return texts;
      local.push(text);
      continue;
    }
    const [, time = '', sign, hours, minutes] = match;
    const offset = (sign === '-' ? -1 : 1) * (Number(hours) * 60 + Number(minutes ?? 0));
    least = Math.min(least, offset);
    most = Math.max(most, offset);
    if (most - least > SUMMER_MIN) return texts;
    local.push(time);
  }
  return local;
}
