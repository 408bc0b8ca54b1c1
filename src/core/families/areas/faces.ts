import { mixColours } from '../../scale/colour';
import { PathSink } from '../../scene/path';
import type { SceneNode, Subject } from '../../scene/scene';
import { DEPTH_TONE, type Depth } from '../shared/depth';

/** The edge of a band at a place of the screen. */
export interface BandEdge {
  readonly x: number;
  readonly top: number;
  readonly base: number;
  /** Where the value is: the edge that is away from 0. */
  readonly value: number;
}

interface Band {
  readonly category: number;
  readonly edges: readonly BandEdge[];
  readonly colour: string;
  readonly opacity: number;
}

/**
 * Adds the faces of a band that stands out of the plane: the one along its upper or lower edge in a lighter tone, and the
 * one at its end in a darker one. Bands are drawn from the foot on, so that each covers the face of the one under it.
 */
export function pushBandFaces(nodes: SceneNode[], band: Band, { dx, dy }: Depth, light: number): void {
  const { category, edges, colour, opacity } = band;
  const [first, last] = [edges[0], edges.at(-1)];
  if (!first || !last) return;
  const subject: Subject = { part: 'mark', category };
  const edge = (each: BandEdge) => (dy <= 0 ? each.top : each.base);
  const level = new PathSink();
  edges.forEach((each, i) => {
    if (i === 0) level.moveTo(each.x, edge(each));
    else level.lineTo(each.x, edge(each));
  });
  for (let i = edges.length - 1; i >= 0; i--) {
    const each = edges[i] as BandEdge;
    level.lineTo(each.x + dx, edge(each) + dy);
  }
  level.closePath();
  const at = dx >= 0 ? last : first;
  const side = new PathSink();
  side.moveTo(at.x, at.top);
  side.lineTo(at.x + dx, at.top + dy);
  side.lineTo(at.x + dx, at.base + dy);
  side.lineTo(at.x, at.base);
  side.closePath();
  nodes.push(
    {
      kind: 'path',
      id: `level:${category}`,
      subject,
      path: level.path(),
      fill: mixColours(colour, '#FFFFFF', light * DEPTH_TONE),
      opacity,
    },
    {
      kind: 'path',
      id: `side:${category}`,
      subject,
      path: side.path(),
      fill: mixColours(colour, '#000000', light * DEPTH_TONE),
      opacity,
    },
  );
}
