'use client';

import { runRange } from '@/core/pace/beat-spans';
import { buildSec, closingOf, paceLimits } from '@/core/pace/pace';
import { editChart } from '@/state/current';
import { edit } from '@/state/document';
import { Controls } from '../parts/control';
import { counted } from '../parts/counted';
import { Section } from '../parts/field';
import { NumberField } from '../parts/number-field';
import { PickField } from '../parts/pick-field';
import { useChart, useProject, useSession } from '../use-state';

/** Whole rates, and those of broadcast: a thousandth less. */
const rates = [
  { label: '24', perSec: 24 },
  { label: '25', perSec: 25 },
  { label: '30', perSec: 30 },
  { label: '50', perSec: 50 },
  { label: '60', perSec: 60 },
  { label: '23.976', perSec: 24_000 / 1001 },
  { label: '29.97', perSec: 30_000 / 1001 },
  { label: '59.94', perSec: 60_000 / 1001 },
];

/** The film's length, its frame rate, and the holds at its ends. */
export function LengthSection() {
  const pace = useChart((chart) => chart.pace);
  const play = useChart((chart) => chart.play);
  const overview = useSession((state) => state.overview);
  const framesPerSec = useProject((project) => project.film.framesPerSec, 30);
  if (!pace) return null;
  const stepCount = Math.max(1, (overview?.periodSec.length ?? 2) - 1);
  const whole = overview?.lengthSec ?? pace.length.sec;
  const stillSec = pace.holdStartSec + pace.holdEndSec + buildSec(pace.opening) + buildSec(closingOf(pace));
  const [runFrom, runTo] = overview ? runRange({ ...overview, restShare: pace.restShare }) : [0, 0];
  const [leastSec, mostSec] = paceLimits.periodSec;
  const each = overview ? (runTo - runFrom) / stepCount : pace.length.sec;
  const setLength = (by: 'whole' | 'period') => (sec: number, gesture: string | null) =>
    editChart((chart) => {
      chart.pace.length = { by, sec };
    }, gesture);
  const kept =
    pace.length.by === 'whole'
      ? 'The whole length stays when the data or the holds change.'
      : 'The seconds for each period stay when the data changes.';
  const still = play?.kind === 'built';
  return (
    <Section title="Length">
      {!still && (
        <>
          <NumberField
            control="length"
            value={whole}
            range={paceLimits.lengthSec}
            step={0.5}
            unit="s"
            onChange={setLength('whole')}
          />
          <NumberField
            control="period-sec"
            value={each}
            range={[leastSec, Math.max(leastSec, Math.min(mostSec, (paceLimits.lengthSec[1] - stillSec) / stepCount))]}
            step={0.05}
            decimals={3}
            unit="s"
            disabled={(overview?.periodSec.length ?? 0) < 2}
            onChange={setLength('period')}
          />
        </>
      )}
      <p className="-mt-1 text-[12px] text-quiet">
        {still ? '' : kept} {overview ? `${counted(overview.frameCount, 'frame')}.` : ''}
      </p>
      <PickField
        control="fps"
        value={rates.find(({ perSec }) => Math.abs(perSec - framesPerSec) < 1e-3)?.label ?? null}
        choices={rates.map(({ label }) => ({ value: label, label }))}
        onChange={(label) =>
          edit((draft) => {
            draft.film.framesPerSec = rates.find((rate) => rate.label === label)?.perSec ?? 30;
          })
        }
      />
      {!still && <Controls of={['hold-start', 'hold-end']} />}
      {!still && pace.length.by === 'whole' && stillSec > pace.length.sec * 0.9 && (
        <p className="text-[12px] text-accent-text">
          Holds, opening and closing are longer than the film, so they are shortened to leave a tenth of it for the
          race.
        </p>
      )}
    </Section>
  );
}
