import type { Box } from '../../chart/box';
import { smoothStep } from '../../motion/slots';

/** A name that is to stand at a bubble. The most important come first. */
export interface BubbleLabel {
  /** Where it belongs: its middle. */
  readonly x: number;
  readonly y: number;
  readonly widthPx: number;
  readonly heightPx: number;
  /** How far its bubble is there, in [0, 1]. */
  readonly presence: number;
}

/** Where a name stands, and how strongly it shows. */
export interface PlacedLabel {
  readonly x: number;
  readonly y: number;
  readonly strength: number;
}

const ROUNDS = 4;
/** From this part of its presence on a name takes the room that it needs; only then it is written. */
const BLOCKS = 0.6;

/**
 * Places names so that none stands on another, as near to where they belong as may be. Each is a continuous function of the
 * wishes: names that meet are pushed apart upwards and downwards, and where one has to pass the other, the less important one
 * is gone before they touch.
 *
 * @param room Names stay within it.
 * Cost: O(labels²).
 */
export function placeLabels(labels: readonly BubbleLabel[], room: Box): PlacedLabel[] {
  const x = labels.map((label) => within(label.x, label.widthPx, room.x, room.widthPx));
  const y = labels.map((label) => within(label.y, label.heightPx, room.y, room.heightPx));
  const blocks = labels.map(({ presence }) => smoothStep(presence / BLOCKS));
  const pairs = pairsOf(labels, x);
  for (let round = 0; round < ROUNDS; round++) {
    for (const pair of pairs) push(pair, y, blocks);
    for (let i = 0; i < y.length; i++) y[i] = within(y[i] ?? 0, labels[i]?.heightPx ?? 0, room.y, room.heightPx);
  }
  const strength = labels.map(({ presence }) => smoothStep((presence - BLOCKS) / (1 - BLOCKS)));
  for (const { i, j, asidePx, heightPx, widthPx } of pairs) {
    const above = Math.abs((y[i] ?? 0) - (y[j] ?? 0)) - heightPx;
    const far = (1 - (blocks[i] ?? 1)) * widthPx;
    const clear = (Math.max(asidePx, above) + far) / (heightPx * CLEAR);
    if (clear < 1) strength[j] = Math.min(strength[j] ?? 0, smoothStep(clear));
  }
  return labels.map((_, i) => ({ x: x[i] ?? 0, y: y[i] ?? 0, strength: strength[i] ?? 0 }));
}

/** Names that are this far apart, in heights of a name, do not hinder each other. */
const CLEAR = 0.25;

/** Two names that may meet: they stand in one column. */
interface Pair {
  /** The more important one. */
  readonly i: number;
  readonly j: number;
  /** Pixels between them across; less than 0 where they lie over each other. */
  readonly asidePx: number;
  /** Half of both together. */
  readonly heightPx: number;
  readonly widthPx: number;
  /** How much they have to give way to each other, in [0, 1]. */
  readonly beside: number;
}

/** The pairs that may meet; the others are passed over quickly, as names are looked at from left to right. */
function pairsOf(labels: readonly BubbleLabel[], x: readonly number[]): Pair[] {
  const order = Array.from(labels.keys()).sort((a, b) => (x[a] ?? 0) - (x[b] ?? 0));
  const widest = labels.reduce((most, { widthPx }) => Math.max(most, widthPx), 0);
  const tallest = labels.reduce((most, { heightPx }) => Math.max(most, heightPx), 0);
  const pairs: Pair[] = [];
  order.forEach((a, at) => {
    for (let next = at + 1; next < order.length; next++) {
      const b = order[next] ?? 0;
      const apart = (x[b] ?? 0) - (x[a] ?? 0);
      if (apart > widest + tallest) break;
      const [one, two] = [labels[a] as BubbleLabel, labels[b] as BubbleLabel];
      const asidePx = apart - (one.widthPx + two.widthPx) / 2;
      const heightPx = (one.heightPx + two.heightPx) / 2;
      if (asidePx >= heightPx) continue;
      const beside = smoothStep((heightPx - asidePx) / (heightPx * 1.5));
      pairs.push({
        i: Math.min(a, b),
        j: Math.max(a, b),
        asidePx,
        heightPx,
        widthPx: one.widthPx + two.widthPx,
        beside,
      });
    }
  });
  // In an order that does not change while names pass each other.
  return pairs.sort((a, b) => a.i - b.i || a.j - b.j);
}

function within(middle: number, sizePx: number, from: number, lengthPx: number): number {
  return Math.max(from + sizePx / 2, Math.min(from + lengthPx - sizePx / 2, middle));
}

/** Two names at one height are not pushed yet, as neither is above the other. */
function push({ i, j, heightPx, beside }: Pair, y: number[], blocks: readonly number[]): void {
  const down = (y[j] ?? 0) - (y[i] ?? 0);
  const need = heightPx * 1.3;
  if (Math.abs(down) >= need) return;
  const apart = smoothStep(Math.abs(down) / (need * 0.35));
  const moved = ((need - Math.abs(down)) / 2) * beside * apart * Math.sign(down) * (blocks[i] ?? 1) * (blocks[j] ?? 1);
  y[i] = (y[i] ?? 0) - moved;
  y[j] = (y[j] ?? 0) + moved;
}
