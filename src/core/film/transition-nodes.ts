import { smoothStep } from '../motion/slots';
import type { TransitionEase } from '../project/transition';
import type { GroupNode, SceneNode } from '../scene/scene';
import type { PlacedTransition } from './tell-film';

/** How far a transition has come, by how it goes: even, slow at both ends, or slow at its start alone. */
export function eased(ease: TransitionEase, progress: number): number {
  if (ease === 'soft') return smoothStep(progress);
  const x = Math.min(1, Math.max(0, progress));
  return ease === 'late' ? x * x * x : x;
}

/**
 * The picture while one piece gives way to the next: a pure function of both pictures and the progress, which is the first
 * one alone at 0 and the second one alone at 1.
 *
 * @param stage Its size in pixels.
 */
export function transitionNodes(
  leaving: readonly SceneNode[],
  coming: readonly SceneNode[],
  { how, ease, side }: PlacedTransition,
  progress: number,
  stage: { readonly widthPx: number; readonly heightPx: number },
): SceneNode[] {
  const x = eased(ease, progress);
  const group = (id: string, nodes: readonly SceneNode[], more: Partial<GroupNode>): GroupNode => ({
    kind: 'group',
    id,
    children: nodes,
    ...more,
  });
  if (how === 'slide') {
    const [alongX, alongY] = { left: [-1, 0], right: [1, 0], up: [0, -1], down: [0, 1] }[side] as [number, number];
    const shift = (share: number) => ({ dx: alongX * share * stage.widthPx, dy: alongY * share * stage.heightPx });
    return [group('leaving', leaving, { shift: shift(x) }), group('coming', coming, { shift: shift(x - 1) })];
  }
  if (how === 'wipe') {
    const lying = side === 'left' || side === 'right';
    /** A band of the stage, from one share of the way to another. */
    const band = (from: number, to: number) =>
      lying
        ? { x: from * stage.widthPx, y: 0, widthPx: (to - from) * stage.widthPx, heightPx: stage.heightPx }
        : { x: 0, y: from * stage.heightPx, widthPx: stage.widthPx, heightPx: (to - from) * stage.heightPx };
    // The seam moves to the side that is named: what comes is uncovered behind it.
    const onwards = side === 'right' || side === 'down';
    return [
      group('leaving', leaving, { clip: onwards ? band(x, 1) : band(0, 1 - x) }),
      group('coming', coming, { clip: onwards ? band(0, x) : band(1 - x, 1) }),
    ];
  }
  return [group('leaving', leaving, { opacity: 1 - x }), group('coming', coming, { opacity: x })];
}
