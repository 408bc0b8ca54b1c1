'use client';

import { useMemo } from 'react';
import { decimalsOf, defaultNumbers, largestOf, numberFormat } from '@/core/scale/number-format';
import { periodLabel } from '@/core/scale/period-format';
import { type Cube, cubeValue } from '@/core/shaping/cube';
import { VirtualGrid } from '../parts/virtual-grid';
import { useSession } from '../use-state';

/** The shaped table: a row for each period, a column for each category. */
export function ShapedTable() {
  const cube = useSession((state) => state.cube);
  return cube && <ValueTable cube={cube} label="The shaped table, periods by categories" />;
}

/** Values by period and category. */
export function ValueTable({ cube, label }: { readonly cube: Cube; readonly label: string }) {
  const format = useMemo(() => {
    const style = defaultNumbers;
    return numberFormat(style, decimalsOf(cube.values), largestOf(cube.values));
  }, [cube]);
  return (
    <VirtualGrid
      label={label}
      widthKey={cube}
      rowCount={cube.periods.length}
      columnCount={cube.categories.length}
      columnWidth={(column) => Math.min(240, Math.max(104, (cube.categories[column]?.length ?? 0) * 8 + 24))}
      headOf={(column) => (
        <span className="truncate text-right text-[13px] font-semibold">{cube.categories[column]?.slice(0, 80)}</span>
      )}
      rowHeadWidth={120}
      rowHeadLabel="Period"
      rowHeadOf={(row) => {
        const period = cube.periods[row];
        return period ? periodLabel(cube.kind, period).slice(0, 60) : '';
      }}
      cellOf={(row, column) => {
        const value = cubeValue(cube, row, column);
        return { text: Number.isNaN(value) ? <span className="text-quiet">–</span> : format(value), number: true };
      }}
    />
  );
}
