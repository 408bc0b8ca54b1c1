import type { Box } from '../../../chart/box';
import { smoothStep } from '../../../motion/slots';
import { type Path, polyline } from '../../../scene/path';
import { type Spreadable, spread } from '../spread';
import { onCircle } from './sector';

/** A label that belongs to a place on a ring. */
export interface RingLabel {
  /** Where it belongs: in turns, clockwise from the top. */
  readonly turn: number;
  /** What its mark takes of the turn. */
  readonly share: number;
  /** How far its mark is there, in [0, 1]. */
  readonly presence: number;
  readonly widthPx: number;
}

/** The ring that labels stand around. */
export interface LabelRing {
  readonly x: number;
  readonly y: number;
  /** Where labels stand, from the middle. */
  readonly radiusPx: number;
  readonly rowPx: number;
  /** Space between a label and the end of its leader. */
  readonly gapPx: number;
  /** Labels never leave it, up and down. */
  readonly box: Box;
}

/** Where a label stands. */
export interface PlacedLabel {
  /** Left end and middle, on screen. */
  readonly left: number;
  readonly middle: number;
  /** Where its leader ends. */
  readonly leaderX: number;
  /** How strongly it shows, in [0, 1]. */
  readonly strength: number;
}

/** Around the top and the foot of a ring a label changes sides over this part of the radius. */
const CHANGING = 0.14;

/**
 * Places for labels outside of a ring: on both sides, each as near to its mark as can be, pushed apart, in the order of
 * their marks, so that leaders do not cross. Continuous: a label that travels over the top goes from one side to the
 * other along the ring, and where marks change places, their labels do, one of them stepping back.
 */
export function placeRingLabels(labels: readonly RingLabel[], ring: LabelRing): PlacedLabel[] {
  const { x: cx, y: cy, radiusPx, rowPx, gapPx, box } = ring;
  const sides = labels.map(({ turn }) => smoothStep((Math.sin(turn * 2 * Math.PI) / CHANGING + 1) / 2));
  const right = column(labels, sides, ring, 1);
  const left = column(
    labels,
    sides.map((side) => 1 - side),
    ring,
    -1,
  );
  const placed = labels.map(({ turn, widthPx, presence }, i) => {
    const side = sides[i] ?? 0;
    const middle = side * (right[i] ?? cy) + (1 - side) * (left[i] ?? cy);
    // Along the ring; those stacked over its top stay above their marks, clear of each other's leaders.
    const reach = Math.max(
      Math.sqrt(Math.max(0, radiusPx ** 2 - (middle - cy) ** 2)),
      radiusPx * Math.abs(Math.sin(turn * 2 * Math.PI)),
    );
    const x = cx + (2 * side - 1) * (reach + gapPx);
    const free = x - (1 - side) * widthPx;
    const wide = Math.max(box.x, Math.min(box.x + box.widthPx - widthPx, free));
    return { left: wide, middle, leaderX: x - (2 * side - 1) * gapPx * 0.6, strength: presence, widthPx };
  });
  return placed.map(({ widthPx, ...label }, i) => {
    let { strength } = label;
    placed.forEach((other, j) => {
      if (i === j || other.strength <= 0) return;
      const aside = Math.max(label.left - (other.left + other.widthPx), other.left - (label.left + widthPx)) / rowPx;
      const apart = Math.max(Math.abs(label.middle - other.middle) / rowPx, CLOSE + aside * 0.5);
      strength = Math.min(
        strength,
        1 - yields(label, other, j < i) * (1 - smoothStep((apart - CLOSE) / (1 - CLOSE - 0.01))),
      );
    });
    return { ...label, strength: Math.max(0, strength) };
  });
}

/** Rows this close to each other touch. */
const CLOSE = 0.87;
/** From the first on the later of two makes room, from the second on the earlier takes it: never are both seen at once. */
const WHOLE = 0.9;
const NEARLY = 0.95;

