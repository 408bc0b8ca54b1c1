'use client';

import { editChart } from '@/state/current';
import { cx } from '../parts/class-names';
import { useChart, useSession } from '../use-state';

/** The charts of a set: one for each value of the group column, all with one look; one of them is on stage. */
export function GroupStrip() {
  const groups = useSession((state) => state.prepared?.groups);
  const column = useChart((chart) => chart.fields.group);
  const group = useChart((chart) => chart.group);
  if (!column || !groups || groups.length === 0) return null;
  return (
    <nav
      aria-label={`Charts by ${column}`}
      className="flex shrink-0 items-center gap-1.5 overflow-x-auto border-b border-line bg-card px-3 py-2"
    >
      <span className="shrink-0 text-[12px] text-quiet">
        {groups.length} {groups.length === 1 ? 'chart' : 'charts'} by {column}
      </span>
      {groups.map(({ name, rowCount }) => (
        <button
          type="button"
          key={name}
          aria-current={name === group ? 'true' : undefined}
          onClick={() =>
            editChart((chart) => {
              chart.group = name;
            })
          }
          className={cx(
            'shrink-0 rounded-md border px-2.5 py-1 text-[12px]',
            name === group ? 'border-spruce bg-spruce text-card' : 'border-line bg-paper hover:border-ink',
          )}
        >
          {name.slice(0, 40)}{' '}
          <span className="font-mono text-[11px] opacity-80">{rowCount.toLocaleString('en-GB')}</span>
        </button>
      ))}
    </nav>
  );
}
