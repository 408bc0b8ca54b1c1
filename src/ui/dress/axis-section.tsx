'use client';

import { Plus, X } from 'lucide-react';
import type { ControlSpec } from '@/core/project/control-spec';
import { putAt, valueAt } from '@/core/project/document-value';
import type { DomainRule } from '@/core/scale/domain-rule';
import { editChart } from '@/state/current';
import { specApplies } from '../controls';
import { Button, IconButton } from '../parts/button';
import { Control, Controls } from '../parts/control';
import { Field, Section } from '../parts/field';
import { Fold } from '../parts/fold';
import { NumberBox } from '../parts/number-box';
import { PickField } from '../parts/pick-field';
import { useChart, useFamily, useRestingPlayhead } from '../use-state';
import { topValue } from './top-value';
import { ValueBands } from './value-bands';

/** The value axis, its lines, and the legend. */
export function AxisSection() {
  return (
    <Section title="Axis and legend" short="Axis">
      <RangeFields />
      <Fold
        title="Ticks and grid"
        holds={[
          'axis-ticks',
          'axis-side',
          'axis-parts',
          'axis-interval',
          'grid-width',
          'grid-colour',
          'axis-name',
          'zero-line',
        ]}
      >
        <Controls of={['axis-name', 'axis-ticks', 'axis-side']} />
        <PartsField />
        <IntervalField />
        <Controls of={['grid-width', 'grid-colour', 'zero-line']} />
      </Fold>
      <Fold title="Average, targets and bands" holds={['average-line', 'targets', 'value-bands']}>
        <Control id="average-line" />
        <Field control="targets">
          <Targets />
        </Field>
        <Field control="value-bands">
          <ValueBands />
        </Field>
      </Fold>
      <Fold title="Legend" holds={['legend', 'legend-at', 'legend-order']}>
        <Controls of={['legend', 'legend-at', 'legend-order']} />
      </Fold>
    </Section>
  );
}

/** Where the axes of the chart's own part end: most families have one, some two. */
function RangeFields() {
  const specs = useFamily().controls.filter(({ input }) => input.kind === 'made' && input.by === 'axis-range');
  return specs.map((spec) => <RangeField key={spec.id} spec={spec} />);
}

function RangeField({ spec }: { readonly spec: ControlSpec }) {
  const domain = useChart((chart) => valueAt(chart, spec.path) as DomainRule | undefined);
  const top = useRestingPlayhead(topValue);
  const applies = useChart((chart) => specApplies(spec, chart));
  if (!domain || !applies) return null;
  const set = (rule: DomainRule, gesture: string | null = null) =>
    editChart((chart) => putAt(chart, spec.path, rule), gesture);
  return (
    <>
      <PickField
        control={spec.id}
        value={domain.kind}
        choices={[
          { value: 'following', label: spec.id === 'axis-range' ? 'Follows the leader' : 'Follows' },
          { value: 'fixed', label: 'Stands still' },
          { value: 'given', label: 'By hand' },
        ]}
        onChange={(kind) =>
          set(kind === 'given' ? { kind, min: Math.min(0, top), max: Math.max(0, top) || 1 } : { kind })
        }
      />
      {domain.kind === 'given' && (
        <Field control="axis-ends">
          <div className="grid grid-cols-2 gap-2">
            <NumberBox
              label="Lower end"
              value={domain.min}
              onChange={(min) => set({ ...domain, min: Math.min(min, domain.max) })}
            />
            <NumberBox
              label="Upper end"
              value={domain.max}
              onChange={(max) => set({ ...domain, max: Math.max(max, domain.min) })}
            />
          </div>
        </Field>
      )}
    </>
  );
}

function PartsField() {
  const parts = useChart((chart) => chart.dress.axis.parts);
  return (
    <PickField
      control="axis-parts"
      value={parts === null ? 'auto' : String(parts)}
      choices={['auto', '2', '3', '4', '5', '8', '10'].map((value) => ({
        value,
        label: value === 'auto' ? 'As fit' : value,
      }))}
      onChange={(value) =>
        editChart((chart) => {
          chart.dress.axis.parts = value === 'auto' ? null : Number(value);
        })
      }
    />
  );
}

function IntervalField() {
  const interval = useChart((chart) => chart.axis.interval ?? Number.NaN);
  return (
    <Field control="axis-interval" hint="Empty for round numbers.">
      <NumberBox
        label="A tick every"
        value={interval ?? Number.NaN}
        onChange={(value) => {
          if (value > 0)
            editChart((chart) => {
              chart.axis.interval = value;
            });
        }}
        onClear={() =>
          editChart((chart) => {
            chart.axis.interval = null;
          })
        }
      />
    </Field>
  );
}

function Targets() {
  const targets = useChart((chart) => chart.axis.targets) ?? [];
  const top = useRestingPlayhead(topValue);
  return (
    <>
      {targets.map((target, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: targets have no name of their own and are never reordered
        <div key={i} className="mb-1.5 grid grid-cols-[1fr_96px_32px] items-center gap-1.5">
          <input
            aria-label={`Name of target ${i + 1}`}
            value={target.label}
            maxLength={60}
            className="rounded-md border border-line bg-card px-2 py-1.5 text-[13px] outline-none focus:border-ink"
            onChange={(event) =>
              editChart((chart) => {
                const line = chart.axis.targets[i];
                if (line) line.label = event.target.value;
              }, `target-${i}`)
            }
          />
          <NumberBox
            label={`Value of target ${i + 1}`}
            value={target.value}
            onChange={(value) =>
              editChart((chart) => {
                const line = chart.axis.targets[i];
                if (line) line.value = value;
              })
            }
          />
          <IconButton
            label={`Remove target ${i + 1}`}
            onClick={() =>
              editChart((chart) => {
                chart.axis.targets.splice(i, 1);
              })
            }
          >
            <X className="size-4" aria-hidden />
          </IconButton>
        </div>
      ))}
      <Button
        disabled={targets.length >= 20}
        onClick={() =>
          editChart((chart) => {
            chart.axis.targets.push({ value: Number(top.toPrecision(1)), label: 'Target' });
          })
        }
      >
        <Plus className="size-4" aria-hidden /> Add a target
      </Button>
    </>
  );
}
