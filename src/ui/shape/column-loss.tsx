'use client';

import { fieldsOfShape } from '@/core/shaping/fields';
import { columnsNamed, lossOf, withColumn } from '@/core/shaping/steps/column-loss';
import type { Step } from '@/core/shaping/steps/step';
import { stepWords } from '@/core/shaping/steps/step-words';
import type { Issue } from '@/core/table/issue';
import { currentTable, editChart } from '@/state/current';
import { changeStep, moveStep } from '@/state/edit-table';
import { Button } from '../parts/button';
import { useChart, useProject } from '../use-state';

const none: readonly Step[] = [];

interface LossProps {
  readonly column: string;
  /** The step that needs it; null for the chart's fields. */
  readonly step: Step | null;
}

/** What became of a column that is needed, and the press that mends it. */
function Loss({ column, step }: LossProps) {
  const steps = useProject((project) => currentTable(project).steps, none);
  const at = step ? steps.findIndex(({ id }) => id === step.id) : steps.length;
  const loss = lossOf(steps, column, at);
  if (!loss) return null;
  const by = loss.step.name || stepWords(loss.step);
  const mend = {
    removed: { label: `Switch off “${by}”`, run: () => changeStep(loss.step.id, { on: false }) },
    renamed: {
      label: loss.kind === 'renamed' ? `Take “${loss.to}” instead` : '',
      run: () => loss.kind === 'renamed' && takeInstead(step, column, loss.to),
    },
    later: { label: `Put this step after “${by}”`, run: () => step && moveStep(step.id, loss.step.id) },
  }[loss.kind];
  return (
    <Button className="mt-1 h-auto min-h-6 px-2 py-0.5 text-left text-[12px]" onClick={mend.run}>
      {mend.label}
    </Button>
  );
}

function takeInstead(step: Step | null, from: string, to: string): void {
  if (step) changeStep(step.id, withColumn(step, from, to));
  else
    editChart((chart) => {
      for (const role of fieldsOfShape[chart.fields.shape]) if (chart.fields[role] === from) chart.fields[role] = to;
    });
}

/** Mends for a step that lost a column. */
export function StepLosses({ step }: { readonly step: Step }) {
  return columnsNamed(step).map((column) => <Loss key={column} column={column} step={step} />);
}

/** The mend for a field of the chart that lost its column; nothing for other issues. */
export function FieldLoss({ issue }: { readonly issue: Issue }) {
  const fields = useChart((chart) => chart.fields);
  const role = /^no-(\w+)-column$/.exec(issue.code)?.[1];
  const named = fields && fieldsOfShape[fields.shape].find((each) => each === role);
  return fields && named && fields[named] !== '' ? <Loss column={fields[named]} step={null} /> : null;
}
