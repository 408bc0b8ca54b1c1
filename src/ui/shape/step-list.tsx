'use client';

import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { SortableContext, sortableKeyboardCoordinates, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { Plus } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { inOrder, type StepPlan, sectionOf } from '@/core/shaping/steps/step';
import { currentTable } from '@/state/current';
import { addStep, moveStep } from '@/state/edit-table';
import { setSession } from '@/state/session';
import { Button } from '../parts/button';
import { Field, Section } from '../parts/field';
import { useProject, useSession } from '../use-state';
import { newSteps } from './new-steps';
import { StepRow } from './step-row';

const sectionNames = { hand: 'In the grid', table: 'On the table', series: 'On the values' };
const none: never[] = [];

/** The steps in the order in which they run; they can be renamed, edited, switched off, dragged and taken out. */
export function StepList() {
  const steps = useProject((project) => currentTable(project).steps, none);
  const prepared = useSession((state) => state.prepared);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const ordered = inOrder(steps);
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    const [from, to] = [active.id, over?.id].map((id) => ordered.find((step) => step.id === id));
    // Steps on the values can only run once there are values, so each section keeps to itself.
    if (from && to && from !== to && sectionOf(from.kind) === sectionOf(to.kind)) moveStep(from.id, to.id);
  };
  const reports = new Map(prepared?.reports.map((report) => [report.id, report]));
  return (
    <Section title="Steps">
      <Field control="steps" bare>
        {steps.length === 0 && (
          <p className="mb-2 text-[12px] text-quiet">
            None yet: the table is used as it is. Edits in Gather and what you add here are kept as steps, and run again
            on new data.
          </p>
        )}
        <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={onDragEnd}>
          {(['hand', 'table', 'series'] as const).map((section) => {
            const own = ordered.filter(({ kind }) => sectionOf(kind) === section);
            if (own.length === 0) return null;
            return (
              <SortableContext key={section} items={own.map(({ id }) => id)} strategy={verticalListSortingStrategy}>
                <h3 className="mt-1 mb-1 text-[11px] font-semibold text-quiet">{sectionNames[section]}</h3>
                <ol aria-label={`Steps ${sectionNames[section].toLowerCase()}`} className="mb-2 flex flex-col gap-1.5">
                  {own.map((step) => (
                    <StepRow key={step.id} step={step} report={reports.get(step.id)} />
                  ))}
                </ol>
              </SortableContext>
            );
          })}
        </DndContext>
        <AddStep />
      </Field>
    </Section>
  );
}

function AddStep() {
  const state = useSession((session) => session.prepared);
  const cube = useSession((session) => session.cube);
  const columns = state?.prepared.columns ?? [];
  const add = (plan: StepPlan) => setSession({ shownStep: addStep(plan), shapeView: 'values' });
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>
        <Button className="w-full">
          <Plus className="size-4" aria-hidden /> Add a step
        </Button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content className="z-50 max-h-96 w-72 overflow-y-auto rounded-md border border-line bg-card p-1 text-[13px] text-ink shadow-lg">
          {newSteps.map(({ label, about, make }) => (
            <DropdownMenu.Item
              key={label}
              onSelect={() => add(make(columns, cube))}
              className="cursor-default rounded px-2 py-1.5 outline-none data-[highlighted]:bg-line/60"
            >
              {label}
              <span className="block text-[12px] text-quiet">{about}</span>
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
