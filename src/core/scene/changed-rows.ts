import type { Scene, SceneNode } from './scene';

/** Rows of the stage from one up to another, in stage pixels. */
export interface Rows {
  readonly from: number;
  readonly to: number;
}

/** What edges reach beyond their place when they are smoothed. */
const EDGE_PX = 2;
/** How far letters reach at the most above and below their baseline, marks of any script included, in parts of the size. */
const ABOVE = 2;
const BELOW = 1.5;

/**
 * The rows that may look different in two scenes: all others are the same to the pixel. null where nothing differs.
 *
 * Marks are compared place by place in the order of drawing, so a mark that moved in the order counts as changed.
 */
export function changedRows(before: Scene, now: Scene): Rows | null {
  const whole = { from: 0, to: now.heightPx };
  if (before.background !== now.background || before.widthPx !== now.widthPx || before.heightPx !== now.heightPx)
    return whole;
  const rows = { from: Number.POSITIVE_INFINITY, to: Number.NEGATIVE_INFINITY };
  compare(before.nodes, now.nodes, rows);
  if (rows.from > rows.to) return null;
  return { from: Math.max(0, rows.from - EDGE_PX), to: Math.min(now.heightPx, rows.to + EDGE_PX) };
}

interface Range {
  from: number;
  to: number;
}

function compare(before: readonly SceneNode[], now: readonly SceneNode[], rows: Range): void {
  const count = Math.max(before.length, now.length);
  for (let i = 0; i < count; i++) {
    const [a, b] = [before[i], now[i]];
    if (a === b) continue;
    if (a?.kind === 'group' && b?.kind === 'group' && a.opacity === b.opacity && alike(a.clip, b.clip)) {
      compare(a.children, b.children, rows);
    } else if (!alike(a, b)) {
      if (a) widen(rows, a);
      if (b) widen(rows, b);
    }
  }
}

/** Makes room for everything that a mark may paint. */
function widen(rows: Range, node: SceneNode): void {
  if (node.kind === 'group') {
    for (const child of node.children) widen(rows, child);
  } else if (node.kind === 'text') {
    reach(rows, node.y - ABOVE * node.font.sizePx, node.y + BELOW * node.font.sizePx);
  } else if (node.kind === 'path') {
    const stroke = node.strokeWidthPx ?? 1;
    // A sharp corner's tip reaches further than half the stroke: ten times at the most, as canvas draws it.
    for (let i = 1; i < node.points.length; i += 2) {
      const y = node.points[i] ?? 0;
      reach(rows, y - 10 * stroke, y + 10 * stroke);
    }
  } else {
    const stroke = node.kind === 'rect' && node.stroke ? (node.strokeWidthPx ?? 1) : 0;
    const [top, bottom] = [Math.min(node.y, node.y + node.heightPx), Math.max(node.y, node.y + node.heightPx)];
    reach(rows, top - stroke, bottom + stroke);
  }
}

function reach(rows: Range, from: number, to: number): void {
  rows.from = Math.min(rows.from, from);
  rows.to = Math.max(rows.to, to);
}

/** Are two pieces of plain data the same? */
function alike(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (a instanceof Float64Array || b instanceof Float64Array) {
    if (!(a instanceof Float64Array && b instanceof Float64Array) || a.length !== b.length) return false;
    return a.every((value, i) => value === b[i]);
  }
  const [left, right] = [a as Record<string, unknown>, b as Record<string, unknown>];
  const keys = Object.keys(left);
  return keys.length === Object.keys(right).length && keys.every((key) => alike(left[key], right[key]));
}
