'use client';

import { paceLimits } from '@/core/pace/pace';
import { edit } from '@/state/document';
import { beatWeight, editChart, setBeatWeight } from '@/state/edit-chart';
import { Button } from '../parts/button';
import { Section } from '../parts/field';
import { NumberField } from '../parts/number-field';
import { PickField } from '../parts/pick-field';
import { useChart, useProject, useSession } from '../use-state';

/** Pace: how it moves. */
export function PaceBench() {
  return (
    <>
      <LengthSection />
      <MotionSection />
      <BeatSection />
    </>
  );
}

function LengthSection() {
  const pace = useChart((chart) => chart.pace);
  const overview = useSession((state) => state.overview);
  const framesPerSec = useProject((project) => project.film.framesPerSec, 30);
  if (!pace) return null;
  const stepCount = Math.max(1, (overview?.periodSec.length ?? 2) - 1);
  const whole = overview?.lengthSec ?? pace.length.sec;
  const holds = pace.holdStartSec + pace.holdEndSec;
  const each = overview ? runSec(overview.spanStartSec) / stepCount : pace.length.sec;
  const setLength = (by: 'whole' | 'period') => (sec: number, gesture: string | null) =>
    editChart((chart) => {
      chart.pace.length = { by, sec };
    }, gesture);
  const setHold = (key: 'holdStartSec' | 'holdEndSec') => (sec: number, gesture: string | null) =>
    editChart((chart) => {
      chart.pace[key] = sec;
    }, gesture);
  const kept =
    pace.length.by === 'whole'
      ? 'The whole length stays when the data or the holds change.'
      : 'The seconds for each period stay when the data changes.';
  return (
    <Section title="Length">
      <NumberField
        control="length"
        value={whole}
        min={paceLimits.lengthSec[0]}
        max={paceLimits.lengthSec[1]}
        step={0.5}
        unit="s"
        onChange={setLength('whole')}
      />
      <NumberField
        control="period-sec"
        value={each}
        min={paceLimits.periodSec[0]}
        max={Math.max(
          paceLimits.periodSec[0],
          Math.min(paceLimits.periodSec[1], (paceLimits.lengthSec[1] - holds) / stepCount),
        )}
        step={0.05}
        decimals={3}
        unit="s"
        disabled={(overview?.periodSec.length ?? 0) < 2}
        onChange={setLength('period')}
      />
      <p className="-mt-1 text-[12px] text-quiet">
        {kept} {overview ? `${overview.frameCount.toLocaleString('en-GB')} frames.` : ''}
      </p>
      <PickField
        control="fps"
        value={String(framesPerSec)}
        choices={['24', '25', '30', '50', '60'].map((value) => ({ value, label: value }))}
        onChange={(value) =>
          edit((draft) => {
            draft.film.framesPerSec = Number(value);
          })
        }
      />
      <NumberField
        control="hold-start"
        value={pace.holdStartSec}
        min={0}
        max={paceLimits.holdSec[1]}
        step={0.1}
        unit="s"
        onChange={setHold('holdStartSec')}
      />
      <NumberField
        control="hold-end"
        value={pace.holdEndSec}
        min={0}
        max={paceLimits.holdSec[1]}
        step={0.1}
        unit="s"
        onChange={setHold('holdEndSec')}
      />
      {pace.length.by === 'whole' && holds > pace.length.sec * 0.9 && (
        <p className="text-[12px] text-accent-text">
          The holds are longer than the film, so they are shortened to leave a tenth of it for the race.
        </p>
      )}
    </Section>
  );
}

function runSec(spanStartSec: Float64Array): number {
  const last = spanStartSec.length - 2;
  return last > 0 ? (spanStartSec[last] ?? 0) - (spanStartSec[1] ?? 0) : 0;
}

function MotionSection() {
  const pace = useChart((chart) => chart.pace);
  const between = useChart((chart) => chart.between);
  if (!pace || !between) return null;
  return (
    <Section title="Movement">
      <NumberField
        control="swap"
        value={pace.swapSec}
        min={paceLimits.swapSec[0]}
        max={paceLimits.swapSec[1]}
        step={0.05}
        unit="s"
        onChange={(sec, gesture) =>
          editChart((chart) => {
            chart.pace.swapSec = sec;
          }, gesture)
        }
      />
      <PickField
        control="between"
        value={between}
        choices={[
          { value: 'linear', label: 'Straight' },
          { value: 'monotone', label: 'Smooth' },
          { value: 'step', label: 'In steps' },
        ]}
        hint={betweenWords[between]}
        onChange={(value) =>
          editChart((chart) => {
            chart.between = value;
          })
        }
      />
    </Section>
  );
}

const betweenWords = {
  linear: 'Values go straight from one period to the next.',
  monotone: 'Values flow through the periods and never beyond them.',
  step: 'Values stay until the next period is reached.',
};

function BeatSection() {
  const overview = useSession((state) => state.overview);
  const period = useSession((state) => state.readout?.period ?? 0);
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
      <p className="text-[12px] leading-snug text-quiet">
        Drag the lower edge between two beats of the strip to slow down or hurry, or set the one at the playhead here:{' '}
        <strong className="text-ink">
          {overview.periodLabels[beat]} to {overview.periodLabels[beat + 1]}
        </strong>
        .
      </p>
      <NumberField
        control="beat"
        value={weight}
        min={paceLimits.weight[0]}
        max={paceLimits.weight[1]}
        step={0.1}
        unit="times"
        onChange={(value, gesture) => setBeatWeight(key, value, gesture)}
      />
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
