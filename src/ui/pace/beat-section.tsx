'use client';

import { beatRange, MOST_OF_RUN, runRange, weightLasting } from '@/core/pace/beat-spans';
import { beatControl } from '@/core/project/pace-controls';
import { editChart } from '@/state/current';
import { beatWeight, setBeatWeight, setBeatWeights } from '@/state/edit-chart';
import { Button } from '../parts/button';
import { Controls } from '../parts/control';
import { Section } from '../parts/field';
import { NumberField } from '../parts/number-field';
import { SpecInput } from '../parts/spec-input';
import { useChart, useRestingPlayhead, useSession } from '../use-state';

/** Uneven pace: by the calendar, where places change, or by hand. */
export function BeatSection() {
  const overview = useSession((state) => state.overview);
  const period = useRestingPlayhead((readout) => readout?.period ?? 0);
  const beat = Math.min(period, (overview?.periodKeys.length ?? 0) - 2);
  const key = overview?.periodKeys[beat];
  const weight = useChart((chart) => (key === undefined ? 1 : beatWeight(chart, key)));
  const any = useChart((chart) => chart.pace.beats.length > 0);
  if (!overview || key === undefined || weight === null) {
    return (
      <Section title="Beats">
        <p className="text-[12px] text-quiet">With a single period there is nothing to slow down.</p>
      </Section>
    );
  }
  return (
    <Section title="Beats">
      <Controls of={['sharing', 'slow-at-swaps']} />
      <p className="text-[12px] leading-snug text-quiet">
        Drag the lower edge between two beats of the strip to slow down or hurry, or set the one at the playhead here:{' '}
        <strong className="text-ink">
          {overview.periodLabels[beat]} to {overview.periodLabels[beat + 1]}
        </strong>
        .
      </p>
      <SpecInput
        spec={beatControl}
        value={weight}
        write={(value, gesture) => setBeatWeight(key, Number(value), gesture)}
      />
      <SpanField />
      {any && (
        <Button
          onClick={() =>
            editChart((chart) => {
              chart.pace.beats = [];
            })
          }
        >
          Make all beats even again
        </Button>
      )}
    </Section>
  );
}

/** Seconds of the beats that are selected on the strip. */
function SpanField() {
  const span = useSession((state) => state.span);
  const overview = useSession((state) => state.overview);
  const chart = useChart((each) => each);
  if (!span || !overview || !chart) {
    return (
      <p className="text-[12px] text-quiet">
        Drag along the top of the strip to select beats and set their seconds together.
      </p>
    );
  }
  const starts = Array.from(overview.periodSec);
  const chosen = starts.flatMap((from, p) => {
    const to = starts[p + 1];
    return to !== undefined && from < span[1] - 1e-6 && to > span[0] + 1e-6 ? [p] : [];
  });
  const [first, last] = [chosen[0], chosen.at(-1)];
  if (first === undefined || last === undefined) return null;
  const keys = chosen.map((p) => overview.periodKeys[p] ?? '');
  const keepsRun = chart.pace.length.by === 'whole';
  const run = { spanStartSec: overview.spanStartSec, restShare: chart.pace.restShare };
  const [runFrom, runTo] = runRange(run);
  const [from, to] = beatRange(run, first, last);
  const set = (sec: number, gesture: string | null) => {
    const weight = keys.reduce((sum, key) => sum + beatWeight(chart, key), 0) / keys.length;
    setBeatWeights(keys, weightLasting({ ...run, first, last, weight, keepsRun }, sec), gesture);
  };
  return (
    <NumberField
      control="span-sec"
      value={to - from}
      range={[0.05, keepsRun ? (runTo - runFrom) * MOST_OF_RUN : 600]}
      step={0.25}
      unit="s"
      onChange={set}
    />
  );
}
