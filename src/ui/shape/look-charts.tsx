'use client';

import { useMemo, useState } from 'react';
import {
  Bar,
  CartesianGrid,
  ComposedChart,
  Line,
  LineChart,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import { periodLabel } from '@/core/scale/period-format';
import { type Cube, cubeValue } from '@/core/shaping/cube';
import type { PeriodSummary } from '@/core/shaping/period-ranks';
import { PickBar } from '../parts/pick-bar';

const MAX_POINTS = 300;
const LEADERS = 5;
const inks = ['var(--accent)', 'var(--spruce)', 'var(--mustard)', 'var(--ink)', 'var(--quiet)'];
const dashes = ['', '6 3', '2 3', '8 3 2 3', '1 4'];
const compact = new Intl.NumberFormat('en-GB', { notation: 'compact', maximumFractionDigits: 1 });

interface LookChartsProps {
  readonly cube: Cube;
  readonly summaries: readonly PeriodSummary[];
}

/** The course of things at a glance: who leads, the total, and how many there are. */
export function LookCharts({ cube, summaries }: LookChartsProps) {
  const [shown, setShown] = useState<'leaders' | 'total' | 'count'>('leaders');
  const { points, leaders } = useMemo(() => pointsOf(cube, summaries), [cube, summaries]);
  const axes = [
    <CartesianGrid key="grid" stroke="var(--line)" vertical={false} />,
    <XAxis
      key="x"
      dataKey="label"
      tick={{ fontSize: 11, fill: 'var(--quiet)' }}
      stroke="var(--line)"
      minTickGap={30}
    />,
    <YAxis
      key="y"
      width={48}
      tick={{ fontSize: 11, fill: 'var(--quiet)' }}
      stroke="var(--line)"
      tickFormatter={(value) => compact.format(value)}
    />,
    <Tooltip
      key="tip"
      isAnimationActive={false}
      formatter={(value) => Number(value).toLocaleString('en-GB', { maximumFractionDigits: 3 })}
      contentStyle={{ background: 'var(--card)', border: '1px solid var(--ink)', borderRadius: 6, fontSize: 12 }}
    />,
  ];
  return (
    <section aria-label="Overview" className="flex h-52 flex-col p-3">
      <PickBar
        label="Overview of"
        value={shown}
        choices={[
          { value: 'leaders', label: 'Leaders' },
          { value: 'total', label: 'Total' },
          { value: 'count', label: 'Categories' },
        ]}
        onChange={setShown}
      />
      <div className="min-h-0 flex-1 pt-1">
        <ResponsiveContainer width="100%" height="100%">
          {shown === 'leaders' ? (
            <LineChart data={points} margin={{ top: 4, right: 8, bottom: 0, left: 0 }}>
              {axes}
              {leaders.map((c, i) => (
                <Line
                  key={c}
                  dataKey={`c${c}`}
                  name={cube.categories[c]?.slice(0, 40) ?? ''}
                  stroke={inks[i] ?? 'var(--ink)'}
                  strokeDasharray={dashes[i] ?? ''}
                  dot={false}
                  strokeWidth={1.75}
                  isAnimationActive={false}
                />
              ))}
            </LineChart>
          ) : (
            <ComposedChart data={points} margin={{ top: 4, right: 8, bottom: 0, left: 0 }}>
              {axes}
              {shown === 'total' ? (
                <Line
                  dataKey="total"
                  name="Total"
                  stroke="var(--spruce)"
                  dot={false}
                  strokeWidth={1.75}
                  isAnimationActive={false}
                />
              ) : (
                <Bar dataKey="count" name="Categories with a value" fill="var(--spruce)" isAnimationActive={false} />
              )}
            </ComposedChart>
          )}
        </ResponsiveContainer>
      </div>
    </section>
  );
}

/** Points for the charts, thinned where there are more periods than pixels; the leaders are those in front for longest. */
function pointsOf(cube: Cube, summaries: readonly PeriodSummary[]) {
  const led = new Map<number, number>();
  for (const { leader } of summaries) if (leader >= 0) led.set(leader, (led.get(leader) ?? 0) + 1);
  const last = cube.periods.length - 1;
  const rest = cube.categories
    .map((_, c) => c)
    .filter((c) => !led.has(c))
    .sort((a, b) => (cubeValue(cube, last, b) || 0) - (cubeValue(cube, last, a) || 0));
  const leaders = [...[...led].sort((a, b) => b[1] - a[1]).map(([c]) => c), ...rest].slice(0, LEADERS);
  const step = Math.max(1, Math.ceil(cube.periods.length / MAX_POINTS));
  const points = cube.periods.flatMap((period, p) => {
    if (p % step !== 0 && p !== last) return [];
    const point: Record<string, number | string | null> = { label: periodLabel(cube.kind, period).slice(0, 20) };
    const { total, count } = summaries[p] ?? { total: 0, count: 0 };
    for (const c of leaders) {
      const value = cubeValue(cube, p, c);
      point[`c${c}`] = Number.isNaN(value) ? null : value;
    }
    return [{ ...point, total, count }];
  });
  return { points, leaders };
}
