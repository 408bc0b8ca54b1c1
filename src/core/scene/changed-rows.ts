import { primitiveOf } from './primitives';
import type { Rows } from './primitives/primitive';
import type { GroupNode, Scene, SceneNode } from './scene';

export type { Rows } from './primitives/primitive';

/** What edges reach beyond their place when they are smoothed. */
const EDGE_PX = 2;

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
    if (a?.kind === 'group' && b?.kind === 'group' && sameFrame(a, b)) {
      const inner = { from: Number.POSITIVE_INFINITY, to: Number.NEGATIVE_INFINITY };
      compare(a.children, b.children, inner);
      reach(rows, shifted(inner, a));
    } else if (!alike(a, b)) {
      if (a) reach(rows, rowsOf(a));
      if (b) reach(rows, rowsOf(b));
    }
  }
}

/** Two groups that show their children in the same way. */
function sameFrame(a: GroupNode, b: GroupNode): boolean {
  return a.opacity === b.opacity && alike(a.clip, b.clip) && alike(a.shift, b.shift);
}

/** Everything that a mark may paint. */
function rowsOf(node: SceneNode): Rows {
  if (node.kind !== 'group') return primitiveOf(node).rows(node);
  const rows = { from: Number.POSITIVE_INFINITY, to: Number.NEGATIVE_INFINITY };
  for (const child of node.children) reach(rows, rowsOf(child));
  return shifted(rows, node);
}

function shifted({ from, to }: Rows, { shift }: GroupNode): Rows {
  const dy = shift?.dy ?? 0;
  return { from: from + dy, to: to + dy };
}

function reach(rows: Range, { from, to }: Rows): void {
  rows.from = Math.min(rows.from, from);
  rows.to = Math.max(rows.to, to);
}

/** Are two pieces of plain data the same? */
function alike(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (ArrayBuffer.isView(a) || ArrayBuffer.isView(b)) {
    const [left, right] = [a as Float64Array, b as Float64Array];
    return left.length === right.length && left.every((value, i) => value === right[i]);
  }
  const [left, right] = [a as Record<string, unknown>, b as Record<string, unknown>];
  const keys = Object.keys(left);
  return keys.length === Object.keys(right).length && keys.every((key) => alike(left[key], right[key]));
}
