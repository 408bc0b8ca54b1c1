import { primitiveOf } from './primitives';
import type { PartName, Scene, SceneNode } from './scene';
import type { MeasureText } from './text-fit';

/** A box of the stage, in stage pixels. */
export interface StageRect {
  readonly x: number;
  readonly y: number;
  readonly widthPx: number;
  readonly heightPx: number;
}

/** The box around everything of a part of the picture; null where nothing of it shows. */
export function boxOfPart(scene: Scene, part: PartName, measure: MeasureText, extra?: string): StageRect | null {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  const visit = (nodes: readonly SceneNode[], dx: number, dy: number) => {
    for (const node of nodes) {
      if (node.kind === 'group') visit(node.children, dx + (node.shift?.dx ?? 0), dy + (node.shift?.dy ?? 0));
      else if (node.subject?.part === part && (extra === undefined || node.subject.extra === extra)) {
        const box = primitiveOf(node).bounds(node, measure);
        [left, top] = [Math.min(left, box.left + dx), Math.min(top, box.top + dy)];
        [right, bottom] = [Math.max(right, box.right + dx), Math.max(bottom, box.bottom + dy)];
      }
    }
  };
  visit(scene.nodes, 0, 0);
  return right < left ? null : { x: left, y: top, widthPx: right - left, heightPx: bottom - top };
}
