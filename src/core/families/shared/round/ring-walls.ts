import { mixColours } from '../../../scale/colour';
import { polyline } from '../../../scene/path';
import type { SceneNode } from '../../../scene/scene';
import { DEPTH_TONE, type Depth } from '../depth';
import { onCircle, type Sector } from './sector';

/** A sector that stands out of the plane. */
export interface SolidSector {
  readonly id: string;
  readonly sector: Sector;
  readonly colour: string;
  readonly opacity: number;
}

/** Faces along an arc turn by at most this much of a turn. */
const FACE_TURN = 1 / 48;
/** A face that looks this little towards the back is not seen. */
const EDGE_ON = 1e-9;

interface Face {
  readonly id: string;
  readonly points: readonly number[];
  readonly fill: string;
  readonly opacity: number;
  /** How far it lies towards the backs. */
  readonly away: number;
}

/**
 * The faces between sectors and their backs: along the rim, within the hole, and where a sector was cut. Only those that
 * look towards the backs are seen; what lies farther that way is nearer to the eye, as the fronts lie in one plane.
 */
export function ringWalls(solids: readonly SolidSector[], { dx, dy }: Depth, light: number): SceneNode[] {
  const faces: Face[] = [];
  const length = Math.hypot(dx, dy);
  if (length <= 0) return [];
  const [ux, uy] = [dx / length, dy / length];
  const push = (
    solid: SolidSector,
    name: string,
    a: readonly [number, number],
    b: readonly [number, number],
    out: readonly [number, number],
  ) => {
    const looks = out[0] * ux + out[1] * uy;
    if (looks <= EDGE_ON) return;
    // What looks up is lit, what looks to a side or down lies in shade.
    const lit = -out[1];
    const fill = mixColours(
      solid.colour,
      lit > 0 ? '#FFFFFF' : '#000000',
      light * DEPTH_TONE * (0.35 + 0.65 * Math.abs(lit)),
    );
    faces.push({
      id: `${name}:${solid.id}:${faces.length}`,
      points: [...a, ...b, b[0] + dx, b[1] + dy, a[0] + dx, a[1] + dy],
      fill,
      opacity: solid.opacity,
      away: ((a[0] + b[0]) / 2) * ux + ((a[1] + b[1]) / 2) * uy,
    });
  };
  for (const solid of solids) {
    const { x, y, innerPx, outerPx, from, to } = solid.sector;
    const count = Math.max(1, Math.ceil((to - from) / FACE_TURN));
    for (let i = 0; i < count; i++) {
      const [start, end] = [from + ((to - from) * i) / count, from + ((to - from) * (i + 1)) / count];
      const out = onCircle(0, 0, 1, (start + end) / 2);
      push(solid, 'rim', onCircle(x, y, outerPx, start), onCircle(x, y, outerPx, end), out);
      if (innerPx > 0)
        push(solid, 'hole', onCircle(x, y, innerPx, start), onCircle(x, y, innerPx, end), [-out[0], -out[1]]);
    }
    if (to - from >= 1 - 1e-9) continue;
    push(solid, 'cut', onCircle(x, y, innerPx, from), onCircle(x, y, outerPx, from), onCircle(0, 0, 1, from - 0.25));
    push(solid, 'cut', onCircle(x, y, innerPx, to), onCircle(x, y, outerPx, to), onCircle(0, 0, 1, to + 0.25));
  }
  faces.sort((a, b) => a.away - b.away);
  return faces.map(({ id, points, fill, opacity }) => ({
    kind: 'path',
    id,
    path: polyline(Float64Array.from(points), true),
    fill,
    // Faces beside each other overlap by a hair, so that no light comes through between them.
    stroke: fill,
    strokeWidthPx: 0.6,
    join: 'round',
    opacity,
  }));
}
