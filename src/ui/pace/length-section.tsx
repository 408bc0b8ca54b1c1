'use client';

import { runRange } from '@/core/pace/beat-spans';
import { buildSec, closingOf, paceLimits } from '@/core/pace/pace';
import { editChart } from '@/state/current';
import { Controls } from '../parts/control';
import { counted } from '../parts/counted';
import { Section } from '../parts/field';
import { NumberField } from '../parts/number-field';
import { useChart, usePiece, useProject, useSession } from '../use-state';
import { FrameRate } from './frame-rate';

/** The film's length, its frame rate, and the holds at its ends. */
export function LengthSection() {
  const pace = useChart((chart) => chart.pace);
  const play = useChart((chart) => chart.play);
  const overview = useSession((state) => state.overview);
  const onBeat = usePiece((piece) => piece.onBeat !== null, false);
  const hasBeat = useProject((project) => project.film.beat !== null, false);
  const byBeat = onBeat && hasBeat;
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
            disabled={byBeat}
            onChange={setLength('whole')}
          />
          <NumberField
            control="period-sec"
            value={each}
            range={[leastSec, Math.max(leastSec, Math.min(mostSec, (paceLimits.lengthSec[1] - stillSec) / stepCount))]}
            step={0.05}
            decimals={3}
            unit="s"
            disabled={byBeat || (overview?.periodSec.length ?? 0) < 2}
            onChange={setLength('period')}
          />
        </>
      )}
      <p className="-mt-1 text-[12px] text-quiet">
        {still ? '' : byBeat ? 'The piece goes by the beat, which gives its seconds.' : kept}{' '}
        {overview ? `${counted(overview.frameCount, 'frame')}.` : ''}
      </p>
      <FrameRate />
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
