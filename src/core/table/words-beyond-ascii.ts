/** What parts cells and words: blanks, separators, quotes. Second bytes of East Asian letters are none of these. */
const parts = new Set([...'\t\n\r ,;"|'].map((mark) => mark.charCodeAt(0)));

/** The most bytes that are taken to either side of one beyond ASCII. */
const REACH = 24;

/** The words of a text of one byte or several a letter that have a byte beyond ASCII, in order. Cost: O(bytes). */
export function* wordsBeyondAscii(bytes: Uint8Array): Generator<Uint8Array> {
  for (let at = 0; at < bytes.length; at++) {
    if ((bytes[at] as number) < 0x80) continue;
    let [from, to] = [at, at + 1];
    while (from > Math.max(0, at - REACH) && !parts.has(bytes[from - 1] as number)) from--;
    while (to < Math.min(bytes.length, at + REACH) && !parts.has(bytes[to] as number)) to++;
    yield bytes.subarray(from, to);
    at = to;
  }
}
