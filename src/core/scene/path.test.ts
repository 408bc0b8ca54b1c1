import { arc, area, curveMonotoneX, line, pie } from 'd3-shape';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { flattenPath, followPath, PathSink, polyline, verb } from './path';

const turn = 2 * Math.PI;
const angle = fc.double({ min: -2 * turn, max: 2 * turn, noNaN: true });

/** The path as SVG writes it, for comparing with what d3 writes. */
function words(sink: PathSink): string {
  const parts: string[] = [];
  const n = (value: number) => String(Math.round(value * 1000) / 1000);
  const add = (letter: string, ...numbers: number[]) => parts.push(`${letter}${numbers.map(n).join(',')}`);
  followPath(sink.path(), {
    moveTo: (x, y) => add('M', x, y),
    lineTo: (x, y) => add('L', x, y),
    quadraticCurveTo: (...args) => add('Q', ...args),
    bezierCurveTo: (...args) => add('C', ...args),
    closePath: () => add('Z'),
  });
  return parts.join('');
}

describe('a path', () => {
  it('takes what d3-shape draws into it', () => {
    const points: [number, number][] = [
      [0, 5],
      [10, 8],
      [20, 2],
    ];
    const shapes = [line().curve(curveMonotoneX), line(), area().y0(0).curve(curveMonotoneX)];
    for (const shape of shapes) {
      const sink = new PathSink();
      (shape as ReturnType<typeof line>).context(sink as unknown as CanvasRenderingContext2D)(points);
      const text = (shape as ReturnType<typeof line>).context(null)(points);
      expect(words(sink)).toBe(text);
    }
  });

  it('holds slices of a pie that end where they should', () => {
    for (const slice of pie<number>()([1, 2, 5, 0.5])) {
      const sink = new PathSink();
      const draw = arc<typeof slice>().innerRadius(20).outerRadius(50).cornerRadius(0);
      draw.context(sink as unknown as CanvasRenderingContext2D)(slice);
      const radii = flattenPath(sink.path()).flatMap((each) =>
        each.flatMap((_, i) => (i % 2 === 0 ? [Math.hypot(each[i] ?? 0, each[i + 1] ?? 0)] : [])),
      );
      for (const radius of radii) {
        expect(radius).toBeGreaterThan(20 - 1e-3);
        expect(radius).toBeLessThan(50 + 1e-3);
      }
    }
  });

  it('draws arcs that never leave their circle by a ten-thousandth of its radius, from angle to angle', () => {
    fc.assert(
      fc.property(angle, angle, fc.boolean(), (from, to, back) => {
        const sink = new PathSink();
        sink.arc(3, -4, 100, from, to, back);
        const [points = []] = flattenPath(sink.path());
        for (let i = 0; i < points.length; i += 2)
          expect(Math.abs(Math.hypot((points[i] ?? 0) - 3, (points[i + 1] ?? 0) + 4) - 100)).toBeLessThan(0.01);
        const whole = back ? from - to >= turn : to - from >= turn;
        const end = whole ? from : to;
        const [x, y] = sink.end;
        expect(x).toBeCloseTo(3 + 100 * Math.cos(end), 6);
        expect(y).toBeCloseTo(-4 + 100 * Math.sin(end), 6);
      }),
    );
  });

  it('refuses a negative radius', () => {
    expect(() => new PathSink().arc(0, 0, -1, 0, 1)).toThrow(RangeError);
  });

  it('goes back to its start when it is closed, once', () => {
    const sink = new PathSink();
    sink.rect(1, 2, 10, 20);
    sink.closePath();
    expect(sink.end).toEqual([1, 2]);
    expect(Array.from(sink.path().verbs)).toEqual([verb.move, verb.line, verb.line, verb.line, verb.close]);
  });

  it('starts with a move, whatever is drawn first', () => {
    const sink = new PathSink();
    sink.closePath();
    sink.lineTo(4, 5);
    expect(words(sink)).toBe('M4,5');
  });

  it('of straight lines has a verb for each point', () => {
    const open = polyline(Float64Array.of(0, 0, 5, 5, 9, 0));
    const closed = polyline(Float64Array.of(0, 0, 5, 5, 9, 0), true);
    expect(Array.from(open.verbs)).toEqual([verb.move, verb.line, verb.line]);
    expect(Array.from(closed.verbs)).toEqual([verb.move, verb.line, verb.line, verb.close]);
    expect(polyline(new Float64Array(0)).verbs.length).toBeLessThanOrEqual(1);
  });
});
