/** A stretch of a text, with seconds from and to. */
export interface SharedText {
  readonly text: string;
  readonly fromSec: number;
  readonly toSec: number;
}

/** The sentences of a text, as its own language divides them; lines are divided too. */
export function sentencesOf(text: string): string[] {
  const parts = new Intl.Segmenter(undefined, { granularity: 'sentence' });
  return text
    .split(/\n+/)
    .flatMap((line) => [...parts.segment(line)].map(({ segment }) => segment.trim()))
    .filter((sentence) => sentence !== '');
}

/**
 * A plain text shared over cues by its sentences, in order: each cue has as many as its share of the time asks for, at least one
 * while there are enough. Several sentences of one cue follow each other by their lengths.
 *
 * @param cueSec When the cues are, in order.
 * @param endSec When the last one is over.
 */
export function sharedOver(text: string, cueSec: readonly number[], endSec: number): SharedText[] {
  const sentences = sentencesOf(text);
  const cues = cueSec.filter((sec) => sec < endSec);
  if (sentences.length === 0 || cues.length === 0) return [];
  const starts = cues
    .map((sec, i) => ({ fromSec: sec, toSec: cues[i + 1] ?? endSec }))
    .filter(({ fromSec, toSec }) => toSec > fromSec);
  if (sentences.length <= starts.length) return spaced(sentences, starts);
  const groups = shares(
    sentences.length,
    starts.map(({ fromSec, toSec }) => toSec - fromSec),
  );
  let at = 0;
  return starts.flatMap(({ fromSec, toSec }, i) => {
    const own = sentences.slice(at, at + (groups[i] ?? 0));
    at += own.length;
    const letters = own.reduce((sum, sentence) => sum + sentence.length, 0);
    let sec = fromSec;
    return own.map((sentence): SharedText => {
      const until = sec + ((toSec - fromSec) * sentence.length) / letters;
      const shared = { text: sentence, fromSec: sec, toSec: until };
      sec = until;
      return shared;
    });
  });
}

/** Fewer sentences than cues: each lasts over its share of them. */
function spaced(
  sentences: readonly string[],
  cues: readonly { readonly fromSec: number; readonly toSec: number }[],
): SharedText[] {
  return sentences.map((text, i) => {
    const first = Math.floor((i * cues.length) / sentences.length);
    const last = Math.floor(((i + 1) * cues.length) / sentences.length) - 1;
    return { text, fromSec: cues[first]?.fromSec ?? 0, toSec: cues[last]?.toSec ?? 0 };
  });
}

/** How many of some things each of several lengths gets: at least one, the rest by length, all of them in the end. */
function shares(count: number, lengths: readonly number[]): number[] {
  const total = lengths.reduce((sum, length) => sum + length, 0);
  const spare = count - lengths.length;
  let [given, passed] = [0, 0];
  return lengths.map((length) => {
    passed += length;
    const until = Math.round((spare * passed) / total);
    const own = until - given;
    given = until;
    return own + 1;
  });
}
