import type { Box } from '../../chart/box';
import type { BarStyle } from '../../project/dress';
import { mixColours } from '../../scale/colour';
import { PathSink } from '../../scene/path';
import type { SceneNode, Subject } from '../../scene/scene';

/** Where the back of what stands out of the plane lies, from its front: stage pixels. */
export interface Depth {
  readonly dx: number;
  readonly dy: number;
}

/** A full depth is this share of a bar's thickness. */
const DEEPEST = 0.6;
/** How far full light mixes a face with white or black. */
export const DEPTH_TONE = 0.5;

/**
 * How far bars of a style stand out of the plane; null where they are flat.
 *
 * @param thickPx Thickness of a bar.
 * @param gapPx Room beside it that its faces may take, across: they never reach a neighbour.
 */
export function depthOf(
  { depth, depthAngle, direction }: BarStyle,
  { thickPx, gapPx }: { readonly thickPx: number; readonly gapPx: number },
): Depth | null {
  if (depth <= 0) return null;
  const turn = (depthAngle * Math.PI) / 180;
  const [dx, dy] = [Math.cos(turn), -Math.sin(turn)];
  const across = Math.abs(direction === 'lying' ? dy : dx);
  const wanted = depth * DEEPEST * thickPx;
  const px = across > 1e-9 ? Math.min(wanted, Math.max(0, gapPx) / across) : wanted;
  return { dx: dx * px, dy: dy * px };
}

/** What lies along the periods stands out by this much at most, in hundredths of the stage's shorter side. */
export const MOST_DEPTH = 3;

/** How far what lies along the periods stands out; null where it is flat. */
export function depthOfAreas({ depth, depthAngle }: BarStyle, unit: number): Depth | null {
  if (depth <= 0) return null;
  const [turn, px] = [(depthAngle * Math.PI) / 180, depth * MOST_DEPTH * unit];
  return { dx: Math.cos(turn) * px, dy: -Math.sin(turn) * px };
}

/** How far faces reach beyond the ends of bars, along. */
export function depthAlong(depth: Depth | null, direction: BarStyle['direction']): number {
  return depth ? Math.abs(direction === 'lying' ? depth.dx : depth.dy) : 0;
}

interface Solid {
  readonly id: string;
  readonly subject: Subject;
  readonly box: Box;
  readonly colour: string;
  readonly opacity: number;
}

/** Adds the faces behind a front: the one above or below it in a lighter tone, the one at its side in a darker one. */
export function pushFaces(
  nodes: SceneNode[],
  { id, subject, box, colour, opacity }: Solid,
  { dx, dy }: Depth,
  light: number,
): void {
  const { x, y, widthPx, heightPx } = box;
  const [right, bottom] = [x + widthPx, y + heightPx];
  const face = (name: string, points: readonly (readonly [number, number])[], fill: string) => {
    const sink = new PathSink();
    points.forEach(([px, py], i) => {
      if (i === 0) sink.moveTo(px, py);
      else sink.lineTo(px, py);
    });
    sink.closePath();
    nodes.push({ kind: 'path', id: `${name}:${id}`, subject, path: sink.path(), fill, opacity });
  };
  const side = dx >= 0 ? right : x;
  const level = dy <= 0 ? y : bottom;
  if (Math.abs(dx) > 1e-6)
    face(
      'side',
      [
        [side, y],
        [side + dx, y + dy],
        [side + dx, bottom + dy],
        [side, bottom],
      ],
      mixColours(colour, '#000000', light * DEPTH_TONE),
    );
  if (Math.abs(dy) > 1e-6)
    face(
      'level',
      [
        [x, level],
        [x + dx, level + dy],
        [right + dx, level + dy],
        [right, level],
      ],
      mixColours(colour, '#FFFFFF', light * DEPTH_TONE),
    );
}
