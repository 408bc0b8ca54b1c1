'use client';

import { periodLabel } from '@/core/scale/period-format';
import { showMoment, showRun } from '@/state/edit-play';
import { playheadStore } from '@/state/playhead';
import { sessionStore } from '@/state/session';
import { Button } from '../parts/button';
import { Control } from '../parts/control';
import { Section } from '../parts/field';
import { PickField } from '../parts/pick-field';
import { SelectField } from '../parts/select-field';
import { useChart, useFamily, useSession } from '../use-state';
import { StepList } from './step-list';

/** More moments than these nobody looks through; the latest are listed, and the playhead finds the others. */
const MOST_LISTED = 400;

/** What the film shows: how it went, or one moment. */
export function PlaySection() {
  const built = useChart((chart) => chart.play.kind === 'built');
  const { plays } = useFamily();
  const moves = plays.some((kind) => kind !== 'built');
  if (built === null || !plays.includes('built')) return null;
  return (
    <Section title="What the film shows" short="Shows">
      {moves && (
        <PickField
          control="play"
          value={built ? 'moment' : 'run'}
          choices={[
            { value: 'run', label: 'How it went' },
            { value: 'moment', label: 'One moment' },
          ]}
          hint={built ? 'The chart is put together step by step, and rests.' : 'The chart moves through all periods.'}
          onChange={(next) => (next === 'run' ? showRun() : showMoment(''))}
        />
      )}
      {built ? (
        <>
          <MomentPick />
          <Control id="moment-sec" />
          <StepList />
        </>
      ) : (
        <Button onClick={() => showMoment(periodAtPlayhead())}>Show only what is at the playhead</Button>
      )}
    </Section>
  );
}

function periodAtPlayhead(): string {
  const { readout } = playheadStore.getState();
  return sessionStore.getState().overview?.periodKeys[readout?.period ?? -1] ?? '';
}

function MomentPick() {
  const cube = useSession((state) => state.cube);
  const chosen = useChart((chart) => (chart.play.kind === 'built' ? chart.play.periodKey : ''));
  const pattern = useChart((chart) => chart.datePattern) ?? '';
  const locale = useChart((chart) => chart.numbers.locale);
  if (!cube || !locale) return null;
  const periods = cube.periods.slice(-MOST_LISTED).reverse();
  const listed = periods.map((period) => ({
    value: period.key,
    label: periodLabel(cube.kind, period, pattern, locale),
  }));
  const gone = chosen !== null && chosen !== '' && !cube.periods.some(({ key }) => key === chosen);
  const rest = cube.periods.length - periods.length;
  const far = cube.periods.find(({ key }) => key === chosen);
  const beyond = far && !periods.includes(far);
  return (
    <SelectField
      control="moment"
      value={gone ? '' : (chosen ?? '')}
      choices={[
        { value: '', label: 'The last one' },
        ...(beyond ? [{ value: far.key, label: periodLabel(cube.kind, far, pattern, locale) }] : []),
        ...listed,
      ]}
      hint={
        gone
          ? `${chosen} is not in the data any more, so the last one is shown.`
          : rest > 0
            ? `The latest ${periods.length} are listed. For an earlier one let the film run and stop there.`
            : undefined
      }
      onChange={showMoment}
    />
  );
}
