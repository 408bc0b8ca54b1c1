import { lineWidth } from './layout-text';
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
  const take = (x0: number, y0: number, x1: number, y1: number) => {
    [left, top, right, bottom] = [Math.min(left, x0), Math.min(top, y0), Math.max(right, x1), Math.max(bottom, y1)];
  };
  const visit = (nodes: readonly SceneNode[]) => {
    for (const node of nodes) {
      if (node.kind === 'group') visit(node.children);
      else if (node.subject?.part !== part || (extra !== undefined && node.subject.extra !== extra)) continue;
      else if (node.kind === 'text') {
        const widthPx = lineWidth(node.text, node.font, node.tabular ?? false, measure);
        const x = node.x - { start: 0, middle: widthPx / 2, end: widthPx }[node.align];
        take(x, node.y - node.font.sizePx * 0.9, x + widthPx, node.y + node.font.sizePx * 0.3);
      } else if (node.kind === 'path') {
        for (let i = 0; i + 1 < node.points.length; i += 2) {
          const [x = 0, y = 0] = node.points.subarray(i, i + 2);
          take(x, y, x, y);
        }
      } else take(node.x, node.y, node.x + node.widthPx, node.y + node.heightPx);
    }
  };
  visit(scene.nodes);
  return right < left ? null : { x: left, y: top, widthPx: right - left, heightPx: bottom - top };
}
