'use client';

import { useEffect, useState } from 'react';
import type { Cube } from '@/core/shaping/cube';
import { isSeriesStep, type Step } from '@/core/shaping/steps/step';
import type { GridSummary } from '@/workers/protocol';
import { useWindow } from '../gather/use-window';
import { VirtualGrid } from '../parts/virtual-grid';
import { useServices } from '../services';
import { useSession } from '../use-state';
import { ValueTable } from './shaped-table';

/** The table after a step. A step on the values shows the values, which is what it changes. */
export function StepTable({ step }: { readonly step: Step }) {
  const { table } = useServices();
  const prepared = useSession((state) => state.prepared);
  const [summary, setSummary] = useState<GridSummary | null>(null);
  const [values, setValues] = useState<Cube | null>(null);
  const onValues = isSeriesStep(step);
  // biome-ignore lint/correctness/useExhaustiveDependencies: looks again when the steps have run again
  useEffect(() => {
    let ended = false;
    const load = async () => {
      if (onValues) {
        const found = await table.valuesAfter(step.id);
        if (!ended) setValues(found);
      } else {
        const found = await table.summary({ kind: 'step', id: step.id });
        if (!ended) setSummary(found);
      }
    };
    void load();
    return () => {
      ended = true;
    };
  }, [table, step.id, onValues, prepared]);
  if (onValues) return values && <ValueTable cube={values} label="The values after the step" />;
  return summary && <StepGrid id={step.id} summary={summary} />;
}

function StepGrid({ id, summary }: { readonly id: string; readonly summary: GridSummary }) {
  const cells = useWindow({ kind: 'step', id }, summary);
  return (
    <VirtualGrid
      label="The table after the step"
      rowCount={summary.rowCount}
      columnCount={summary.columns.length}
      columnWidth={(column) => {
        const { name = '', longest = 0 } = summary.columns[column] ?? {};
        return Math.min(280, Math.max(96, Math.max(name.length, longest) * 7.6 + 24));
      }}
      widthKey={summary}
      headOf={(column) => (
        <span className="truncate text-[13px] font-semibold">{summary.columns[column]?.name.slice(0, 80)}</span>
      )}
      rowHeadWidth={76}
      rowHeadLabel="Row of the file"
      rowHeadOf={(row) => cells.numberAt(row) ?? ''}
      cellOf={(row, column) => ({
        text: cells.textAt(row, column),
        number: summary.columns[column]?.kind === 'number',
      })}
      onWindow={cells.onWindow}
    />
  );
}
