/** A text that may have to step aside, in the order in which those of a row stand when they do. */
export interface AsideText {
  /** The bar that it belongs to. */
  readonly bar: number;
  /** Where it stands by itself, from the bar's foot on, and how much room it takes there. */
  readonly at: number;
  readonly sizePx: number;
}

/** Where a text goes, and how large it is drawn, as a share of its size. */
export interface SteppedText {
  at: number;
  scale: number;
}

/**
 * Moves texts of bars that pass one another along the bars until none stands on another, and narrows them where the row
 * has not room for all. How close two bars are in [0, 1] blends it all in, so nothing jumps.
 *
 * @param texts In the order in which they stand in one row.
 * @param close How much the texts of two bars are in one another's way: 0 not at all, 1 they would touch.
 * @param limitPx Where the room ends. A text that reaches beyond it by itself keeps its place.
 * @returns One for each text. Cost: O(n³) in the texts given.
 */
export function stepAside(
  texts: readonly AsideText[],
  close: (barA: number, barB: number) => number,
  limitPx: number,
  gapPx: number,
): SteppedText[] {
  const nearness = closenessThrough(texts, close);
  const stepped = texts.map(({ at }): SteppedText => ({ at, scale: 1 }));
  for (let k = 0; k < texts.length; k++) {
    const text = texts[k] as AsideText;
    let load = text.sizePx;
    for (let l = k + 1; l < texts.length; l++)
      load += (nearness[k * texts.length + l] ?? 0) * ((texts[l]?.sizePx ?? 0) + gapPx);
    const fits = Math.min(1, Math.max(limitPx - text.at, text.sizePx) / Math.max(1e-9, load));
    if (fits === 1) continue;
    stepped.forEach((each, i) => {
      const near = i === k ? 1 : (nearness[k * texts.length + i] ?? 0);
      each.scale = Math.min(each.scale, 1 - near * (1 - fits));
    });
  }
  stepped.forEach((each, k) => {
    const text = texts[k] as AsideText;
    for (let l = 0; l < k; l++) {
      const before = texts[l] as AsideText;
      const { at, scale } = stepped[l] as SteppedText;
      const own = before.bar === text.bar;
      // A bar's own texts keep the gap that they have, and go along with one another at once.
      const gap = own ? Math.min(gapPx, Math.max(0, text.at - before.at - before.sizePx)) : gapPx;
      const end = Math.min(limitPx, at + scale * (before.sizePx + gap));
      each.at = Math.max(each.at, text.at + (own ? 1 : close(before.bar, text.bar)) * Math.max(0, end - text.at));
    }
    const roomPx = Math.max(limitPx - each.at, text.at === each.at ? text.sizePx : 0);
    each.scale = Math.min(each.scale, roomPx / Math.max(1e-9, text.sizePx));
  });
  return stepped;
}

/** How close texts are through others between them: the strongest chain of pairs. */
function closenessThrough(texts: readonly AsideText[], close: (a: number, b: number) => number): Float64Array {
  const n = texts.length;
  const near = new Float64Array(n * n);
  for (let i = 0; i < n; i++)
    for (let j = 0; j < n; j++) near[i * n + j] = i === j ? 1 : close(texts[i]?.bar ?? 0, texts[j]?.bar ?? 0);
  for (let through = 0; through < n; through++)
    for (let i = 0; i < n; i++) {
      const first = near[i * n + through] ?? 0;
      // Most are near to few.
      if (first === 0) continue;
      for (let j = 0; j < n; j++)
        near[i * n + j] = Math.max(near[i * n + j] ?? 0, first * (near[through * n + j] ?? 0));
    }
  return near;
}
