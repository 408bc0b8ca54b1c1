'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import { periodLabel } from '@/core/scale/period-format';
import type { Cube } from '@/core/shaping/cube';
import { VirtualGrid } from '../parts/virtual-grid';
import { useServices } from '../services';
import { useChart, useSession } from '../use-state';

/** How each cell comes about: its sign, its words, and its look. Signs differ in form, so that colour is not needed. */
const states: Record<string, { sign: string; words: string; look: string }> = {
  k: { sign: '', words: 'a value of the table', look: 'bg-spruce' },
  b: { sign: '╱', words: 'bridged', look: 'text-accent-text font-bold bg-mustard/25' },
  c: { sign: '→', words: 'carried on', look: 'text-accent-text font-bold bg-mustard/25' },
  z: { sign: '0', words: 'counted as zero', look: 'text-accent-text font-bold bg-mustard/25' },
  a: { sign: '×', words: 'absent from the chart', look: 'text-accent-text font-bold' },
  o: { sign: '·', words: 'before the first or after the last value', look: 'text-quiet' },
};

/** Widths of a period by how many there are, so that patterns show without scrolling. */
const widths: readonly (readonly [number, number])[] = [
  [24, 24],
  [40, 16],
  [80, 12],
];

/** The gaps as a map: a row for each category, a column for each period. */
export function GapMap() {
  const cube = useSession((state) => state.cube);
  const gaps = useChart((chart) => chart.gaps);
  if (!cube || !gaps) return null;
  return <GapGrid cube={cube} gaps={gaps} />;
}

interface GapGridProps {
  readonly cube: Cube;
  readonly gaps: 'bridge' | 'carry' | 'zero' | 'absent';
}

function GapGrid({ cube, gaps }: GapGridProps) {
  const { table } = useServices();
  const [loaded, setLoaded] = useState<{ from: number; letters: readonly string[] }>({ from: 0, letters: [] });
  const wanted = useRef<readonly [number, number]>([0, 0]);
  const load = useCallback(
    async (rows: readonly [number, number]) => {
      wanted.current = rows;
      const from = Math.max(0, rows[0] - 20);
      const to = Math.min(cube.categories.length, rows[1] + 20);
      const letters = await table.gapStates(
        gaps,
        Array.from({ length: Math.max(0, to - from) }, (_, i) => from + i),
      );
      setLoaded({ from, letters });
    },
    [table, gaps, cube],
  );
  useEffect(() => {
    void load(wanted.current);
  }, [load]);
  const widthPx = widths.find(([most]) => cube.periods.length <= most)?.[1] ?? 9;
  const labelled = Math.ceil(20 / widthPx);
  return (
    <div className="flex h-full flex-col">
      <Legend gaps={gaps} />
      <div className="min-h-0 flex-1">
        <VirtualGrid
          label="Gaps, categories by periods"
          rowCount={cube.categories.length}
          columnCount={cube.periods.length}
          columnWidth={() => widthPx}
          widthKey={widthPx}
          headHeight={84}
          openHeads
          headOf={(column) => {
            const period = cube.periods[column];
            const label = period ? periodLabel(cube.kind, period).slice(0, 12) : '';
            if (column % labelled !== 0) return <span className="sr-only">{label}</span>;
            return (
              <span className="absolute bottom-1 left-1/2 origin-bottom-left translate-x-1 -rotate-90 text-[11px] whitespace-nowrap text-quiet">
                {label}
              </span>
            );
          }}
          rowHeadWidth={170}
          rowHeadLabel="Category"
          rowHeadOf={(row) => (
            <span className="truncate font-sans text-[12px] text-ink" title={cube.categories[row]?.slice(0, 300)}>
              {cube.categories[row]?.slice(0, 60)}
            </span>
          )}
          cellOf={(row, column) => {
            const state = states[loaded.letters[row - loaded.from]?.[column] ?? ''];
            const period = cube.periods[column];
            const title = `${cube.categories[row]?.slice(0, 60)}, ${period ? periodLabel(cube.kind, period) : ''}: ${state?.words}`;
            return {
              text: state && (
                <span
                  role="img"
                  aria-label={state.words}
                  title={title}
                  className={`absolute inset-x-px inset-y-1 grid place-content-center overflow-visible text-[11px] ${state.look}`}
                >
                  {state.sign}
                </span>
              ),
            };
          }}
          onWindow={load}
        />
      </div>
    </div>
  );
}

const filling = { bridge: 'b', carry: 'c', zero: 'z', absent: 'a' } as const;

function Legend({ gaps }: { readonly gaps: GapGridProps['gaps'] }) {
  return (
    <ul
      aria-label="Signs of the map"
      className="flex flex-wrap gap-x-4 gap-y-1 border-b border-line bg-paper px-3 py-1.5 text-[12px]"
    >
      {['k', filling[gaps], 'o'].map((letter) => (
        <li key={letter} className="flex items-center gap-1.5">
          <span aria-hidden className={`grid size-5 place-content-center rounded-sm font-mono ${states[letter]?.look}`}>
            {states[letter]?.sign}
          </span>
          {states[letter]?.words}
        </li>
      ))}
    </ul>
  );
}