/**
 * How far a label gives way to another, in [0, 1]: one that comes or goes does to one that is there; of two that are, the
 * later does, whoever leads, so that nothing jumps while they pass each other.
 */
function yields(own: { readonly strength: number }, other: { readonly strength: number }, later: boolean): number {
  const comes = 1 - ramp(own.strength, NEARLY, 1);
  return later ? Math.max(ramp(other.strength, WHOLE, NEARLY), comes) : comes;
}

function ramp(strength: number, from: number, to: number): number {
  return smoothStep((strength - from) / (to - from));
}

/** The middles of the labels of one side; whoever is not of it has none. */
function column(
  labels: readonly RingLabel[],
  sides: readonly number[],
  { y, radiusPx, rowPx, box }: LabelRing,
  towards: 1 | -1,
): (number | undefined)[] {
  // From the top down: right with the clock, left against it.
  const along = (turn: number) => {
    const fromSide = (((turn - (towards > 0 ? 0.25 : 0.75)) % 1) + 1.5) % 1;
    return towards > 0 ? fromSide : 1 - fromSide;
  };
  const members = labels.flatMap(({ turn, share, presence }, i) => {
    const side = sides[i] ?? 0;
    return side > 0 && presence > 0
      ? [{ i, at: along(turn), turn, share, weight: Math.min(1, side * 2) * presence }]
      : [];
  });
  members.sort((a, b) => a.at - b.at || a.i - b.i);
  const wishes = members.map(({ turn, weight }): Spreadable => {
    const [, wishPx] = onCircle(0, y, radiusPx, turn);
    return { wishPx, sizePx: rowPx * weight, weight: Math.max(1e-3, weight) };
  });
  const rows = spread(wishes, box.y, box.y + box.heightPx);
  const found: (number | undefined)[] = labels.map(() => undefined);
  for (const each of members) {
    // Between two rows while marks change places.
    const index = members.reduce((sum, other) => (other === each ? sum : sum + stands(other, each)), 0);
    const low = Math.max(0, Math.min(rows.length - 1, Math.floor(index)));
    const high = Math.min(rows.length - 1, low + 1);
    found[each.i] = (rows[low] ?? y) + ((rows[high] ?? y) - (rows[low] ?? y)) * (index - low);
  }
  return found;
}

/** How far one stands above another, in [0, 1]: marks beside each other are half of both apart. */
function stands(
  a: { readonly at: number; readonly share: number },
  b: { readonly at: number; readonly share: number },
) {
  const beside = Math.max(1e-9, (a.share + b.share) / 2);
  return Math.min(1, Math.max(0, (1 + (b.at - a.at) / beside) / 2));
}

/** A straight piece of a leader turns by at most this much of a turn. */
const LEADER_STEP = 1 / 90;

/**
 * The line from a mark's rim to its label: it leaves the ring as evenly as it turns, so that those of neighbours stay in
 * their order all the way and never meet, nor cut across the ring.
 *
 * @param rimPx Where it starts, from the middle.
 * @param turn At which angle, clockwise from the top.
 */
export function leaderPath(
  { x, y }: Pick<LabelRing, 'x' | 'y'>,
  { rimPx, turn }: { readonly rimPx: number; readonly turn: number },
  label: PlacedLabel,
): Path {
  const [dx, dy] = [label.leaderX - x, label.middle - y];
  const endPx = Math.hypot(dx, dy);
  const endTurn = Math.atan2(dx, -dy) / (2 * Math.PI);
  // The shorter way round.
  const turned = ((((endTurn - turn) % 1) + 1.5) % 1) - 0.5;
  const count = Math.max(1, Math.ceil(Math.abs(turned) / LEADER_STEP));
  const points = new Float64Array(2 * count + 2);
  for (let i = 0; i <= count; i++) {
    const share = i / count;
    const [px, py] = onCircle(x, y, rimPx + (endPx - rimPx) * share, turn + turned * share);
    points[2 * i] = px;
    points[2 * i + 1] = py;
  }
  return polyline(points);
}
