'use client';

import { MUCH_FILLED } from '@/core/motion/gap-map';
import { setSession } from '@/state/session';
import { useProblems } from '../gather/problem-list';
import { goToControl } from '../go-to';
import { Button } from '../parts/button';
import { Control } from '../parts/control';
import { Section } from '../parts/field';
import { useChart, useSession } from '../use-state';
import { FieldChoices } from './field-choices';
import { ShapeFiles } from './shape-files';
import { StepList } from './step-list';
import { Suggestions } from './suggestions';

/** Shape: which columns hold what, and the steps from the table to the chart's values. */
export function ShapeBench() {
  const table = useSession((state) => state.table);
  if (!table) return null;
  return (
    <>
      <FieldChoices />
      <Suggestions />
      <StepList />
      <Section title="Gaps">
        <Control id="gaps" />
        <FilledWords />
        <Button onClick={() => setSession({ shapeView: 'gaps', shownStep: null })}>Show the gaps on a map</Button>
      </Section>
      <Outcome />
      <ShapeFiles />
    </>
  );
}

/** What comes of it all, in numbers. */
function Outcome() {
  const cube = useSession((state) => state.cube);
  const problems = useProblems();
  if (!cube) {
    if (!problems[0]) return null;
    return (
      <Section title="Not a chart yet">
        <p role="alert" className="text-[13px] text-accent-text">
          {problems[0].message}
        </p>
      </Section>
    );
  }
  return (
    <Section title="What comes of it" short="Outcome">
      <p className="text-[13px] leading-relaxed">
        <Count number={cube.periods.length} one="period" many="periods" />, from{' '}
        <strong className="font-mono">{cube.periods[0]?.key.slice(0, 40)}</strong> to{' '}
        <strong className="font-mono">{cube.periods.at(-1)?.key.slice(0, 40)}</strong>,<br />
        <Count number={cube.categories.length} one="category" many="categories" />,{' '}
        <Count number={countAbsent(cube.values)} one="empty cell" many="empty cells" />.
      </p>
      {problems.length > 0 && (
        <Button onClick={() => goToControl('problems')}>
          See {problems.length} {problems.length === 1 ? 'problem' : 'problems'} in Gather
        </Button>
      )}
    </Section>
  );
}

function Count({ number, one, many }: { readonly number: number; readonly one: string; readonly many: string }) {
  return (
    <>
      <strong className="font-mono">{number.toLocaleString('en-GB')}</strong> {number === 1 ? one : many}
    </>
  );
}

function countAbsent(values: Float64Array): number {
  let count = 0;
  for (const value of values) if (Number.isNaN(value)) count++;
  return count;
}

const fillings = {
  bridge: 'bridged over',
  carry: 'carried on over',
  zero: 'counted as 0 over',
  absent: 'left open over',
};

/** How much of the film is no value of the table, where that is so. */
function FilledWords() {
  const share = useSession((state) => state.prepared?.filled);
  const gaps = useChart((chart) => chart.gaps);
  if (!share || share.filled === 0 || !gaps) return null;
  const part = share.filled / share.shown;
  const much = gaps === 'bridge' && part > MUCH_FILLED;
  const percent = part < 0.01 ? 'less than 1' : String(Math.round(part * 100));
  return (
    <p className={`text-[12px] leading-snug ${much ? 'text-mustard-text' : 'text-quiet'}`}>
      {percent} % of what the film shows is {fillings[gaps]} gaps: {share.filled.toLocaleString('en-GB')} of{' '}
      {share.shown.toLocaleString('en-GB')} values.{much ? ' Look whether that is right.' : ''}
    </p>
  );
}
