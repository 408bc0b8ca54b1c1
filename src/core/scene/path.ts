/** What a path does next. A move and a line take one point, a quadratic curve two, a cubic three, a close none. */
export const verb = { move: 0, line: 1, quadratic: 2, cubic: 3, close: 4 } as const;

/** Lines and curves as plain arrays, in stage pixels: what each verb takes stands at the next places of `points` (x, y, x, y ...). */
export interface Path {
  readonly verbs: Uint8Array;
  readonly points: Float64Array;
}

/** An arc is drawn by curves that turn by at most this much; they differ from it by less than a millionth of its radius. */
const ARC_STEP_RAD = Math.PI / 8;
const TURN_RAD = 2 * Math.PI;

/**
 * Collects a path. It has the methods that d3-shape draws into, and those of a canvas that shapes need; angles are in
 * radians, clockwise from the right, as there.
 */
export class PathSink {
  private readonly verbs: number[] = [];
  private readonly points: number[] = [];
  private startX = 0;
  private startY = 0;
  private x = 0;
  private y = 0;

  moveTo(x: number, y: number): void {
    this.verbs.push(verb.move);
    this.points.push(x, y);
    this.startX = this.x = x;
    this.startY = this.y = y;
  }

  lineTo(x: number, y: number): void {
    if (this.verbs.length === 0) {
      this.moveTo(x, y);
      return;
    }
    this.verbs.push(verb.line);
    this.points.push(x, y);
    this.x = x;
    this.y = y;
  }

  quadraticCurveTo(x1: number, y1: number, x: number, y: number): void {
    this.verbs.push(verb.quadratic);
    this.points.push(x1, y1, x, y);
    this.x = x;
    this.y = y;
  }

  bezierCurveTo(x1: number, y1: number, x2: number, y2: number, x: number, y: number): void {
    this.verbs.push(verb.cubic);
    this.points.push(x1, y1, x2, y2, x, y);
    this.x = x;
    this.y = y;
  }

  /** @throws RangeError if the radius is negative. */
  arc(x: number, y: number, radius: number, startRad: number, endRad: number, counterclockwise = false): void {
    if (radius < 0) throw new RangeError(`radius: must not be negative, received ${radius}`);
    const sweep = sweepOf(startRad, endRad, counterclockwise);
    this.lineTo(x + radius * Math.cos(startRad), y + radius * Math.sin(startRad));
    const count = Math.ceil(Math.abs(sweep) / ARC_STEP_RAD);
    const step = sweep / count;
    // Length of a handle on a circle of radius 1. Source: the usual fit of a cubic to an arc at its ends and its middle.
    const handle = (4 / 3) * Math.tan(step / 4);
    for (let i = 0; i < count; i++) {
      const [from, to] = [startRad + i * step, startRad + (i + 1) * step];
      const [c0, s0, c1, s1] = [Math.cos(from), Math.sin(from), Math.cos(to), Math.sin(to)];
      this.bezierCurveTo(
        x + radius * (c0 - handle * s0),
        y + radius * (s0 + handle * c0),
        x + radius * (c1 + handle * s1),
        y + radius * (s1 - handle * c1),
        x + radius * c1,
        y + radius * s1,
      );
    }
  }

  rect(x: number, y: number, width: number, height: number): void {
    this.moveTo(x, y);
    this.lineTo(x + width, y);
    this.lineTo(x + width, y + height);
    this.lineTo(x, y + height);
    this.closePath();
  }

  closePath(): void {
    if (this.verbs.length === 0 || this.verbs.at(-1) === verb.close) return;
    this.verbs.push(verb.close);
    [this.x, this.y] = [this.startX, this.startY];
  }

  /** Where the path has come to. */
  get end(): readonly [number, number] {
    return [this.x, this.y];
  }

  /** What was drawn so far. */
  path(): Path {
    return { verbs: new Uint8Array(this.verbs), points: new Float64Array(this.points) };
  }
}

/** How far an arc turns: as on a canvas, a whole turn at the most, and none where both angles are the same. */
function sweepOf(startRad: number, endRad: number, counterclockwise: boolean): number {
  const turn = counterclockwise ? startRad - endRad : endRad - startRad;
  const swept = turn >= TURN_RAD ? TURN_RAD : ((turn % TURN_RAD) + TURN_RAD) % TURN_RAD;
  return counterclockwise ? -swept : swept;
}

const lineVerbs = new Map<string, Uint8Array>();

/** A line through points (x, y, x, y ...). @param closed Goes back to where it began. */
export function polyline(points: Float64Array, closed = false): Path {
  const count = points.length / 2;
  const key = `${count}${closed}`;
  let verbs = lineVerbs.get(key);
  if (!verbs) {
    verbs = Uint8Array.from([
      verb.move,
      ...new Array(Math.max(0, count - 1)).fill(verb.line),
      ...(closed ? [verb.close] : []),
    ]);
    // Lines of very many points are seldom of the same length twice.
    if (count < 1000) lineVerbs.set(key, verbs);
  }
  return { verbs, points };
}

/** Whoever follows a path: a canvas, a writer of SVG, a sink. */
export interface PathFollower {
  moveTo(x: number, y: number): void;
  lineTo(x: number, y: number): void;
  quadraticCurveTo(x1: number, y1: number, x: number, y: number): void;
  bezierCurveTo(x1: number, y1: number, x2: number, y2: number, x: number, y: number): void;
  closePath(): void;
}

/** Lets somebody follow a path. */
export function followPath({ verbs, points }: Path, follower: PathFollower): void {
  let i = 0;
  const next = () => points[i++] as number;
  for (const kind of verbs) {
    if (kind === verb.line) follower.lineTo(next(), next());
    else if (kind === verb.move) follower.moveTo(next(), next());
    else if (kind === verb.cubic) follower.bezierCurveTo(next(), next(), next(), next(), next(), next());
    else if (kind === verb.quadratic) follower.quadraticCurveTo(next(), next(), next(), next());
    else follower.closePath();
  }
}

/** Straight pieces that a curve is taken for, where only nearness counts. */
const FLAT_PIECES = 16;

/** The path as straight lines: one list of points (x, y, x, y ...) for each stretch that hangs together. */
export function flattenPath(path: Path): number[][] {
  const lines: number[][] = [];
  let line: number[] = [];
  let [x, y] = [0, 0];
  const go = (toX: number, toY: number) => {
    line.push(toX, toY);
    [x, y] = [toX, toY];
  };
  followPath(path, {
    moveTo(toX, toY) {
      line = [];
      lines.push(line);
      go(toX, toY);
    },
    lineTo: go,
    quadraticCurveTo(x1, y1, toX, toY) {
      const [fromX, fromY] = [x, y];
      for (let i = 1; i <= FLAT_PIECES; i++) {
        const [t, u] = [i / FLAT_PIECES, 1 - i / FLAT_PIECES];
        go(u * u * fromX + 2 * u * t * x1 + t * t * toX, u * u * fromY + 2 * u * t * y1 + t * t * toY);
      }
    },
    bezierCurveTo(x1, y1, x2, y2, toX, toY) {
      const [fromX, fromY] = [x, y];
      for (let i = 1; i <= FLAT_PIECES; i++) {
        const [t, u] = [i / FLAT_PIECES, 1 - i / FLAT_PIECES];
        const [a, b, c, d] = [u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t];
        go(a * fromX + b * x1 + c * x2 + d * toX, a * fromY + b * y1 + c * y2 + d * toY);
      }
    },
    closePath() {
      const [startX = 0, startY = 0] = line;
      go(startX, startY);
    },
  });
  return lines;
}
