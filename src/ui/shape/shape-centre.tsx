'use client';

import { stepWords } from '@/core/shaping/steps/step-words';
import { currentTable } from '@/state/current';
import { type ShapeView, setSession } from '@/state/session';
import { Button } from '../parts/button';
import { PickBar } from '../parts/pick-bar';
import { useProject, useSession } from '../use-state';
import { GapMap } from './gap-map';
import { GroupStrip } from './group-strip';
import { RankLook } from './rank-look-later';
import { ShapedTable } from './shaped-table';
import { StepTable } from './step-table';

const views: { value: ShapeView; label: string }[] = [
  { value: 'values', label: 'Values' },
  { value: 'ranks', label: 'Ranks and findings' },
  { value: 'gaps', label: 'Gaps' },
];

/** The centre of Shape: the values, their ranks, the gaps, or the table after one step. */
export function ShapeCentre() {
  const view = useSession((state) => state.shapeView);
  const shownStep = useSession((state) => state.shownStep);
  const step = useProject((project) => currentTable(project).steps.find(({ id }) => id === shownStep) ?? null, null);
  const cube = useSession((state) => state.cube);
  return (
    <div className="flex h-full flex-col">
      <GroupStrip />
      <div className="flex items-center gap-3 border-b border-line bg-paper px-3 py-1.5">
        <PickBar
          label="What is shown"
          value={step ? null : view}
          choices={views}
          onChange={(value) => setSession({ shapeView: value, shownStep: null })}
        />
        {step && (
          <p className="flex min-w-0 items-center gap-2 text-[12px]">
            <span className="truncate">
              After the step <strong>{step.name || stepWords(step)}</strong>
            </span>
            <Button className="h-7 shrink-0 px-2 text-[12px]" onClick={() => setSession({ shownStep: null })}>
              Show what comes of all
            </Button>
          </p>
        )}
      </div>
      <div className="relative min-h-0 flex-1">
        {step ? (
          <StepTable step={step} />
        ) : !cube ? null : view === 'ranks' ? (
          <RankLook />
        ) : view === 'gaps' ? (
          <GapMap />
        ) : (
          <ShapedTable />
        )}
      </div>
    </div>
  );
}
